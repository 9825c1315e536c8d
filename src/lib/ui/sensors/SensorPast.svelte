<script lang="ts">
  import { HOUR_MS, showDuration, showTemperature, temperatureOnScale, type UnitSystem } from '$core/units';
  import type { MeasuredHour } from '$core/climate';
  import Chart from '../chart/Chart.svelte';
  import { clock } from '../clock/clock.svelte';
  import Sign from '../marks/Sign.svelte';
  import { dayShort, localClock, whenWords } from '$words/time';
  import { silencesOf, wholeHours } from './silences';

  interface Props {
    name: string;
    hours: readonly MeasuredHour[];
    sinceMs: number;
    timeZone: string;
    units: UnitSystem;
  }
  const { name, hours, sinceMs, timeZone, units }: Props = $props();
  const silences = $derived(silencesOf(hours, clock.now));
  /** Those that are said in words; the chart shows all. */
  const SAID = 4;
  const said = $derived(silences.slice(-SAID));
  const drawn = $derived(wholeHours(hours));
  /** Plotly reads times as they stand: the wall clock of the crew. */
  const wall = (ms: number) => localClock(ms, timeZone);
  const scale = $derived((v: number) => temperatureOnScale(v, units));

  type Measured = Exclude<keyof MeasuredHour, 'atMs'>;
  const LINES: {
    of: Measured;
    name: string;
    axis: 'y' | 'y2';
    line: { color: string; width: number; dash?: 'dash' };
  }[] = [
    { of: 'airTempC', name: 'air', axis: 'y2', line: { color: '--ink', width: 2 } },
    { of: 'surfaceTempC', name: 'surface', axis: 'y2', line: { color: '--ink', width: 1.5, dash: 'dash' } },
    { of: 'rh', name: 'humidity of the air', axis: 'y', line: { color: '--dew', width: 2 } },
    { of: 'mcPercent', name: 'moisture of the wood', axis: 'y', line: { color: '--dew', width: 1.5, dash: 'dash' } }
  ];
  const asRead = $derived<Record<Measured, (v: number) => number>>({
    airTempC: scale,
    surfaceTempC: scale,
    rh: (v) => v * 100,
    mcPercent: (v) => v
  });
  const data = $derived(
    LINES.filter((l) => hours.some((h) => h[l.of] !== undefined)).map((l) => ({
      x: drawn.map((h) => wall(h.atMs + HOUR_MS / 2)),
      y: drawn.map((h) => (h[l.of] === undefined ? null : asRead[l.of](h[l.of]!))),
      name: l.name,
      yaxis: l.axis,
      // A single hour between two silences is a point, not a line.
      mode: 'lines+markers',
      marker: { size: 3.5 },
      connectgaps: false,
      line: l.line
    }))
  );
  const layout = $derived({
    xaxis: { type: 'date', range: [wall(Math.max(sinceMs, hours[0]?.atMs ?? sinceMs)), wall(clock.now)] },
    yaxis: { title: { text: '%' }, domain: [0, 0.46], rangemode: 'tozero' },
    yaxis2: {
      title: { text: units === 'us' ? '°F' : '°C' },
      domain: [0.54, 1],
      gridcolor: '--rule',
      linecolor: '--ink',
      automargin: true
    },
    shapes: silences.map((s) => ({
      type: 'rect',
      xref: 'x',
      yref: 'paper',
      x0: wall(s.fromMs),
      x1: wall(s.toMs),
      y0: 0,
      y1: 1,
      line: { width: 0 },
      fillcolor: '--rule',
      opacity: 0.7,
      layer: 'below'
    }))
  });
  const percent = (v: number | undefined, places: number) => (v === undefined ? '' : `${v.toFixed(places)} %`);
  const degrees = (v: number | undefined) => (v === undefined ? '' : showTemperature(v, units));
  const span = (s: { fromMs: number; toMs: number }) =>
    `${whenWords(s.fromMs, clock.now, timeZone)} to ${whenWords(s.toMs, clock.now, timeZone)}`;
</script>

<div class="past" role="region" aria-label="What {name} measured">
  {#if hours.length === 0}
    <p>It measured nothing in the last five days.</p>
  {:else}
    {#if silences.length}
      <p class="flex gap-2">
        <Sign kind="check" size={15} /><span
          ><b
            >Silent {silences.length === 1 ? 'once' : `${silences.length} times`}{silences.length > SAID
              ? `, the last ${SAID}`
              : ''}:</b
          >
          {said.map((s) => `${span(s)} (${showDuration(s.toMs - s.fromMs)})`).join('; ')}. Those hours go by the model.</span
        >
      </p>
    {:else}<p class="dim">
        No silence since {whenWords(hours[0]!.atMs, clock.now, timeZone)}: a reading in every hour.
      </p>{/if}
    <ul class="key" aria-hidden="true">
      {#each data as d (d.name)}
        <li>
          <svg width="34" height="10"
            ><path
              d="M0 5H34"
              stroke="var({d.line.color})"
              stroke-width={d.line.width}
              stroke-dasharray={d.line.dash && '7 5'}
            /></svg
          >{d.name}
        </li>
      {/each}
    </ul>
    <Chart
      label="What {name} measured, hour by hour: air and surface above, humidity and wood moisture below"
      {data}
      {layout}
      height={340}
    />
    <details>
      <summary>The same as a table</summary>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <div class="scroll" role="region" aria-label="Hours of {name}, newest first" tabindex="0">
        <table class="ruled">
          <thead
            ><tr
              ><th>Hour</th><th class="num">Air</th><th class="num">Humidity</th><th class="num">Surface</th><th
                class="num">Moisture</th
              ></tr
            ></thead
          >
          <tbody>
            {#each [...hours].reverse() as h (h.atMs)}
              <tr>
                <th scope="row">{dayShort(h.atMs, timeZone)}, {wall(h.atMs).slice(11)}</th>
                <td class="num">{degrees(h.airTempC)}</td>
                <td class="num">{percent(h.rh === undefined ? undefined : h.rh * 100, 0)}</td>
                <td class="num">{degrees(h.surfaceTempC)}</td>
                <td class="num">{percent(h.mcPercent, 1)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    </details>
  {/if}
</div>

<style>
  .past {
    grid-column: 1 / -1;
    border-top: 1px solid var(--rule-2);
    padding-top: 10px;
    min-width: 0;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    cursor: pointer;
    font-weight: 560;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    padding-top: 10px;
  }
  .key li {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .scroll {
    max-height: 320px;
    overflow: auto;
    position: relative;
  }
</style>
