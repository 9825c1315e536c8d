<script lang="ts">
  import { filmFactor, methodFactor, progressBetween } from '$core/drying';
  import { cardHours, classTraits, touchDryProgress } from '$core/product';
  import { HOUR_MS, showRain, showTemperature, showTemperatureGap, showSpeed, temperatureOnScale } from '$core/units';
  import { limitOf } from '$core/judge';
  import { siteHourAt } from '$core/climate';
  import type { SequenceContext, SequenceOutcome } from '$core/window';
  import Chart from '../chart/Chart.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { RULE_WORD } from '$words/rule-words';
  import { clockTime, fullDate, localClock } from '$words/time';
  import type { Banded } from '$lib/workers/air-bands';
  import type { StartFinder } from './start-finder.svelte';

  const { finder, context, outcome }: { finder: StartFinder; context: SequenceContext; outcome: SequenceOutcome } =
    $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const us = $derived(desk.units === 'us');
  const limits = $derived(context.coats[0]!.limits);

  const VIEWS = ['Air', 'Wood temperature', 'Wood moisture', 'Drying', 'Table'] as const;
  type View = (typeof VIEWS)[number];
  let view = $state<View | null>(null);

  const temp = (c: number) => temperatureOnScale(c, desk.units);
  /** Plotly reads times as they stand: the site’s own wall clock. */
  const wall = (ms: number) => localClock(ms, zone);
  interface Fan {
    band: Banded;
    convert: (v: number) => number;
    unit: string;
    limit: { value: number; words: string } | null;
  }
  const FANS = $derived<Partial<Record<View, Fan>>>({
    Air: {
      band: 'airTempC',
      convert: temp,
      unit: us ? '°F' : '°C',
      limit: { value: temp(limitOf('air too cold', limits).value), words: 'air, lowest' }
    },
    'Wood temperature': {
      band: 'surfaceTempC',
      convert: temp,
      unit: us ? '°F' : '°C',
      limit: { value: temp(limitOf('surface too cold', limits).value), words: 'surface, lowest' }
    },
    'Wood moisture': {
      band: 'mcPercent',
      convert: (v) => v,
      unit: '%',
      limit: { value: limitOf('boards wet', limits).value, words: 'highest moisture' }
    }
  });
  const fan = $derived(view ? FANS[view] : undefined);
  const fanData = $derived.by(() => {
    if (!fan || !finder.hours) return [];
    const { bands } = finder.hours;
    const x = bands.of[fan.band].p50.map((_, i) => wall(bands.startMs + i * HOUR_MS));
    const y = (v: number[]) => v.map((n) => (Number.isFinite(n) ? fan.convert(n) : null));
    const line = (name: string, values: number[], more: object) => ({ x, y: y(values), name, mode: 'lines', ...more });
    return [
      line('lowest tenth', bands.of[fan.band].p10, { line: { width: 0.5, color: '--dew' } }),
      line('highest tenth', bands.of[fan.band].p90, {
        line: { width: 0.5, color: '--dew' },
        fill: 'tonexty',
        fillcolor: 'rgba(60,130,150,0.22)'
      }),
      line('middle', bands.of[fan.band].p50, { line: { width: 2, color: '--ink' } }),
      ...(fan.limit
        ? [
            {
              x: [x[0], x.at(-1)],
              y: [fan.limit.value, fan.limit.value],
              name: fan.limit.words,
              mode: 'lines',
              line: { dash: 'dash', width: 1.5, color: '--stop' }
            }
          ]
        : [])
    ];
  });
  const limitWords = $derived(
    fan?.limit
      ? [
          {
            xref: 'paper',
            x: 1,
            y: fan.limit.value,
            text: fan.limit.words,
            showarrow: false,
            xanchor: 'right',
            yanchor: 'bottom',
            font: { color: '--stop' }
          }
        ]
      : []
  );
  const HOURS_SHOWN = 96;
  const dryData = $derived.by(() => {
    if (view !== 'Drying') return [];
    return outcome.coats.flatMap((c, i) => {
      const coat = context.coats[i]!;
      const { card } = coat.limits;
      if (!classTraits(card.class).cures) return [];
      const until = outcome.coats[i + 1]?.laidFromMs ?? c.laidToMs + HOURS_SHOWN * HOUR_MS;
      const speed = filmFactor(coat.filmRatio) * methodFactor(coat.method, 'recoat');
      const count = Math.min(HOURS_SHOWN * 2, Math.ceil((until - c.laidToMs) / (HOUR_MS / 2)));
      const at = Array.from({ length: count + 1 }, (_, k) => c.laidToMs + (k * HOUR_MS) / 2);
      const p = (kappa: number) =>
        at.map((ms) =>
          Math.min(2, progressBetween(coat.curve, c.laidToMs, ms, cardHours(card, 'recoatOpens')!, speed * kappa))
        );
      const x = at.map(wall);
      return [
        {
          x,
          y: p(coat.kappa.p10),
          mode: 'lines',
          line: { width: 0.5, color: '--oil-dry' },
          name: `coat ${c.number}, slow`
        },
        {
          x,
          y: p(coat.kappa.p90),
          mode: 'lines',
          line: { width: 0.5, color: '--oil-dry' },
          fill: 'tonexty',
          fillcolor: 'rgba(150,110,70,0.25)',
          name: `coat ${c.number}, quick`
        },
        { x, y: p(coat.kappa.p50), mode: 'lines', line: { width: 2.2, color: '--oil-wet' }, name: `coat ${c.number}` }
      ];
    });
  });
  const dryLines = $derived.by(() => {
    const card = context.coats[0]!.limits.card;
    const line = (y: number, text: string) => ({
      shape: {
        type: 'line',
        xref: 'paper',
        x0: 0,
        x1: 1,
        y0: y,
        y1: y,
        line: { dash: 'dash', width: 1, color: '--ink' }
      },
      note: { xref: 'paper', x: 1, y, text, showarrow: false, xanchor: 'right', yanchor: 'bottom' }
    });
    const all = [line(touchDryProgress(card), 'touch dry'), line(1, 'recoat opens')];
    return { shapes: all.map((l) => l.shape), annotations: all.map((l) => l.note) };
  });
  const days = $derived([...new Set(desk.plan.hours.map((h) => fullDate(h.atMs, zone)))]);
  let day = $state(0);
  const rows = $derived(desk.plan.hours.filter((h) => fullDate(h.atMs, zone) === days[Math.min(day, days.length - 1)]));
