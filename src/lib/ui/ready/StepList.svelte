<script lang="ts">
  import type { PrepPlan, StepProgress } from '$core/prep';
  import type { StepEdit } from '$core/surface';
  import { showDuration, type UnitSystem } from '$core/units';
  import Sign from '../marks/Sign.svelte';
  import { clockTime, dayMonth } from '$words/time';
  import StepTools from './StepTools.svelte';
  import { consumableWords, scopeWords, STATUS_WORDS, waitWords } from './step-words';

  /** All steps in order, with what was done and when. */
  interface Props {
    steps: readonly StepProgress[];
    /** Whether the surface is measured: minutes and things hang on its sizes. */
    measured: boolean;
    timeZone: string;
    units: UnitSystem;
    /** Set while the list is being changed. */
    changing?: {
      plan: PrepPlan;
      changes: readonly StepEdit[];
      pieces: readonly string[];
      onchange: (changes: StepEdit[]) => void;
    } | null;
  }
  const { steps, measured, timeZone, units, changing = null }: Props = $props();
  /** The step whose tools are out. */
  let opened = $state<string | null>(null);
</script>

<ol class="steps" aria-label="Steps">
  {#each steps as p, i (p.step.id)}
    <li class={p.status}>
      <span class="no" aria-hidden="true">{i + 1}</span>
      <span class="what">
        <b>{p.step.name}</b>{#if p.step.on || p.step.pieces || p.step.own || p.step.timed}<span class="scope"
            >{scopeWords(p.step)}</span
          >{/if}
        <span class="st">
          {#if p.status === 'done'}<Sign kind="go" size={13} />{:else if p.status === 'again'}<Sign
              kind="stop"
              size={13}
            />{:else if p.status === 'gate'}<Sign kind="check" size={13} />{/if}{STATUS_WORDS[p.status]}{p.record
            ?.doneAtMs && p.status === 'done'
            ? ` ${dayMonth(p.record.doneAtMs, timeZone)} ${clockTime(p.record.doneAtMs, timeZone)}, ${p.record.by?.split(' ')[0] ?? ''}`
            : ''}{p.record?.failures.length
            ? `, gate failed ${p.record.failures.length === 1 ? 'once' : `${p.record.failures.length} times`}`
            : ''}
        </span>
        <span class="why">{p.step.why}</span>
        {#if measured && p.step.consumables.length}<span class="why"
            >{p.step.consumables.map((c) => consumableWords(c, units)).join(', ')}</span
          >{/if}
      </span>
      <span class="time"
        >{#if measured}<b class="fig">{showDuration(p.step.minutes * 60_000)}</b>{/if}{#if p.step.wait}<span
            class="wait">{waitWords(p.step.wait)}</span
          >{/if}</span
      >
      {#if changing}
        {#if opened === p.step.id}<StepTools step={p.step} {...changing} />{/if}
        <button
          class="open link"
          aria-expanded={opened === p.step.id}
          onclick={() => (opened = opened === p.step.id ? null : p.step.id)}
          >{opened === p.step.id ? 'That is right' : 'Change it'}<span class="unseen">: {p.step.name}</span></button
        >
      {/if}
    </li>
  {/each}
</ol>

<style>
  li {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) minmax(90px, 170px);
    gap: 10px;
    padding: 9px 0;
    border-bottom: 1px solid var(--rule);
  }
  .no {
    display: grid;
    place-items: center;
    width: 28px;
    height: 28px;
    border: 1.5px solid var(--rule-2);
    font: 680 14px var(--fig);
  }
  .done .no {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
  .next .no,
  .again .no,
  .gate .no {
    border-color: var(--ink);
    border-width: 2.5px;
  }
  .st {
    display: inline-flex;
    gap: 5px;
    align-items: center;
    margin-left: 8px;
    font-size: 13px;
    color: var(--ink-2);
  }
  .open {
    grid-column: 2 / -1;
    justify-self: start;
    min-height: 40px;
  }
  .scope {
    margin-left: 8px;
    padding: 0 6px;
    border: 1px solid var(--rule-2);
    font-size: 12.5px;
  }
  .again .st {
    color: var(--stop);
    font-weight: 640;
  }
  .why {
    display: block;
    font-size: 13.5px;
    color: var(--ink-2);
  }
  .time {
    text-align: right;
  }
  .time .fig {
    font-size: 17px;
  }
  .wait {
    display: block;
    font-size: 12.5px;
    color: var(--ink-2);
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: 30px minmax(0, 1fr);
      row-gap: 2px;
    }
    .time {
      grid-column: 2;
      text-align: left;
    }
    .wait {
      display: inline;
      margin-left: 8px;
    }
  }
</style>
