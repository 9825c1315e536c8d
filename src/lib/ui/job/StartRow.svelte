<script lang="ts">
  import { HOUR_MS, type UnitSystem } from '$core/units';
  import type { HourVerdict } from '$core/judge';
  import type { RankedStart, SequenceOutcome, SimulatedCoat } from '$core/window';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import { RULE_WORD } from '$words/rule-words';
  import { coatSegments, cutAt } from '../ribbon/segments';
  import { closureWords } from '$words/closure-words';
  import { hourWords, laidWords, spanWords, startWords, whenWords } from '$words/time';

  interface Props {
    outcome: SequenceOutcome;
    /** The start held against every forecast; absent while none is in. */
    rank?: RankedStart;
    chosen: boolean;
    nowMs: number;
    timeZone: string;
    units: UnitSystem;
    width: number;
    coatsWanted: number;
    hours: readonly HourVerdict[];
    onpick: () => void;
  }
  const { outcome, rank, chosen, nowMs, timeZone, units, width, coatsWanted, hours, onpick }: Props = $props();

  const LEFT = $derived(width > 700 ? 210 : 92);
  const roomy = $derived(width > 700);
  const plotW = $derived(width - LEFT);
  const fromMs = $derived(hours[0]!.atMs);
  const toMs = $derived(fromMs + hours.length * HOUR_MS);
  const x = $derived((ms: number) => ((ms - fromMs) / (toMs - fromMs)) * plotW);
  const lanes = $derived(
    outcome.coats.map((c, i) => ({
      c,
      next: outcome.coats[i + 1],
      segments: coatSegments(c, c.number >= coatsWanted ? 'cure' : 'recoat', toMs)
    }))
  );
  /** What stops this start in the other forecasts, beside its ribbon. */
  const stops = $derived.by(() => {
    if (!rank?.stopper || rank.members < 2) return null;
    const { stopper, holds, members } = rank;
    const text = `${RULE_WORD[stopper.rule]}${coatsWanted > 1 ? ` on coat ${stopper.coat}` : ''} in ${holds === 0 && stopper.count === members ? 'all' : stopper.count}`;
    const last = lanes.at(-1);
    const ribbonEnd = last ? x(Math.min(toMs, last.segments.at(-1)?.toMs ?? last.c.laidToMs)) : x(outcome.startMs);
    // The sign stands 8 px to both sides of the hour that fails.
    const sign = outcome.failed ? x(outcome.failed.atMs) : null;
    const right = sign === null ? ribbonEnd : Math.max(ribbonEnd, sign + 8);
    const left = sign === null ? x(outcome.startMs) : Math.min(x(outcome.startMs), sign - 8);
    return plotW - right > text.length * 7 + 12
      ? { text, x: right + 8, end: false }
      : left > text.length * 7 + 12
        ? { text, x: left - 8, end: true }
        : null;
  });
  const laidText = (c: SimulatedCoat) =>
    `coat ${c.number}, ${laidWords(c, timeZone)}${roomy && c.sittings.length > 1 ? `, ${c.sittings.length} sittings` : ''}${c.abradeFirst ? ', abrade first' : ''}`;
  const nextText = ({ c, next }: (typeof lanes)[number]) =>
    next || c.number < coatsWanted
      ? `next opens ${hourWords(c.recoatOpens.p50, nowMs, timeZone)}, ${spanWords(c.recoatOpens, nowMs, timeZone)}`
      : c.lightUse
        ? `light use ${whenWords(c.lightUse.p50, nowMs, timeZone)}`
        : '';
  /** Where a lane's words begin: over its first oil, or as far left of it as they need. */
  const textX = (l: (typeof lanes)[number]) =>
    Math.max(
      2,
      Math.min(x(l.c.laidFromMs), plotW - laidText(l.c).length * 7.2 - (roomy ? nextText(l).length * 6.9 : 0))
    );
  const LANE = 46;
  const height = $derived(chosen ? Math.max(1, lanes.length) * LANE + 12 : 42);
</script>

