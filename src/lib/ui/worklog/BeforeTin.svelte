<script lang="ts">
  import { coatSpec, cardOf, coatCount, type Taken } from '$core/document';
  import type { BeforeTin, TinReason } from '$core/job';
  import { counted } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { stationOf } from '$words/station-address';
  import { TIN_NAMES } from '$words/tin-names';
  import { OVERRULE_WORDS, tinReasonWords, WHOSE_WORDS } from '$words/tin-words';
  import { takenWords } from '$words/part-words';
  import { clockTime } from '$words/time';

  interface Props {
    gate: BeforeTin;
    /** The coat below is felt with the thumb. */
    onfeel: () => void;
    /** The lamp shows a flaw in the coat below: it is written down where it is. */
    onflaw: () => void;
    onlogged: (words: string, id: string) => void;
    /** Back to the steps, where something else comes first. */
    onclose?: () => void;
  }
  const { gate, onfeel, onflaw, onlogged, onclose }: Props = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const spec = $derived(coatSpec(desk.job.finish!, gate.coat));
  const surface = (id: string) => desk.document.surfaces.find((s) => s.id === id)?.name ?? id;
  const taken = (on: readonly Taken[]) => takenWords(desk.document, on);
  const words = (r: TinReason) =>
    tinReasonWords(r, { nowMs: clock.now, timeZone: zone, units: desk.units, surface, taken });
  const key = (r: TinReason) => `${r.kind} ${r.of ?? ''}`;
  const settled = $derived(gate.reasons.filter((r) => r.settled));
  const firstName = $derived(desk.me.split(' ')[0]);

  /** The reason somebody is about to go on in spite of, and what they say for it. */
  let overruling = $state<string | null>(null);
  let why = $state('');
  let tooShort = $state(false);

  const mayOverrule = (r: TinReason) => r.overrule === 'anybody' || (r.overrule === 'lead' && desk.mayOverrule);

  async function cure(r: TinReason, lamp = true) {
    const { fact } = r;
    if (r.checked)
      return onlogged(words(r).cure.words, await desk.write('tin.checked', { coat: gate.coat, reason: r.kind }));
    if (fact.kind === 'thumb') return onfeel();
    if (fact.kind === 'flaw')
      return onlogged('Mended', await desk.write('flaw.mended', { coat: fact.below, flaw: r.of! }));
    if (fact.kind === 'between') {
      onlogged(
        lamp ? words(r).cure.words : 'Lamp not clear, written down',
        await desk.write('coat.rubbed', { coat: gate.coat, how: fact.between.how, lamp })
      );
      if (!lamp) onflaw();
    }
  }
  async function overrule(r: TinReason) {
    if ((tooShort = why.trim().length < 3)) return;
    const id = await desk.write('tin.overruled', {
      coat: gate.coat,
      reason: r.kind,
      ...(r.of !== undefined && { of: r.of }),
      why: why.trim()
    });
    overruling = null;
    onlogged(`Overruled: ${TIN_NAMES[r.kind]}`, id);
  }
</script>

