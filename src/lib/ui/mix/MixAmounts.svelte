<script lang="ts">
  import { mixAmounts, type KnownAmount } from '$core/mix';
  import type { ProductCard } from '$core/product';
  import { parseMass, parseVolume, showMass, showPour, type UnitSystem } from '$core/units';
  import Cup from '../cup/Cup.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import type { MixBasis } from './mix-basis';

  interface Props {
    card: ProductCard;
    colour: string;
    units: UnitSystem;
    /** The one amount that is known; the others follow. */
    known: KnownAmount;
    basis: MixBasis;
    onknown: (known: KnownAmount) => void;
    onbasis: (basis: MixBasis) => void;
    /** What is wrong with the amount, said under the whole. */
    problem?: string;
    disabled?: boolean;
  }
  const { card, colour, units, known, basis, onknown, onbasis, problem = '' }: Props = $props();
  const mix = $derived(mixAmounts(card, known));
  const two = $derived(mix.hardenerL > 0);
  const show = $derived(basis === 'volume' ? showPour : showMass);
  const parse = $derived(basis === 'volume' ? parseVolume : parseMass);
  const density = $derived({
    oil: card.components.find((c) => c.role === 'oil')!.densityKgPerL,
    hardener: card.components.find((c) => c.role === 'hardener')?.densityKgPerL ?? 1,
    thinner: card.thinner?.densityKgPerL ?? 1
  });
  const totalKg = $derived(mix.oilKg + mix.hardenerKg + mix.thinnerL * density.thinner);
  /** In the basis shown: litres or kilograms. */
  const amount = $derived(
    basis === 'volume'
      ? { total: mix.totalL, oil: mix.oilL, hardener: mix.hardenerL, thinner: mix.thinnerL }
      : { total: totalKg, oil: mix.oilKg, hardener: mix.hardenerKg, thinner: mix.thinnerL * density.thinner }
  );
  function typed(of: KnownAmount['of'], value: number) {
    const litres =
      basis === 'volume'
        ? value
        : of === 'total'
          ? (value * mix.totalL) / Math.max(totalKg, 1e-12)
          : value / density[of];
    onknown({ of, litres: Number.isFinite(litres) ? litres : 0 });
  }
</script>

<div class="mixing">
  <Cup oilL={mix.oilL} hardenerL={mix.hardenerL} thinnerL={mix.thinnerL} {units} />
  <div class="amounts">
    {#if mix.thinnerL > 0}<p><span class="fig">{show(amount.thinner, units)}</span><br />{card.thinner!.name}</p>{/if}
    {#if two}<p><span class="fig">{show(amount.hardener, units)}</span><br />hardener</p>{/if}
    <p><span class="fig">{show(amount.oil, units)}</span><br />oil{colour ? `, ${colour}` : ''}</p>
  </div>
</div>
<div class="fields" class:two>
  <QuantityField
    label="Together"
    value={amount.total}
    {units}
    {parse}
    {show}
    big
    onchange={(v) => typed('total', v)}
    {problem}
  />
  {#if two}
    <QuantityField label="Oil in hand" value={amount.oil} {units} {parse} {show} onchange={(v) => typed('oil', v)} />
    <QuantityField
      label="Hardener in hand"
      value={amount.hardener}
      {units}
      {parse}
      {show}
      onchange={(v) => typed('hardener', v)}
    />
  {/if}
</div>
{#if two}
  <div class="basis" role="group" aria-label="Measured by">
    {#each [['volume', 'By cup'], ['mass', 'By scale']] as const as [id, name] (id)}
      <button class="btn line" aria-pressed={basis === id} class:on={basis === id} onclick={() => onbasis(id)}
        >{name}</button
      >
    {/each}
  </div>
{/if}

<style>
  .mixing {
    display: flex;
    gap: 18px;
    align-items: center;
    margin-bottom: 14px;
  }
  .amounts p {
    margin-bottom: 18px;
    font-size: 17px;
  }
  .amounts .fig {
    font-size: clamp(34px, 12vw, 56px);
    line-height: 1;
    white-space: nowrap;
  }
  .fields.two {
    display: grid;
    grid-template-columns: 1.2fr 1fr 1fr;
    gap: 10px;
    align-items: end;
  }
  .basis {
    display: flex;
    gap: 8px;
    margin-top: 12px;
  }
  .basis .btn {
    flex: 1;
    min-height: 48px;
  }
  .basis .on {
    background: var(--ink);
    color: var(--on-ink);
  }
  @media (max-width: 420px) {
    .fields.two {
      grid-template-columns: 1fr 1fr;
    }
    .fields.two > :global(:first-child) {
      grid-column: 1 / -1;
    }
  }
</style>
