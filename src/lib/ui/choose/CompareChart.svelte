<script lang="ts">
  import { methodName } from '$words/method-words';
  import type { SystemFigures } from '$core/choose';
  import Chart from '../chart/Chart.svelte';
  import Choice from '../fields/Choice.svelte';
  import type { CompareRow } from './compare-rows';
  import { labelPlaces } from './label-places';

  /** The trade-off between two measures: each system a point, the better ones down and left. */
  const { shown, rows }: { shown: readonly SystemFigures[]; rows: readonly CompareRow[] } = $props();
  const AXES = ['money', 'use', 'care-visits', 'hours', 'litres', 'care-money'];
  let x = $state('use');
  let y = $state('money');
  const options = $derived(rows.filter((r) => AXES.includes(r.id)).map((r) => ({ value: r.id, label: r.name })));
  const row = (id: string) => rows.find((r) => r.id === id)!;
  const scaled = (r: CompareRow, f: SystemFigures) => {
    const v = r.value(f);
    return v === null ? null : r.id.endsWith('money') ? v / 100 : v;
  };
  const points = $derived(shown.filter((f) => scaled(row(x), f) !== null && scaled(row(y), f) !== null));
  const missing = $derived(shown.filter((f) => !points.includes(f)));
  const title = (r: CompareRow) =>
    `${r.name}, ${r.id.endsWith('money') ? 'in money' : r.id === 'litres' ? 'litres' : r.unit}`;
</script>

<section class="mt-6" aria-label="Trade-off">
  <div class="flex flex-wrap items-end gap-4">
    <h2>What it costs against what it takes</h2>
    <div class="w-48"><Choice label="Across" bind:value={x} {options} /></div>
    <div class="w-48"><Choice label="Up" bind:value={y} {options} /></div>
  </div>
  <Chart
    label="{row(y).name} against {row(x).name}: {points
      .map((f) => `${f.name} ${row(x).show(f)}, ${row(y).show(f)}`)
      .join('; ')}"
    data={[
      {
        type: 'scatter',
        mode: 'markers+text',
        x: points.map((f) => scaled(row(x), f)),
        y: points.map((f) => scaled(row(y), f)),
        text: points.map((f) => `${f.name}, ${methodName(f.finish.method)}`),
        textposition: labelPlaces(points.map((f) => ({ x: scaled(row(x), f)!, y: scaled(row(y), f)! }))),
        hoverinfo: 'text',
        cliponaxis: false,
        marker: {
          size: 16,
          symbol: points.map((f) => (f.finish.method === 'flood' ? 'square' : 'diamond')),
          color: points.map((f) =>
            f.ruledOut.length ? '--rule-2' : f.finish.method === 'flood' ? '--oil-soak' : '--oil-dry'
          ),
          line: { color: '--ink', width: 1.5 }
        }
      }
    ]}
    layout={{
      xaxis: { title: { text: title(row(x)) }, rangemode: 'tozero' },
      yaxis: { title: { text: title(row(y)) }, rangemode: 'tozero' }
    }}
  />
  {#if missing.length}<p class="dim text-[13px]">
      Not drawn, no start keeps every rule: {missing.map((f) => f.name).join(', ')}.
    </p>{/if}
</section>
