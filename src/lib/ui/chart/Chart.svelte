<script lang="ts">
  import { DAY_MS } from '$core/units';
  import { onMount } from 'svelte';
  import type { ChartData, ChartLayout } from './chart';
  import { theme } from '../shell/theme.svelte';

  interface Props {
    /** What the chart says, for those who can't see it; its numbers stand in a table beside it. */
    label: string;
    data: ChartData[];
    layout: ChartLayout;
    height?: number;
  }
  const { label, data, layout, height = 320 }: Props = $props();
  /** Days before months and the 24-hour clock, whatever the axis is stretched to; as many words as `width` (px) has room for. */
  const dates = (width: number) => ({
    tickformatstops: [
      { dtickrange: [null, DAY_MS - 1], value: '%H:%M\n%a %-d %b' },
      { dtickrange: [DAY_MS, 'M1'], value: '%a %-d\n%b %Y' },
      { dtickrange: ['M1', null], value: '%b\n%Y' }
    ],
    hoverformat: '%a %-d %b, %H:%M',
    nticks: Math.max(2, Math.floor(width / 100)),
    tickangle: 0
  });
  let box: HTMLDivElement;
  let plot = $state<typeof import('plotly.js-basic-dist-min').default | null>(null);

  onMount(() => {
    void import('plotly.js-basic-dist-min').then((m) => (plot = m.default));
    return () => plot?.purge(box);
  });
  /** A token of the page as a colour Plotly understands. */
  const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const paint = (value: unknown): unknown => {
    if (typeof value === 'string' && value.startsWith('--')) return token(value);
    if (Array.isArray(value)) return value.map(paint);
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, paint(v)]));
    return value;
  };

  $effect(() => {
    if (!plot) return;
    void theme.choice;
    const axis = {
      gridcolor: '--rule',
      zerolinecolor: '--rule-2',
      linecolor: '--ink',
      tickcolor: '--ink',
      automargin: true
    };
    const { xaxis, yaxis, ...rest } = layout;
    void plot.react(
      box,
      paint(data) as ChartData[],
      paint({
        margin: { l: 56, r: 16, t: 12, b: 44 },
        paper_bgcolor: 'rgba(0,0,0,0)',
        plot_bgcolor: 'rgba(0,0,0,0)',
        font: { family: 'Atkinson Hyperlegible Next Variable, Verdana, sans-serif', size: 13, color: '--ink' },
        showlegend: false,
        hovermode: 'closest',
        ...rest,
        xaxis: { ...axis, ...(xaxis?.type === 'date' && dates(box.clientWidth)), ...xaxis },
        yaxis: { ...axis, ...yaxis }
      }) as ChartLayout,
      { displayModeBar: false, responsive: true }
    );
  });
</script>

<div bind:this={box} role="img" aria-label={label} style="height:{height}px" class="no-print"></div>
