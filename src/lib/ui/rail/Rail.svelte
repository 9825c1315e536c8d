<script lang="ts">
  import { showSpeed, showTemperature, showTemperatureGap, HOUR_MS, type UnitSystem } from '$core/units';
  import type { Rail } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import HourRuns from '../ribbon/HourRuns.svelte';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import type { Segment } from '../ribbon/segments';
  import { clockTime, dayMonth, dayShort } from '../words/time';
  import { lineSegments } from './lines';

  const { rail, openJob, units }: { rail: Rail; openJob?: string; units: UnitSystem } = $props();

  const PX_PER_HOUR = 15.7;
  const BACK_H = 12;
  const WIDTH = (BACK_H + 60) * PX_PER_HOUR;
  const PITCH = 15.4;
  const from = $derived(clock.now - BACK_H * HOUR_MS);
  const x = $derived((ms: number) => ((ms - from) / HOUR_MS) * PX_PER_HOUR);
  const nowX = BACK_H * PX_PER_HOUR;
  const lines = $derived(rail.lines.slice(0, 4));
  const present = $derived(rail.hours.find((h) => h.atMs <= clock.now && clock.now < h.atMs + HOUR_MS));

  const temps = $derived(rail.hours.flatMap((h) => [h.airTempC, h.dewPointC]));
  const [low, high] = $derived([Math.min(...temps), Math.max(...temps)]);
  const ty = $derived((t: number) => 60 - ((t - low) / Math.max(1, high - low)) * 38);
  const mid = (ms: number) => x(ms + HOUR_MS / 2);
  const airPath = $derived(
    rail.hours.map((h, i) => `${i ? 'L' : 'M'}${mid(h.atMs).toFixed(1)} ${ty(h.airTempC).toFixed(1)}`).join('')
  );
  const gapPath = $derived(
    airPath +
      [...rail.hours]
        .reverse()
        .map((h) => `L${mid(h.atMs).toFixed(1)} ${ty(h.dewPointC).toFixed(1)}`)
        .join('') +
      'Z'
  );
  const ticks = $derived(rail.hours.filter((h) => h.hour % 6 === 0));
  /** The warmest and coldest hours, one label for each rise and fall. */
  const extremes = $derived.by(() => {
    const all = rail.hours;
    return all.filter((h, i) => {
      const around = all.slice(Math.max(0, i - 6), i + 7).map((o) => o.airTempC);
      const isTop = h.airTempC === Math.max(...around) || h.airTempC === Math.min(...around);
      return (
        i > 2 && i < all.length - 3 && isTop && all[i - 1]!.airTempC !== h.airTempC && Math.abs(x(h.atMs) - nowX) > 60
      );
    });
  });
  const ribbonWord = (s: Segment) =>
    s.state === 'open'
      ? `opens ${clockTime(s.scarf!.p50, rail.timeZone)}`
      : s.state === 'shut'
        ? `shut ${dayShort(s.scarf!.p50, rail.timeZone)} ${clockTime(s.scarf!.p50, rail.timeZone)}, abrade first`
        : s.state === 'curing'
          ? 'curing'
          : s.state === 'drying'
            ? 'drying'
            : s.state === 'dry'
              ? 'dry'
              : '';
</script>

