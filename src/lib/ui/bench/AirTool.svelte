<script lang="ts">
  import { dewPointC, saturationVapourPressureHPa } from '$core/air';
  import { emcPercent } from '$core/wood';
  import type { HouseRules } from '$core/house';
  import { decimals, showTemperature, showTemperatureGap, type UnitSystem } from '$core/units';
  import Sign from '../marks/Sign.svelte';
  import Answer from './Answer.svelte';
  import HumiditySlide from './HumiditySlide.svelte';
  import TempSlide from './TempSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const {
    p,
    house,
    units,
    today
  }: { p: BenchParams; house: HouseRules; units: UnitSystem; today: { tempC: number; rh: number } } = $props();
  const air = $derived(p.num('t', today.tempC, -20, 45));
  const rh = $derived(p.num('rh', today.rh, 0.05, 1));
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
<TempSlide {p} {units} label="Air" value={air} least={-20} />
<HumiditySlide {p} {units} value={rh} />
<TempSlide {p} {units} label="Board" value={board} id="ts" least={-20} most={70} />
