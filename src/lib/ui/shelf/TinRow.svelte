<script lang="ts">
  import { send } from '$lib/forms/send';
  import type { StockTin } from '$core/stock';
  import { parseVolume, showVolume, type UnitSystem } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import { fullDate } from '$words/time';

  /** One tin: how full, which lot, where it stands, how long it is good; set right by hand with a note. */
  interface Props {
    tin: StockTin & { rowVersion: number };
    untilMs: number | null;
    units: UnitSystem;
    timeZone: string;
    places: readonly string[];
    mayEdit: boolean;
    onchanged: () => void;
  }
  const { tin, untilMs, units, timeZone, places, mayEdit, onchanged }: Props = $props();
  let open = $state(false);
  let leftL = $state(0);
  let place = $state('');
  let note = $state('');
  let wrong = $state('');
  const day = (iso: string) => fullDate(Date.parse(iso), 'UTC');
  const old = $derived(untilMs !== null && untilMs < clock.now);
  const title = $derived(`${tin.of === 'hardener' ? 'Hardener' : tin.colour}, lot ${tin.lot}`);

  function begin() {
    open = !open;
    leftL = tin.leftMl / 1000;
    place = tin.place;
    note = '';
    wrong = '';
  }
  async function change(to: Record<string, unknown>) {
    wrong = '';
    const sent = await send('PATCH', `/api/stock/${tin.id}`, { rowVersion: tin.rowVersion, note: note.trim(), ...to });
    if (sent.ok) open = false;
    else wrong = sent.problems.map((p) => (p.path ? `It ${p.problem}.` : p.problem)).join(' ');
    if (sent.ok || sent.status > 0) onchanged();
  }
</script>

<article class="tin" aria-label={title}>
  <svg viewBox="0 0 30 38" aria-hidden="true">
    <rect
      x="2"
      y={36 - (34 * tin.leftMl) / tin.volumeMl}
      width="26"
      height={(34 * tin.leftMl) / tin.volumeMl}
      fill={tin.of === 'hardener' ? 'var(--oil-cure)' : 'var(--oil-dry)'}
    />
    <rect x="2" y="2" width="26" height="34" fill="none" stroke="var(--ink)" stroke-width="2.5" />
  </svg>
  <div>
    <b>{title}</b>{tin.pairCode ? `, pair code ${tin.pairCode}` : ''}
    <span class="dim"
      >{tin.place[0]!.toUpperCase() + tin.place.slice(1)}. {tin.openedOn
        ? `Opened ${day(tin.openedOn)}`
        : `Bought ${day(tin.boughtOn)}`}{untilMs
        ? `, ${old ? 'was good' : 'good'} until ${fullDate(untilMs, timeZone)}`
        : ''}</span
    >
  </div>
  <p class="left">
    <span class="fig">{showVolume(tin.leftMl / 1000, units)}</span><span class="dim"
      >of {showVolume(tin.volumeMl / 1000, units)}</span
    >
  </p>
  {#if mayEdit}<button class="btn line" aria-expanded={open} aria-label="{title}: set right" onclick={begin}
      >Set right</button
    >{/if}
</article>
{#if open}
  <div class="set">
    <QuantityField
      label="Left in it"
      value={leftL}
      {units}
      parse={parseVolume}
      show={showVolume}
      onchange={(v) => (leftL = v)}
    />
    <Choice
      label="Where it stands"
      bind:value={place}
      options={[...new Set([...places, tin.place])].map((p) => ({ value: p, label: p }))}
    />
    <TextField label="Note" bind:value={note} maxlength={200} />
    <div class="acts">
      <button class="btn" onclick={() => change({ leftMl: Math.round(leftL * 1000), place })}>Write it down</button>
      {#if !tin.openedOn}<button
          class="btn line"
          onclick={() => change({ openedOn: new Date(clock.now).toISOString().slice(0, 10) })}>Opened today</button
        >{/if}
      <button class="btn danger-line" onclick={() => change({ thrownOut: true })}>Thrown out</button>
    </div>
    {#if wrong}<p class="font-semibold text-stop" role="alert">{wrong}</p>{/if}
  </div>
{/if}

<style>
  .tin {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto auto;
    gap: 12px;
    align-items: center;
    padding: 8px 12px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }
  svg {
    width: 30px;
  }
  .tin .dim {
    display: block;
    font-size: 13px;
  }
  .left {
    text-align: right;
  }
  .left .fig {
    font-size: 20px;
  }
  .set {
    display: grid;
    grid-template-columns: 1fr 1fr 1.4fr;
    gap: 12px;
    padding: 12px;
    background: var(--sheet);
    border: 1.5px solid var(--ink);
    align-items: start;
  }
  .acts {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  @media (max-width: 560px) {
    .tin {
      grid-template-columns: 30px minmax(0, 1fr) auto;
    }
    .tin > .btn {
      grid-column: 2 / -1;
    }
    .set {
      grid-template-columns: 1fr;
    }
  }
</style>
