<script lang="ts">
  import { HOUR_MS, type UnitSystem } from '$core/units';
  import type { Rail } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import { deadlineWords } from '$words/deadline-words';
  import { stationOf } from '$words/station-address';
  import { clockTime, whenWords } from '$words/time';
  import { lineSegments } from './lines';

  const { rail, openJob, units }: { rail: Rail; openJob?: string; units: UnitSystem } = $props();
  const WIDTH = 390;
  const BACK_H = 0.5;
  const SPAN_H = 3;
  const from = $derived(clock.now - BACK_H * HOUR_MS);
  const x = $derived((ms: number) => ((ms - from) / HOUR_MS) * (WIDTH / SPAN_H));
  /** The open job's line that presses most, else the one that presses most of all. */
  const line = $derived(rail.lines.find((l) => l.id === openJob) ?? rail.lines[0]);
  const segments = $derived(line ? lineSegments(line, from + SPAN_H * HOUR_MS) : null);
  const next = $derived(line?.deadlines[0]);
  const layings = $derived(line?.layings.filter((b) => b.wipedAtMs === undefined && b.wipeByMs !== null) ?? []);
  const halves = $derived(
    Array.from({ length: 7 }, (_, i) => Math.ceil(from / (HOUR_MS / 2)) * (HOUR_MS / 2) + i * (HOUR_MS / 2))
  );
</script>

{#if line && segments}
  <a
    class="strip no-print"
    href={stationOf(line.id, line.part, next ? deadlineWords(next, clock.now, line.timeZone, units).station : 'when')}
    aria-label="{line.title}{next
      ? `: ${deadlineWords(next, clock.now, line.timeZone, units).title} ${whenWords(next.atMs, clock.now, line.timeZone)}`
      : ''}"
  >
    <svg viewBox="0 0 {WIDTH} 52" width="100%" height="52" preserveAspectRatio="none" aria-hidden="true">
      <rect y="20" width={WIDTH} height="18" fill="url(#p-bare)" />
      <Ribbon segments={segments.laid} {x} y={20} height={18} width={WIDTH} />
      <Ribbon segments={segments.planned} {x} y={20} height={18} width={WIDTH} planned />
      {#each layings as b (b.laying)}
        <rect
          x={x(b.spreadAtMs)}
          y="20"
          width={Math.max(14, x(b.wipeByMs!) - x(b.spreadAtMs))}
          height="18"
          fill="var(--oil-wet)"
        />
        <text x={Math.max(4, x(b.spreadAtMs) + 4)} y="34" style="font-size:13px;font-weight:700;fill:#fff"
          >{b.laying}</text
        >
        <path d="M{x(b.wipeByMs!)} 14V40" stroke="var(--stop)" stroke-width="2" />
        <rect x={x(b.wipeByMs!)} y="40" width="16" height="12" fill="var(--stop)" />
        <text x={x(b.wipeByMs!) + 8} y="50" text-anchor="middle" style="font-size:11px;font-weight:700;fill:#fff"
          >{b.laying}</text
        >
      {/each}
      {#each halves as h (h)}
        <text x={x(h)} y="13" text-anchor="middle" style="font-size:11px;fill:var(--ink-2)"
          >{clockTime(h, line.timeZone)}</text
        >
      {/each}
      <path d="M{x(clock.now)} 16V52" stroke="var(--now)" stroke-width="5" />
      <path d="M{x(clock.now)} 16V52" stroke="var(--on-now)" stroke-width="2" />
    </svg>
    <span>{line.title}</span>
  </a>
{/if}

<style>
  .strip {
    display: none;
    position: relative;
    background: var(--sheet);
    border-bottom: 1.5px solid var(--ink);
    height: 53px;
    overflow: hidden;
    text-decoration: none;
    color: var(--ink);
  }
  .strip span {
    position: absolute;
    left: 8px;
    bottom: 0;
    font-size: 11.5px;
    line-height: 13px;
    font-weight: 640;
    background: var(--sheet);
    padding: 0 4px;
  }
  @media (max-width: 760px) {
    .strip {
      display: block;
    }
  }
</style>
