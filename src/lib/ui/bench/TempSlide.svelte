<script lang="ts">
  import { parseTemperature, showTemperature, type UnitSystem } from '$core/units';
  import BenchSlide from './BenchSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** A temperature of a tool, kept in the address under its key. */
  interface Props {
    p: BenchParams;
    units: UnitSystem;
    label: string;
    value: number;
    id?: string;
    least?: number;
    most?: number;
  }
  const { p, units, label, value, id = 't', least = -5, most = 45 }: Props = $props();
</script>

<BenchSlide
  {label}
  {value}
  {least}
  {most}
  step={1}
  {units}
  parse={parseTemperature}
  show={(v, u) => showTemperature(v, u, 1)}
  onchange={(v) => p.set(id, v)}
/>
