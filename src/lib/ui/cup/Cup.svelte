<script lang="ts">
  import { L_PER_FL_OZ, showPour, type UnitSystem } from '$core/units';

  interface Props {
    oilL: number;
    hardenerL: number;
    thinnerL?: number;
    units: UnitSystem;
    size?: 'small' | 'large';
    /** Parts already in the cup. */
    poured?: number;
  }
  const { oilL, hardenerL, thinnerL = 0, units, size = 'large', poured = 3 }: Props = $props();

  /** Straight sides: height is true to the amount. Ticks every 125 ml (4 fl oz), long every second. */
  const W = $derived(size === 'large' ? 150 : 58);
  const H = $derived(size === 'large' ? 290 : 84);
  const totalL = $derived(oilL + hardenerL + thinnerL);
  const step = $derived((units === 'us' ? 4 * L_PER_FL_OZ : 0.125) * Math.max(1, Math.ceil(totalL / 2.5)));
  const fullL = $derived(Math.max(totalL * 1.18, step * 2));
  const y = $derived((litres: number) => H - 6 - (litres / fullL) * (H - 14));
  const ticks = $derived(Array.from({ length: Math.floor(fullL / step) }, (_, i) => (i + 1) * step));
</script>

<svg
  width={W + 12}
  height={H}
  viewBox="0 0 {W + 12} {H}"
  role="img"
  aria-label="Cup: {showPour(oilL, units)} oil{hardenerL ? `, ${showPour(hardenerL, units)} hardener` : ''}{thinnerL
    ? `, ${showPour(thinnerL, units)} thinner`
    : ''}"
>
  {#if poured > 0}<rect x="6" y={y(oilL)} width={W} height={y(0) - y(oilL)} fill="var(--oil-tack)" />{:else}<rect
      x="6"
      y={y(oilL)}
      width={W}
      height={y(0) - y(oilL)}
      fill="none"
      stroke="var(--oil-tack)"
      stroke-dasharray="5 4"
    />{/if}
  {#if hardenerL > 0}<rect
      x="6"
      y={y(oilL + hardenerL)}
      width={W}
      height={y(oilL) - y(oilL + hardenerL)}
      fill={poured > 1 ? 'var(--oil-cure)' : 'none'}
      stroke="var(--oil-dry)"
      stroke-dasharray={poured > 1 ? 'none' : '5 4'}
    />{/if}
  {#if thinnerL > 0}<rect
      x="6"
      y={y(totalL)}
      width={W}
      height={y(oilL + hardenerL) - y(totalL)}
      fill="var(--sunk)"
      stroke="var(--rule-2)"
    />{/if}
  {#each ticks as t, i (t)}
    <path
      d="M{W + 6} {y(t)}h{-(i % 2 ? W * 0.2 : W * 0.11)}"
      stroke={t < oilL ? 'var(--on-oil)' : 'var(--ink)'}
      stroke-width={size === 'large' ? 2 : 1}
    />
  {/each}
  <path d="M6 {y(oilL)}h{W}" stroke="var(--ink)" stroke-width={size === 'large' ? 3 : 1.5} />
  {#if hardenerL > 0}<path
      d="M6 {y(oilL + hardenerL)}h{W}"
      stroke="var(--ink)"
      stroke-width={size === 'large' ? 3 : 1.5}
    />{/if}
  <path d="M3 2q3 3 3 10V{H - 6}H{W + 6}V2" fill="none" stroke="var(--ink)" stroke-width={size === 'large' ? 5 : 2.5} />
</svg>
