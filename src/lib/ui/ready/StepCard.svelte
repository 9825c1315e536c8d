<script lang="ts">
  import type { Resting, StepProgress } from '$core/prep';
  import { wholeSurfaceId } from '$core/document';
  import { wetBeside } from '$core/job';
  import { showDuration } from '$core/units';
  import { partName } from '$words/part-words';
  import { hourWords } from '$words/time';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import type { JustDone } from '../worklog/just-done.svelte';
  import { consumableWords, waitWords } from './step-words';

  interface Props {
    surfaceId: string;
    unit?: string;
    progress: StepProgress;
    /** Whether the surface is measured: minutes and things hang on its sizes. */
    measured: boolean;
    /** How many alike there are: minutes and things are told for one and for all. */
    pieces: number;
    done: JustDone;
    /** What was done before and rests yet. */
    rests: Resting | null;
  }
  /** The step under the hand: how, with what, how long; then its gates, one large target each. */
  const { surfaceId, unit, progress, measured, pieces, done, rests }: Props = $props();
  const desk = useJobDesk();
  const { step, status, record } = $derived(progress);
  const who = $derived({ surface: surfaceId, step: step.id, ...(unit !== undefined && { unit }) });

  /** Dust falls into wet oil and stays: nobody sands beside a part that is wet. */
  const wet = $derived.by(() => {
    if (!step.cautions.includes('dust')) return [];
    const mine = desk.view.parts.filter((p) => p.job.surfaces.some((s) => wholeSurfaceId(s.id) === surfaceId));
    return mine.flatMap((p) => wetBeside(desk.view.parts, p.job.part));
  });
  async function finish() {
    done.say(`${step.name}: done${unit ? ` on ${unit}` : ''}`, await desk.write('prep.done', who));
  }
  async function check(gate: string, passed: boolean) {
    // Said of the step as it is now: the last gate passed brings the next step under the hand.
    const { words } = step.gates.find((g) => g.id === gate)!;
    const said = passed ? `${words}: passed` : `Gate failed: ${step.grit ? `P${step.grit}` : step.name} again`;
    done.say(said, await desk.write('gate.checked', { ...who, gate, passed }));
  }
  const lastFail = $derived(record?.failures.at(-1));
  /** Where it failed, who saw it, and what that means. */
  const failWords = $derived(
    lastFail &&
      [
        lastFail.note && `${lastFail.note[0]!.toUpperCase()}${lastFail.note.slice(1)}.`,
        `${lastFail.by.split(' ')[0]} saw it.`,
        step.grit ? `Repeat P${step.grit}; finer grits only polish what is left.` : 'Do it again.'
      ]
        .filter(Boolean)
        .join(' ')
  );
</script>

<section class="card" class:gate={status === 'gate'} aria-label="{step.name}{unit ? `, ${unit}` : ''}">
  <h2>{status === 'gate' ? `Check before going on` : status === 'again' ? `Again: ${step.name}` : step.name}</h2>
  {#if unit}<p class="unit">{unit}</p>{/if}
  {#if status === 'again' && lastFail}
    <p class="fail">
      <Sign kind="stop" size={16} /><span
        ><b>{step.gates.find((g) => g.id === lastFail.gate)?.words ?? lastFail.gate}: failed.</b>
        {failWords}</span
      >
    </p>
  {/if}
  {#if status === 'gate'}
    <ul class="gates">
      {#each step.gates as g (g.id)}
        {@const passed = record?.gates.get(g.id)?.passed}
        <li class:passed>
          <span><b>{g.words}</b><span class="how">{g.how}</span></span>
          {#if passed}
            <span class="ok"><Sign kind="go" />yes</span>
          {:else}
            <span class="two" role="group" aria-label={g.words}>
              <button class="yes" disabled={!desk.mayLog} onclick={() => check(g.id, true)}
                >Yes<span class="unseen">: {g.words}</span></button
              >
              <button class="no" disabled={!desk.mayLog} onclick={() => check(g.id, false)}
                >No<span class="unseen">: {g.words}</span></button
              >
            </span>
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="why">{step.why}</p>
    <p class="facts">
      {#if measured}<b>{showDuration(Math.round(step.minutes / pieces) * 60_000)}</b> of one person{pieces > 1
          ? ` each, ${showDuration(step.minutes * 60_000)} for all ${pieces}`
          : ''}{:else}Not measured yet: minutes and material come with the sizes{/if}{step.machine
        ? `, ${step.machine}`
        : ''}{step.wait ? `. Then ${waitWords(step.wait)}` : ''}
    </p>
    {#if measured && step.consumables.length}<p class="facts">
        {step.consumables.map((c) => consumableWords(c, desk.units)).join(', ')}{pieces > 1 ? ', for all of them' : ''}
      </p>{/if}
    {#if rests}
      <p class="fail">
        <Sign kind="check" size={16} /><span
          ><b>{rests.step.name} rests until {hourWords(rests.untilMs, clock.now, desk.job.site.timeZone)}</b>: {rests
            .step.wait?.why}. {showDuration(rests.untilMs - clock.now)} left.</span
        >
      </p>
    {/if}
    {#each wet as w (w.part)}
      <p class="fail">
        <Sign kind="stop" size={16} /><span
          ><b>{partName(desk.document, w.part)} is wet in the same place.</b> Dust would stay in it: wait {w.untilMs ===
          null
            ? 'until it is touch dry'
            : `until ${hourWords(w.untilMs, desk.minuteMs, desk.job.site.timeZone)}`}.</span
        >
      </p>
    {/each}
    {#if desk.mayLog}<button class="btn glove mt-3" disabled={wet.length > 0} onclick={finish}
        >{step.gates.length ? 'Done, now check it' : 'Done'}</button
      >{:else}<p class="mt-3 font-semibold">The crew on site writes this down.</p>{/if}
  {/if}
</section>

<style>
  .card {
    background: var(--now);
    color: var(--on-now);
    padding: 16px;
  }
  h2 {
    font-size: 26px;
    line-height: 30px;
  }
  .unit {
    font: 680 18px var(--fig);
  }
  .why {
    margin-top: 6px;
    font-size: 16px;
  }
  .facts {
    margin-top: 6px;
    font-size: 15px;
  }
  .fail {
    display: flex;
    gap: 8px;
    margin-top: 8px;
    padding: 8px;
    background: var(--sheet);
    color: var(--ink);
  }
  .gates {
    margin-top: 10px;
    display: grid;
    gap: 8px;
  }
  .gates li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    background: var(--sheet);
    color: var(--ink);
    padding: 10px;
  }
  .gates b {
    font-size: 17px;
  }
  .how {
    display: block;
    font-size: 14px;
    color: var(--ink-2);
  }
  .two {
    display: flex;
    gap: 8px;
    position: relative;
  }
  .two button {
    min-width: 72px;
    min-height: 64px;
    font: 680 18px var(--txt);
    border: 2px solid var(--ink);
  }
  .yes {
    background: var(--ink);
    color: var(--on-ink);
  }
  .no {
    background: var(--sheet);
    color: var(--ink);
  }
  .two button:disabled {
    opacity: 0.5;
  }
  .ok {
    display: flex;
    gap: 6px;
    align-items: center;
    font-weight: 640;
  }
  .card :global(.btn.glove) {
    background: var(--on-now);
    border-color: var(--on-now);
    color: #fff;
  }
  @media (max-width: 760px) {
    .gates li {
      grid-template-columns: minmax(0, 1fr);
    }
    .two button {
      flex: 1;
    }
  }
</style>
