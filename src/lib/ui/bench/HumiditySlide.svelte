<script lang="ts">
  import { parsePercent, showPercent, type UnitSystem } from '$core/units';
  import BenchSlide from './BenchSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** The humidity of a tool's air, 0–1. */
  const { p, units, value }: { p: BenchParams; units: UnitSystem; value: number } = $props();
</script>

<BenchSlide
  label="Humidity"
  {value}
  least={0.05}
  most={1}
  step={0.05}
  {units}
  parse={parsePercent(5, 100)}
  show={showPercent}
  onchange={(v) => p.set('rh', v)}
/>
