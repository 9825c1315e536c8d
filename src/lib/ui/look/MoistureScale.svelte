<script lang="ts">
  import type { MoistureSeen } from '$core/site';
  import { decimals } from '$core/units';

  /** Readings on one scale with the limit and the moisture this air pulls the wood to. */
  const { readings, seen }: { readings: readonly number[]; seen: MoistureSeen } = $props();
  const W = 420;
  const H = 92;
  const top = $derived(
    Math.max(20, Math.ceil((Math.max(...readings, seen.limit.value, seen.trend.emcPercent) + 2) / 5) * 5)
  );
  const x = (percent: number) => 8 + ((W - 16) * percent) / top;
  const ticks = $derived(Array.from({ length: top / 5 + 1 }, (_, i) => i * 5));
  const words = $derived(
    `Moisture scale to ${top} %: ${readings.length} readings from ${decimals(seen.stats.lowestPercent, 1)} to ${decimals(seen.stats.highestPercent, 1)} %, limit ${seen.limit.value} %, this air ${decimals(seen.trend.emcPercent, 1)} %`
  );
</script>

<svg viewBox="0 0 {W} {H}" class="w-full" role="img" aria-label={words}>
  <rect x={x(0)} y="34" width={x(seen.limit.value) - x(0)} height="18" fill="var(--go-fill)" />
  <rect x={x(seen.limit.value)} y="34" width={x(top) - x(seen.limit.value)} height="18" fill="var(--wet-fill)" />
  {#each ticks as t (t)}
    <path d="M{x(t)} 52v5" stroke="var(--rule-2)" />
    <text x={x(t)} y="70" text-anchor="middle" class="tick">{t}</text>
  {/each}
  <path d="M{x(seen.limit.value)} 30v26" stroke="var(--ink)" stroke-width="2.5" />
  <text x={x(seen.limit.value)} y="25" text-anchor={x(seen.limit.value) > W - 60 ? 'end' : 'middle'} class="mark"
    >limit {seen.limit.value}</text
  >
  {#each readings as r, i (i)}
    <path d="M{x(r)} 36v14" stroke="var(--ink)" stroke-width="3" />
  {/each}
  <path d="M{x(seen.trend.emcPercent) - 6} 85l6-9 6 9z" fill="var(--wet)" />
  <text x={x(seen.trend.emcPercent) + 10} y="86" class="mark">this air {decimals(seen.trend.emcPercent, 1)}</text>
</svg>

<style>
  .tick {
    font-size: 11.5px;
    fill: var(--ink-2);
  }
  .mark {
    font-size: 12.5px;
    font-weight: 640;
  }
</style>
