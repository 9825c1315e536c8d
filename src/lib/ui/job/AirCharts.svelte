<script lang="ts">
  import { HOUR_MS, showTemperature, showTemperatureGap, type UnitSystem } from '$core/units';
  import { limitOf, verdictRuns, type HourVerdict, type LayingLimits, type LimitRule } from '$core/judge';
  import type { SiteClimate, SiteHour } from '$core/climate';
  import type { SearchReport } from '$lib/workers/search.worker';
  import type { Banded } from '$lib/workers/air-bands';
  import HourRuns from '../ribbon/HourRuns.svelte';
  import { dayMonth, hourOfDay, hourWords } from '$words/time';

  interface Props {
    climate: SiteClimate;
    hours: readonly HourVerdict[];
    /** What closes an hour for the coat that comes next: the judge's own. */
    limits: LayingLimits;
    outdoor: boolean;
    /** What the oil goes on, in the word of the trade. */
    wood: 'Board' | 'Floor' | 'Wood';
    nowMs: number;
    timeZone: string;
    units: UnitSystem;
    width: number;
    /** The members' spread, rain by member, and how many have each hour open; null until they are in. */
    ensemble?: SearchReport['hours'];
    /** The instant being looked at. */
    looked: number | null;
  }
  let {
    climate,
    hours,
    limits,
    outdoor,
    wood,
    nowMs,
    timeZone,
    units,
    width,
    ensemble = null,
    looked = $bindable()
  }: Props = $props();

  const may = (rule: LimitRule) => limitOf(rule, limits).value;
  const surfaceC = $derived([may('surface too cold'), may('surface too hot')] as const);
  const LEFT = $derived(width > 700 ? 210 : 92);
  const plotW = $derived(width - LEFT);
  const fromMs = $derived(hours[0]!.atMs);
  const spanMs = $derived(hours.length * HOUR_MS);
  const x = $derived((ms: number) => ((ms - fromMs) / spanMs) * plotW);
  const shown = $derived(
    hours.flatMap((v) => {
      const h = climate.hours[Math.floor((v.atMs - climate.startMs) / HOUR_MS)];
      return h ? [{ atMs: v.atMs, h }] : [];
    })
  );

  interface Row {
    name: string;
    rule: string;
    value: (h: SiteHour) => number | null;
    band: Banded;
    scale?: number;
    limits: number[];
    ink: string;
    word: (v: number) => string;
  }
  const rows = $derived<Row[]>([
    {
      name: 'Dew gap',
      rule: `work over ${showTemperatureGap(may('dew'), units)}`,
      value: (h) => h.dewGapC,
      band: 'dewGapC',
      limits: [may('dew')],
      ink: 'var(--dew)',
      word: (v) => showTemperatureGap(v, units)
    },
    {
      name: `${wood} ` + (LEFT > 150 ? 'temperature' : 'temp.'),
      rule: `${showTemperature(surfaceC[0], units, 0)} to ${showTemperature(surfaceC[1], units, 0)}`,
      value: (h) => h.surfaceTempC,
      band: 'surfaceTempC',
      limits: [...surfaceC],
      ink: 'var(--heat)',
      word: (v) => showTemperature(v, units)
    },
    {
      name: LEFT > 150 ? `${wood} moisture` : 'Moisture',
      rule: shown.some((s) => s.h.mcPercent !== null) ? `work under ${may('boards wet')} %` : 'nobody has read it',
      value: (h) => h.mcPercent,
      band: 'mcPercent',
      limits: [may('boards wet')],
      ink: 'var(--wet)',
      word: (v) => `${v.toFixed(1)} %`
    },
    {
      name: 'Humidity',
      rule: `work under ${Math.round(may('air too damp') * 100)} %`,
      value: (h) => h.rh * 100,
      band: 'rh',
      scale: 100,
      limits: [may('air too damp') * 100],
      ink: 'var(--cold)',
      word: (v) => `${Math.round(v)} %`
    }
  ]);
  const ROW_H = 46;
  const top = $derived(outdoor ? 74 : 26);
  const height = $derived(top + rows.length * ROW_H + 44);
  const scaled = $derived(
    rows.map((r, i) => {
      const band = outdoor && ensemble ? ensemble.bands.of[r.band] : null;
      const k = r.scale ?? 1;
      const known = band ? [...band.p10, ...band.p90].filter(Number.isFinite).map((v) => v * k) : [];
      const line = shown.flatMap((s) => {
        const v = r.value(s.h);
        return v === null ? [] : [{ atMs: s.atMs, v }];
      });
      const all = [...line.map((s) => s.v), ...known, ...r.limits.slice(0, 1)];
      const [low, high] = [Math.min(...all), Math.max(...all)];
      const y = (v: number) => top + i * ROW_H + 40 - ((v - low) / Math.max(high - low, 1e-6)) * 34;
      return {
        ...r,
        y,
        path: line.map((s, k) => `${k ? 'L' : 'M'}${x(s.atMs + HOUR_MS / 2).toFixed(1)} ${y(s.v).toFixed(1)}`).join(''),
        area: band && bandPath(ensemble!.bands.startMs, band, k, y),
        low,
        high
      };
    })
  );
  /** The band between the lowest and the highest tenth of the members, as one outline. */
  function bandPath(startMs: number, band: { p10: number[]; p90: number[] }, k: number, y: (v: number) => number) {
    const at = (i: number) => x(startMs + (i + 0.5) * HOUR_MS).toFixed(1);
    const known = band.p10.flatMap((v, i) => (Number.isFinite(v) ? [i] : []));
    const up = known.map((i) => `${at(i)} ${y(band.p90[i]! * k).toFixed(1)}`);
    const down = known.reverse().map((i) => `${at(i)} ${y(band.p10[i]! * k).toFixed(1)}`);
    return up.length ? `M${up.join('L')}L${down.join('L')}Z` : null;
  }
  const members = $derived(ensemble?.shares[0]?.members ?? 1);
  const rainMembers = $derived(outdoor && ensemble && members > 1 ? members : 0);
  const rainPitch = $derived(rainMembers ? 46 / rainMembers : 0);
  const days = $derived(shown.filter((s) => hourOfDay(s.atMs, timeZone) === 0));
  const runs = $derived(verdictRuns(hours));
  const at = $derived(looked === null ? undefined : shown.find((s) => s.atMs <= looked! && looked! < s.atMs + HOUR_MS));

  function point(e: PointerEvent & { currentTarget: SVGSVGElement }) {
    const box = e.currentTarget.getBoundingClientRect();
    const px = ((e.clientX - box.left) / box.width) * width - LEFT;
    looked = px < 0 ? null : fromMs + (px / plotW) * spanMs;
  }
  function key(e: KeyboardEvent) {
    if (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight') return;
    e.preventDefault();
    const next = (looked ?? fromMs) + (e.key === 'ArrowRight' ? HOUR_MS : -HOUR_MS);
    looked = Math.min(fromMs + spanMs - 1, Math.max(fromMs, next));
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<svg
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  class="max-w-full bg-sheet"
  role="application"
  tabindex="0"
  aria-label="Hours of the next days: {hours.filter((h) => !h.closed.length)
    .length} of {hours.length} open. Arrow keys move along the hours."
  onpointermove={point}
  onpointerdown={point}
  onkeydown={key}
>
  <g transform="translate({LEFT} 0)">
    {#each shown as s (s.atMs)}
      {#if s.h.sunElevationDeg <= 0}<rect
          x={x(s.atMs)}
          y="20"
          width={x(s.atMs + HOUR_MS) - x(s.atMs) + 0.4}
          height={height - 66}
          fill="var(--sunk)"
        />{/if}
    {/each}
    {#each days as d, i (d.atMs)}
      <path d="M{x(d.atMs)} 4V{height}" stroke="var(--rule-2)" />
      {#if (days[i + 1] ? x(days[i + 1]!.atMs) : plotW) - x(d.atMs) > 72}
        <text x={x(d.atMs) + 5} y="15" style="font-size:13px;font-weight:680"
          >{dayMonth(d.atMs, timeZone).split(' ').slice(0, 2).join(' ')}</text
        >
      {/if}
    {/each}
    {#if outdoor}
      {#each rainMembers ? ensemble!.rain : [] as r, i (i)}<rect
          x={x(r.fromMs)}
          y={20 + r.member * rainPitch}
          width={Math.max(1.2, x(r.toMs) - x(r.fromMs))}
          height={Math.max(1, rainPitch - 0.2)}
          fill="var(--rain)"
        />{/each}
      {#each rainMembers ? [] : shown as s (s.atMs)}
        {#if s.h.rainMm > 0}<rect
            x={x(s.atMs)}
            y={66 - Math.min(40, s.h.rainMm * 14)}
            width={Math.max(1.5, x(s.atMs + HOUR_MS) - x(s.atMs) - 0.5)}
            height={Math.min(40, s.h.rainMm * 14)}
            fill="var(--rain)"
          />{/if}
      {/each}
      <path d="M0 66H{plotW}" stroke="var(--rule)" />
    {/if}
    {#each scaled as r, i (r.name)}
      <path d="M0 {top + (i + 1) * ROW_H - 2}H{plotW}" stroke="var(--rule)" />
      {#each r.limits as l (l)}{#if l >= r.low && l <= r.high}<path
            d="M0 {r.y(l)}H{plotW}"
            stroke="var(--ink)"
            stroke-dasharray="4 3"
          />{/if}{/each}
      {#if r.area}<path d={r.area} fill={r.ink} opacity="0.22" />{/if}
      <path d={r.path} fill="none" stroke={r.ink} stroke-width="2.2" />
    {/each}
    <HourRuns {runs} {x} y={height - 40} height={30} width={plotW} />
    {#if rainMembers}
      {#each ensemble!.shares as s (s.atMs)}
        {#if s.open > 0}<rect
            x={x(s.atMs)}
            y={height - 8 + 7 * (1 - s.open / s.members)}
            width={Math.max(0.8, x(s.atMs + HOUR_MS) - x(s.atMs))}
            height={7 * (s.open / s.members)}
            fill="var(--go)"
          />{/if}
      {/each}
    {/if}
    {#if x(nowMs) >= 0}<path d="M{x(nowMs)} 20V{height - 8}" stroke="var(--now)" stroke-width="6" /><path
        d="M{x(nowMs)} 20V{height - 8}"
        stroke="var(--on-now)"
        stroke-width="2"
      />{/if}
    {#if at}
      {@const px = x(at.atMs + HOUR_MS / 2)}
      <path d="M{px} 20V{height - 8}" stroke="var(--ink)" stroke-width="1.6" />
      {#each scaled as r (r.name)}
        {@const v = r.value(at.h)}
        {@const flip = px > plotW - 90}
        {#if v !== null}
          <rect
            x={flip ? px - 76 : px + 6}
            y={r.y(v) - 9}
            width="70"
            height="18"
            fill="var(--sheet)"
            stroke="var(--rule-2)"
          />
          <text x={flip ? px - 41 : px + 41} y={r.y(v) + 5} text-anchor="middle" style="font-size:13px;font-weight:640"
            >{r.word(v)}</text
          >{/if}
      {/each}
      <rect x={px - 46} y="0" width="92" height="18" fill="var(--ink)" />
      <text x={px} y="13.5" text-anchor="middle" style="font-size:12.5px;font-weight:660;fill:var(--on-ink)"
        >{hourWords(at.atMs, nowMs, timeZone)}</text
      >
    {/if}
  </g>
  <rect x="0" y="0" width={LEFT} {height} fill="var(--paper)" />
  {#if outdoor}<text x="0" y="46" style="font-size:14px;font-weight:660">Rain</text>{#if LEFT > 150}<text
        x="0"
        y="62"
        style="font-size:12.5px;fill:var(--ink-2)"
        >{rainMembers ? `${members} forecasts, a line each` : 'one forecast'}</text
      >{/if}{/if}
  {#each scaled as r, i (r.name)}
    <text x="0" y={top + i * ROW_H + 20} style="font-size:14px;font-weight:660">{r.name}</text>
    {#if LEFT > 150}<text x="0" y={top + i * ROW_H + 36} style="font-size:12.5px;fill:var(--ink-2)">{r.rule}</text>{/if}
  {/each}
  <text x="0" y={height - 27} style="font-size:14px;font-weight:660">{LEFT > 150 ? 'Hours you can work' : 'Open'}</text>
  {#if LEFT > 150}<text x="0" y={height - 12} style="font-size:12.5px;fill:var(--ink-2)"
      >{hours.filter((h) => !h.closed.length).length} of {hours.length} are open</text
    >{/if}
</svg>
