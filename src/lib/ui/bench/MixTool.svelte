<script lang="ts">
  import {
    honestBatches,
    mixAmounts,
    noBatchText,
    potLifeMinutes,
    smallestOfHouse,
    usableMinutes,
    type KnownAmount,
    type LargestBatch
  } from '$core/mix';
  import type { HouseRules } from '$core/house';
  import { isTwoPart, type ProductCard } from '$core/product';
  import { showDuration, showPour, type UnitSystem } from '$core/units';
  import MixAmounts from '../mix/MixAmounts.svelte';
  import type { MixBasis } from '../mix/mix-basis';
  import PairCodes from '../mix/PairCodes.svelte';
  import StirTimer from '../mix/StirTimer.svelte';
  import CardPick from './CardPick.svelte';
  import TempSlide from './TempSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const {
    p,
    shelf,
    house,
    units
  }: { p: BenchParams; shelf: readonly ProductCard[]; house: HouseRules; units: UnitSystem } = $props();
  const twoPart = $derived(shelf.filter((c) => isTwoPart(c) || c.thinner));
  const card = $derived(twoPart.find((c) => c.id === p.text('card', '')) ?? twoPart[0]!);
  const of = $derived(
    (['total', 'oil', 'hardener'] as const).find(
      (o) => o === p.text('of', 'total') && (o !== 'hardener' || isTwoPart(card))
    ) ?? 'total'
  );
  const basis = $derived<MixBasis>(p.text('by', card.ratioBasis) === 'mass' ? 'mass' : 'volume');
  const temp = $derived(p.num('t', 20, -10, 50));
  const least = $derived(smallestOfHouse(card, house, basis));
  /** Begins with a litre, or with what can be measured honestly where that is more. */
  const known = $derived<KnownAmount>({ of, litres: p.num('l', Math.max(1, Math.ceil(least * 10) / 10), 0, 200) });
  const most = $derived(Math.min(card.batchLimitL ?? Infinity, house.mixingVesselL * house.vesselFillShare));
  const mix = $derived(mixAmounts(card, known));
  const batchL = $derived(mix.totalL / Math.max(1, Math.ceil(mix.totalL / most - 1e-9)));
  const life = $derived(potLifeMinutes(card, Math.max(batchL, 0.001), temp));
  const usable = $derived(usableMinutes(card, Math.max(batchL, 0.001), temp));
  const largest = $derived<LargestBatch>(
    usable > 0
      ? { litres: most, boundBy: most === card.batchLimitL ? 'card limit' : 'mixing vessel' }
      : { litres: 0, boundBy: 'pot life' }
  );
  const batches = $derived(honestBatches(card, mix.totalL, largest, house, basis));
  const none = $derived(batches.ok ? '' : noBatchText(batches, (l) => showPour(l, units)));
  let oilCode = $state('');
  let hardenerCode = $state('');
</script>

<CardPick shelf={twoPart} {p} id={card.id} />
<MixAmounts
  {card}
  colour=""
  {units}
  {known}
  {basis}
  onknown={(k) => {
    p.set('of', k.of);
    p.set('l', k.litres);
  }}
  onbasis={(b) => p.set('by', b)}
  problem={none}
/>
<div class="mt-4"></div>
<TempSlide {p} {units} label="Temperature of the mix" value={temp} least={-10} most={50} />
<table class="ruled">
  <tbody>
    <tr
      ><td>Batches, split evenly</td><td class="num"
        ><b>{batches.ok ? `${batches.count} × ${showPour(batches.eachL, units)}` : 'none'}</b></td
      ></tr
    >
    <tr
      ><td>Largest at once</td><td class="num"
        >{showPour(most, units)}, {card.batchLimitL !== undefined && most === card.batchLimitL
          ? 'card limit'
          : 'mixing vessel'}</td
      ></tr
    >
    {#if isTwoPart(card)}<tr><td>Smallest honest batch</td><td class="num">{showPour(least, units)}</td></tr>
      <tr><td>Thickens after</td><td class="num"><b>{showDuration(life * 60_000)}</b></td></tr>
      <tr
        ><td>Usable, stirred{card.inductionMinutes ? ' and stood' : ''}</td><td class="num"
          >{showDuration(Math.max(0, usable) * 60_000)}</td
        ></tr
      >
      {#if card.inductionMinutes}<tr
          ><td>Let it stand before use</td><td class="num">{card.inductionMinutes} min</td></tr
        >{/if}{/if}
  </tbody>
</table>
{#if isTwoPart(card) && card.pairCode}
  <PairCodes wanted={card.pairCode} bind:oil={oilCode} bind:hardener={hardenerCode} />
{/if}
<StirTimer {card} secondMinutes={house.secondStirMinutes} />