<section class="rail no-print" aria-label="Hour rail: 12 hours back, 60 hours ahead">
  <div class="names">
    <div class="d">
      {#if present}
        <b>{showTemperature(present.airTempC, units)}</b>
        dew gap {showTemperatureGap(present.airTempC - present.dewPointC, units)}<br />wind {showSpeed(
          present.windMPerS,
          units
        )}
      {:else}
        <b>No weather</b>the desk is silent
      {/if}
    </div>
    {#each lines as l, i (l.id)}
      <span class="j" class:on={l.id === openJob} style="top:{66 + i * PITCH}px">{l.title}</span>
    {/each}
  </div>
  <div class="axis">
    <svg
      width={WIDTH}
      height="128"
      viewBox="0 0 {WIDTH} 128"
      role="img"
      aria-label={present
        ? `Weather now ${showTemperature(present.airTempC, units)}, ${lines.length} live jobs`
        : `${lines.length} live jobs`}
    >
      {#each rail.hours as h (h.atMs)}
        <rect
          x={x(h.atMs)}
          y="16"
          width={PX_PER_HOUR + 0.3}
          height="48"
          fill={h.night ? 'var(--night)' : 'var(--day)'}
        />
      {/each}
      <path d={gapPath} fill="var(--dew-fill)" />
      {#each rail.hours as h (h.atMs)}
        {#if h.airTempC - h.dewPointC < 3}<rect
            x={x(h.atMs)}
            y="46"
            width={PX_PER_HOUR}
            height="18"
            fill="url(#p-dew)"
            opacity=".75"
          />{/if}
        {#if h.rainMm > 0}<rect
            x={x(h.atMs) + 1}
            y={64 - Math.min(30, h.rainMm * 15)}
            width={PX_PER_HOUR - 2}
            height={Math.min(30, h.rainMm * 15)}
            fill="var(--rain)"
          />{/if}
        {#if h.hour % 3 === 0}
          {@const reach = Math.min(11, h.windMPerS * 1.3)}
          <path
            d="M{mid(h.atMs) - reach / 2} {20 + reach / 2}l{reach} {-reach * 0.8}"
            stroke="var(--ink-2)"
            stroke-width="1.2"
          />
        {/if}
      {/each}
      {#if airPath}<path d={airPath} fill="none" stroke="var(--air)" stroke-width="2" />{/if}
      {#each extremes as h (h.atMs)}
        {@const t = `${Math.round(units === 'us' ? h.airTempC * 1.8 + 32 : h.airTempC)}°`}
        <rect
          x={mid(h.atMs) - 10}
          y={Math.max(18, ty(h.airTempC) - 5)}
          width="20"
          height="12"
          fill={h.night ? 'var(--night)' : 'var(--day)'}
          opacity=".8"
        />
        <text x={mid(h.atMs)} y={Math.max(28, ty(h.airTempC) + 5)} text-anchor="middle" style="font-weight:680"
          >{t}</text
        >
      {/each}
      {#each ticks as h (h.atMs)}
        {@const hour = h.hour}
        {#if hour === 0}
          <path d="M{x(h.atMs)} 0V128" stroke="var(--rule-2)" />
          <rect x={x(h.atMs)} y="0" width="86" height="15" fill="var(--sheet)" />
          <text x={x(h.atMs) + 5} y="12" style="font-size:12.5px;font-weight:680"
            >{dayMonth(h.atMs, rail.timeZone)}</text
          >
        {:else}
          <text x={x(h.atMs)} y="12" text-anchor="middle" style="fill:var(--ink-2)"
            >{String(hour).padStart(2, '0')}</text
          >
        {/if}
      {/each}
      {#each lines as l, i (l.id)}
        {@const y = 66 + i * PITCH}
        {@const s = lineSegments(l, from + 72 * HOUR_MS)}
        {#if l.runs.length}<HourRuns runs={l.runs} {x} {y} height={13} width={WIDTH} />{:else}<rect
            x="0"
            {y}
            width={WIDTH}
            height="13"
            fill="url(#p-bare)"
          />{/if}
        <Ribbon segments={s.laid} {x} {y} height={13} width={WIDTH} label={ribbonWord} />
        <Ribbon
          segments={s.planned}
          {x}
          {y}
          height={13}
          width={WIDTH}
          planned
          label={(g) => (g.state === 'oil on' ? 'coat' : ribbonWord(g))}
        />
      {/each}
      {#if lines.length === 0}
        <text x="12" y="98" style="font-size:13px;fill:var(--ink-2)"
          >Live jobs lie here, one ribbon each, as soon as a start is booked.</text
        >
      {/if}
      <rect x="0" y="16" width={nowX} height="112" fill="var(--sheet)" opacity=".42" />
      <path d="M{nowX} 16V128" stroke="var(--now)" stroke-width="6" />
      <path d="M{nowX} 16V128" stroke="var(--on-now)" stroke-width="2" />
      <rect x={nowX - 21} y="0" width="42" height="16" fill="var(--now)" />
      <text x={nowX} y="12.5" text-anchor="middle" class="fig" style="font-size:14px;fill:var(--on-now)"
        >{clockTime(clock.now, rail.timeZone)}</text
      >
    </svg>
    <ul class="unseen">
      {#each lines as l (l.id)}<li>
          {l.title}: {l.stage}{l.coats.length ? `, ${l.coats.length} of ${l.coatsWanted} coats laid` : ''}
        </li>{/each}
    </ul>
  </div>
</section>

<style>
  .rail {
    display: grid;
    grid-template-columns: var(--col) 1fr;
    height: var(--rail-h);
    background: var(--sheet);
    border-bottom: 1.5px solid var(--ink);
  }
  .names {
    position: relative;
    border-right: 1px solid var(--rule);
  }
  .names .d {
    position: absolute;
    left: 16px;
    top: 4px;
    font-size: 12px;
    line-height: 15px;
    color: var(--ink-2);
  }
  .names .d b {
    display: block;
    font-family: var(--fig);
    font-stretch: 84%;
    font-weight: 720;
    font-size: 19px;
    line-height: 20px;
    color: var(--ink);
  }
  .names .j {
    position: absolute;
    left: 16px;
    right: 4px;
    height: 15px;
    line-height: 15px;
    font-size: 12px;
    color: var(--ink-2);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    text-decoration: none;
  }
  .names .j.on {
    color: var(--ink);
    font-weight: 680;
    overflow: visible;
  }
  .names .j.on::before {
    content: '';
    position: absolute;
    left: -16px;
    width: 6px;
    top: 1px;
    height: 13px;
    background: var(--ink);
  }
  .axis {
    position: relative;
    overflow: hidden;
  }
  svg text {
    font-size: 11px;
  }
</style>
