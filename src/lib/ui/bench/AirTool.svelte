<script lang="ts">
  import { dewPointC, saturationVapourPressureHPa } from '$core/air';
  import { emcPercent } from '$core/wood';
  import type { HouseRules } from '$core/house';
  import {
    decimals,
    parsePercent,
    parseTemperature,
    showPercent,
    showTemperature,
    showTemperatureGap,
    type UnitSystem
  } from '$core/units';
  import Sign from '../marks/Sign.svelte';
  import Answer from './Answer.svelte';
  import BenchSlide from './BenchSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const { p, house, units }: { p: BenchParams; house: HouseRules; units: UnitSystem } = $props();
  const air = $derived(p.num('t', 20, -20, 45));
  const rh = $derived(p.num('rh', 0.5, 0.05, 1));
  const board = $derived(p.num('ts', air, -20, 70));
  const dew = $derived(dewPointC(air, rh));
  const gap = $derived(board - dew);
  const tone = $derived((v: number, u: UnitSystem) => showTemperature(v, u, 1));
</script>

<Answer value={tone(dew, units)} unit="dew point">
  <span class="flex gap-2"
    ><Sign kind={gap >= house.dewGapMinC ? 'go' : 'stop'} size={20} />{gap >= house.dewGapMinC
      ? `The board is ${showTemperatureGap(gap, units)} above it: dry.`
      : `Dew: the board is only ${showTemperatureGap(gap, units)} above it, ${showTemperatureGap(house.dewGapMinC, units)} are wanted (house).`}</span
  >
  Wood left in this air settles at <b>{decimals(emcPercent(air, rh), 1)} %</b>. Vapour {decimals(
    saturationVapourPressureHPa(air) * rh,
    1
  )} hPa (law).
</Answer>
<BenchSlide
  label="Air"
  value={air}
  least={-20}
  most={45}
  step={1}
  {units}
  parse={parseTemperature}
  show={tone}
  onchange={(v) => p.set('t', v)}
/>
<BenchSlide
  label="Humidity"
  value={rh}
  least={0.05}
  most={1}
  step={0.05}
  {units}
  parse={parsePercent(5, 100)}
  show={showPercent}
  onchange={(v) => p.set('rh', v)}
/>
<BenchSlide
  label="Board"
  value={board}
  least={-20}
  most={70}
  step={1}
  {units}
  parse={parseTemperature}
  show={tone}
  onchange={(v) => p.set('ts', v)}
/>