<section class="gate" aria-label="Before the tin">
  <header>
    <Sign kind="no" size={56} />
    <div>
      <h2>Leave the tin shut</h2>
      <p><b>{cardOf(desk.job, spec.productId)?.name}, {spec.colour}</b></p>
      <p>coat {gate.coat} of {coatCount(desk.job)}</p>
    </div>
  </header>
  <ul>
    {#each gate.open as r (key(r))}
      {@const w = words(r)}
      <li>
        <h3>
          <Sign kind={r.overrule === 'nobody' ? 'stop' : 'check'} size={20} />
          <span>{w.title}</span>
          <small>{WHOSE_WORDS[r.whose]}</small>
        </h3>
        <p class="fact">{w.detail}</p>
        {#if overruling === key(r)}
          <div class="why">
            <label>
              <b>{firstName}, why go ahead?</b>
              <textarea bind:value={why} rows="2" maxlength="300" aria-invalid={tooShort}></textarea>
            </label>
            <div class="ask">
              {#if tooShort}<p class="text-stop" role="alert">
                  <b>The reason is missing:</b> write it in a few words.
                </p>{/if}
              <p>Stands with your name on the record, on Today and on Leave.</p>
              <div class="two">
                <button class="btn line" onclick={() => (overruling = null)}>Back</button>
                <button class="btn" onclick={() => overrule(r)}>Overrule</button>
              </div>
            </div>
          </div>
        {:else if desk.mayLog}
          <div class="two">
            {#if w.cure.at}<a class="btn" href={stationOf(desk.id, desk.job.part, w.cure.at)}>{w.cure.words}</a>
            {:else}<button class="btn" onclick={() => cure(r)}>{w.cure.words}</button>{/if}
            {#if w.fails}<button class="btn line" onclick={() => cure(r, false)}>{w.fails}</button>{/if}
            {#if mayOverrule(r)}
              <button
                class="btn line"
                onclick={() => {
                  overruling = key(r);
                  why = '';
                  tooShort = false;
                }}>Overrule</button
              >
            {:else}<span class="nobody">{OVERRULE_WORDS[r.overrule]}</span>{/if}
          </div>
        {/if}
      </li>
    {/each}
  </ul>
  {#if settled.length}
    <details>
      <summary>{settled.length} settled, show</summary>
      <ul>
        {#each settled as r (key(r))}
          <li class="done">
            <Sign kind={r.settled!.why ? 'check' : 'go'} size={18} />
            <span
              ><b>{words(r).title}</b><br />{r.settled!.why ? `Overruled: ${r.settled!.why}. ` : ''}{r.settled!.by},
              {clockTime(r.settled!.atMs, zone)}</span
            >
          </li>
        {/each}
      </ul>
    </details>
  {/if}
  <div class="foot">
    <p class="shut">
      <b>Open the tin</b><span>{counted(gate.open.length, 'reason', 'reasons')} to settle</span>
    </p>
    {#if onclose}<button class="btn line" onclick={onclose}>Back</button>{/if}
  </div>
</section>

<style>
  .gate {
    background: var(--sheet);
    border: 1px solid var(--rule);
  }
  header {
    display: flex;
    gap: 14px;
    align-items: center;
    padding: 12px 16px;
    border-bottom: 1.5px solid var(--ink);
  }
  h2 {
    font-size: 30px;
    line-height: 34px;
  }
  header p {
    font-size: 15px;
    line-height: 20px;
  }
  li {
    padding: 10px 16px 12px;
    background: var(--paper);
    border-bottom: 1px solid var(--rule);
  }
  h3 {
    display: flex;
    gap: 10px;
    align-items: baseline;
    font: 640 18px/24px var(--txt);
  }
  h3 :global(svg) {
    align-self: center;
  }
  h3 small {
    margin-left: auto;
    font: 560 13px/18px var(--txt);
    color: var(--ink-2);
    text-align: right;
    white-space: nowrap;
  }
  .fact {
    padding-left: 30px;
    font-size: 15px;
    line-height: 20px;
    margin: 2px 0 8px;
  }
  .two {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .two .btn {
    flex: 1 1 auto;
    min-height: 48px;
    text-align: center;
  }
  .nobody {
    flex: 0 1 auto;
    display: grid;
    place-items: center;
    min-height: 48px;
    padding: 0 12px;
    border: 1px dashed var(--rule-2);
    font-size: 14px;
    color: var(--ink-2);
  }
  .why {
    border: 2px solid var(--ink);
    background: var(--sheet);
  }
  .why label {
    display: block;
    padding: 8px 12px;
    background: var(--now);
    color: var(--on-now);
    font-size: 14px;
  }
  .why textarea {
    display: block;
    width: 100%;
    font-size: 18px;
    line-height: 24px;
    background: transparent;
    color: inherit;
    border: 0;
    border-bottom: 1.5px solid currentColor;
    resize: vertical;
  }
  .ask {
    padding: 8px 12px 12px;
    font-size: 14px;
  }
  .ask .two {
    margin-top: 8px;
  }
  details {
    padding: 8px 16px;
    font-size: 15px;
  }
  summary {
    min-height: 40px;
    line-height: 40px;
    cursor: pointer;
  }
  .done {
    display: flex;
    gap: 10px;
    padding: 8px 0;
    background: transparent;
  }
  .foot {
    display: flex;
    gap: 8px;
    padding: 8px;
    border-top: 1px solid var(--rule);
  }
  .shut {
    flex: 1;
    min-height: 72px;
    display: grid;
    place-content: center;
    text-align: center;
    border: 2px dashed var(--rule-2);
    color: var(--ink-2);
    font-size: 15px;
  }
  .shut b {
    font-size: 22px;
  }
</style>