<div class="row" class:chosen>
  <button onclick={onpick} aria-pressed={chosen} style="width:{LEFT}px">
    <b class="fig">{startWords(outcome.startMs, nowMs, timeZone)}</b>
    {#if rank && rank.members > 1}
      <span class="holds" class:none={rank.holds === 0}
        ><b class="fig">{rank.holds}</b> of {rank.members}{roomy ? ' dry' : ''}</span
      >
      {#if chosen && roomy}
        <svg class="tally" width="104" height="12" viewBox="0 0 104 12" aria-hidden="true">
          {#each { length: rank.members } as _, i (i)}
            <rect
              x={(i * 104) / rank.members}
              width={Math.max(1.2, 104 / rank.members - 1.2)}
              height="12"
              fill={i < rank.holds ? 'var(--go)' : 'var(--rule-2)'}
            />
          {/each}
        </svg>
      {/if}
    {:else if outcome.ok}<span class="text-go">all coats dry in time</span>{:else if outcome.failed}<span
        class="text-stop">coat {outcome.failed.coat}: {outcome.failed.closure.rule}</span
      >{/if}
    {#if chosen}<span class="dim"
        >{rank?.visits || outcome.visits} {(rank?.visits || outcome.visits) === 1 ? 'visit' : 'visits'}</span
      >{/if}
  </button>
  <svg
    width={plotW}
    {height}
    viewBox="0 0 {plotW} {height}"
    role="img"
    aria-label={lanes
      .map((l) => `${laidText(l.c)}, recoat opens ${hourWords(l.c.recoatOpens.p50, nowMs, timeZone)}`)
      .join('; ') || 'no coat can be laid'}
  >
    {#if chosen}
      {#each lanes as l, i (l.c.number)}
        {@const y = i * LANE + 20}
        <text x={textX(l)} y={y - 6} style="font-size:12.5px">
          <tspan style="font-weight:660">{laidText(l.c)}</tspan>
          {#if roomy}<tspan dx="8" style="fill:var(--go);font-weight:600">{nextText(l)}</tspan>{/if}
        </text>
        <Ribbon segments={l.segments} {x} {y} height={22} width={plotW} />
      {/each}
    {:else}
      {#each lanes as l (l.c.number)}
        <Ribbon
          segments={l.next ? cutAt(l.segments, l.next.laidFromMs) : l.segments}
          {x}
          y={12}
          height={18}
          width={plotW}
        />
      {/each}
    {/if}
    {#if stops && !chosen}
      <text x={stops.x} y="25" text-anchor={stops.end ? 'end' : 'start'} class="stops">{stops.text}</text>
    {/if}
    {#if outcome.failed}
      <g transform="translate({Math.min(plotW - 18, Math.max(0, x(outcome.failed.atMs) - 8))} {chosen ? 24 : 8})"
        ><path d="M4.7 0h6.6L16 4.7v6.6L11.3 16H4.7L0 11.3V4.7z" fill="var(--stop)" /><path
          d="M8 3.2v6M8 11v2.2"
          stroke="var(--sheet)"
          stroke-width="2.2"
        /><title>{closureWords(outcome.failed.closure, units)}</title></g
      >
    {/if}
  </svg>
</div>

<style>
  .row {
    display: flex;
    align-items: stretch;
    border-bottom: 1px solid var(--rule);
    overflow: hidden;
  }
  .row svg {
    flex: none;
    background: var(--sheet);
  }
  button {
    display: flex;
    flex-direction: column;
    justify-content: center;
    gap: 1px;
    text-align: left;
    font-size: 12.5px;
    padding: 2px 8px 2px 0;
    flex: none;
    min-height: 40px;
  }
  button b {
    font-size: 16px;
    line-height: 18px;
  }
  .holds {
    color: var(--ink-2);
    white-space: nowrap;
  }
  .holds b {
    font-size: 15px;
    color: var(--go);
  }
  .holds.none b {
    color: var(--stop);
  }
  .chosen .holds b {
    font-size: 26px;
  }
  .stops {
    font-size: 12.5px;
    fill: var(--ink-2);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 4px;
  }
  .chosen {
    border: 1.5px solid var(--ink);
    border-left-width: 0;
    background: var(--sheet);
  }
  .chosen button {
    box-shadow: inset 6px 0 0 var(--ink);
    padding-left: 16px;
    font-size: 14px;
  }
  .chosen button b {
    font-size: 22px;
    line-height: 26px;
  }
</style>