</script>

<section class="values">
  <h2>Read the values</h2>
  <div class="tabs" role="group" aria-label="What to read">
    {#each VIEWS as v (v)}
      <button class="btn line" aria-pressed={view === v} onclick={() => (view = view === v ? null : v)}>{v}</button>
    {/each}
    <span class="grow"></span>
    <a class="btn line" href="/api/jobs/{desk.id}/hours.csv?part={desk.job.part}" download>CSV</a>
    <a class="btn line" href="/api/jobs/{desk.id}/hours.covjson?part={desk.job.part}" download>CoverageJSON</a>
  </div>
  {#if view === 'Table'}
    <div class="flex items-center gap-3 py-2">
      <button class="btn line" disabled={day === 0} onclick={() => day--}>Day before</button>
      <b>{days[Math.min(day, days.length - 1)]}</b>
      <button class="btn line" disabled={day >= days.length - 1} onclick={() => day++}>Day after</button>
    </div>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="scroll" role="region" aria-label="Hours of the day" tabindex="0">
      <table>
        <thead>
          <tr>
            <th>Hour</th><th>Air</th><th>Humidity</th><th>Surface</th><th>Dew gap</th><th>Moisture</th><th>Wind</th><th
              >Rain</th
            ><th>Open</th><th>Closed by</th>
          </tr>
        </thead>
        <tbody>
          {#each rows as v (v.atMs)}
            {@const h = desk.climate && siteHourAt(desk.climate, v.atMs)}
            {@const s = finder.hours?.shares.find((x) => x.atMs === v.atMs)}
            <tr class:shut={v.closed.length > 0}>
              <th scope="row">
                {clockTime(v.atMs, zone)}{#if h?.bridged}<span class="dim"> between</span>{/if}
              </th>
              {#if h}
                <td>{showTemperature(h.airTempC, desk.units)}</td>
                <td>{Math.round(h.rh * 100)} %</td>
                <td>{showTemperature(h.surfaceTempC, desk.units)}</td>
                <td>{showTemperatureGap(h.dewGapC, desk.units)}</td>
                <td>{h.mcPercent === null ? 'not read' : `${h.mcPercent.toFixed(1)} %`}</td>
                <td>{showSpeed(h.windMPerS, desk.units)}</td>
                <td>{h.rainMm ? showRain(h.rainMm, desk.units) : ''}</td>
              {:else}<td colspan="7">no data</td>{/if}
              <td>{s && s.members > 1 ? `${s.open} of ${s.members}` : v.closed.length ? 'closed' : 'open'}</td>
              <td class="why">{v.closed.map((c) => RULE_WORD[c.rule]).join(', ')}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if rows.some((v) => desk.climate && siteHourAt(desk.climate, v.atMs)?.bridged)}
      <p class="dim mt-1 text-[13px]">
        “between”: nobody told this hour. Its values are drawn from those beside it, and no rain is counted.
      </p>
    {/if}
  {:else if view === 'Drying'}
    {#if dryData.length}
      <Chart
        label="Drying progress of each coat from its laying, with the 80 % range of the drying factor"
        data={dryData}
        layout={{ yaxis: { title: { text: 'progress' }, range: [0, 1.6] }, xaxis: { type: 'date' }, ...dryLines }}
      />
    {:else}<p class="py-4">This product does not dry: it counts as usable once wiped.</p>{/if}
  {:else if fan}
    {#if fanData.length}
      <Chart
        label="{view} over the next days: middle of the forecasts, the lowest and the highest tenth"
        data={fanData}
        layout={{ yaxis: { title: { text: fan.unit } }, xaxis: { type: 'date' }, annotations: limitWords }}
      />
    {:else}<p class="dim py-4">The forecasts are still coming in.</p>{/if}
  {/if}
</section>

<style>
  .values {
    margin-top: 18px;
    border-top: 1px solid var(--rule-2);
    padding-top: 10px;
  }
  .tabs {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  .grow {
    flex: 1;
  }
  .tabs button[aria-pressed='true'] {
    box-shadow: inset 0 -4px 0 var(--ink);
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 14px;
    background: var(--sheet);
  }
  th,
  td {
    text-align: right;
    padding: 5px 10px;
    border-bottom: 1px solid var(--rule);
    white-space: nowrap;
    font-variant-numeric: tabular-nums;
  }
  thead th {
    border-bottom: 1.5px solid var(--ink);
    font-weight: 640;
  }
  .why {
    text-align: left;
    color: var(--ink-2);
  }
  .shut {
    background: var(--off-fill);
  }
</style>
