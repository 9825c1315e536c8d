<script lang="ts">
  import { HOUR_MS, type UnitSystem } from '$core/units';
  import type { RailHour } from '$lib/server/overview/rail';
  import { dayMonth } from '$words/time';
  import type { RailView } from './view.svelte';

  interface Props {
    hours: readonly RailHour[];
    timeZone: string;
    view: RailView;
    /** Place on the axis, px, of an instant. */
    x: (ms: number) => number;
    units: UnitSystem;
  }
  const { hours, timeZone, view, x, units }: Props = $props();

  /** Air this near its dew point is drawn damp, °C. */
  const DEW_NEAR_C = 3;
  const px = (v: number) => Number(v.toFixed(1));
  const mid = (ms: number) => x(ms + HOUR_MS / 2);
  const temps = $derived(hours.flatMap((h) => [h.airTempC, h.dewPointC]));
  const [low, high] = $derived([Math.min(...temps), Math.max(...temps)]);
  const ty = $derived((t: number) => 60 - ((t - low) / Math.max(1, high - low)) * 38);

  /** One path of bars from `top` to `bottom` over the hours that are meant; hours side by side are one bar. */
  function bars(meant: (h: RailHour) => boolean, top: number, bottom: number): string {
    let d = '';
    for (let i = 0; i < hours.length; i++) {
      if (!meant(hours[i]!)) continue;
      const from = hours[i]!.atMs;
      while (i + 1 < hours.length && meant(hours[i + 1]!)) i++;
      d += `M${px(x(from))} ${top}H${px(x(hours[i]!.atMs + HOUR_MS))}V${bottom}H${px(x(from))}Z`;
    }
    return d;
  }
  const nights = $derived(bars((h) => h.night, 16, 64));
  const damp = $derived(bars((h) => h.airTempC - h.dewPointC < DEW_NEAR_C, 46, 64));
  const rain = $derived(
    hours
      .filter((h) => h.rainMm > 0)
      .map(
        (h) => `M${px(x(h.atMs) + 1)} 64v${px(-Math.min(30, h.rainMm * 15))}h${px(Math.max(1, view.pxPerHour - 2))}V64Z`
      )
      .join('')
  );
  const wind = $derived(
    hours
      .filter((h) => h.hour % (view.spanH > 100 ? 12 : 3) === 0)
      .map((h) => {
        const reach = Math.min(11, h.windMPerS * 1.3);
        return `M${px(mid(h.atMs) - reach / 2)} ${px(20 + reach / 2)}l${px(reach)} ${px(-reach * 0.8)}`;
      })
      .join('')
  );
  const air = $derived(hours.map((h, i) => `${i ? 'L' : 'M'}${px(mid(h.atMs))} ${px(ty(h.airTempC))}`).join(''));
  const gap = $derived(
    air &&
      `${air}${[...hours]
        .reverse()
        .map((h) => `L${px(mid(h.atMs))} ${px(ty(h.dewPointC))}`)
        .join('')}Z`
  );
  const ticks = $derived(hours.filter((h) => h.hour % (view.spanH > 100 ? 24 : view.spanH < 30 ? 3 : 6) === 0));
  /** The warmest and coldest hours, one label for each rise and fall. */
  const extremes = $derived(
    hours.filter((h, i) => {
      const around = hours.slice(Math.max(0, i - 6), i + 7).map((o) => o.airTempC);
      return (
        i > 2 &&
        i < hours.length - 3 &&
        (h.airTempC === Math.max(...around) || h.airTempC === Math.min(...around)) &&
        hours[i - 1]!.airTempC !== h.airTempC &&
        Math.abs(x(h.atMs) - view.nowX) > 60
      );
    })
  );
</script>

{#if hours.length}
  <rect x={px(x(hours[0]!.atMs))} y="16" width={px(hours.length * view.pxPerHour)} height="48" fill="var(--day)" />
{/if}
<path d={nights} fill="var(--night)" />
<path d={gap} fill="var(--dew-fill)" />
<path d={damp} fill="url(#p-dew)" opacity=".75" />
<path d={rain} fill="var(--rain)" />
<path d={wind} stroke="var(--ink-2)" stroke-width="1.2" />
<path d={air} fill="none" stroke="var(--air)" stroke-width="2" />
{#each extremes as h (h.atMs)}
  <rect
    x={px(mid(h.atMs) - 10)}
    y={px(Math.max(18, ty(h.airTempC) - 5))}
    width="20"
    height="12"
    fill={h.night ? 'var(--night)' : 'var(--day)'}
    opacity=".8"
  />
  <text
    x={px(mid(h.atMs))}
    y={px(Math.max(28, ty(h.airTempC) + 5))}
    text-anchor="middle"
    style="font-size:11px;font-weight:680">{Math.round(units === 'us' ? h.airTempC * 1.8 + 32 : h.airTempC)}°</text
  >
{/each}
{#each ticks as h (h.atMs)}
  {@const at = px(x(h.atMs))}
  {#if h.hour === 0}
    <path d="M{at} 0V128" stroke="var(--rule-2)" />
    <rect x={at} y="0" width="86" height="15" fill="var(--sheet)" />
    <text x={at + 5} y="12" style="font-size:12.5px;font-weight:680">{dayMonth(h.atMs, timeZone)}</text>
  {:else}
    <text x={at} y="12" text-anchor="middle" style="font-size:11px;fill:var(--ink-2)"
      >{String(h.hour).padStart(2, '0')}</text
    >
  {/if}
{/each}
