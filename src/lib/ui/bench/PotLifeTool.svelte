<script lang="ts">
  import { honestBatches, largestBatch, noBatchText, potLifeMinutes, smallestOfHouse, usableMinutes } from '$core/mix';
  import type { HouseRules } from '$core/house';
  import { spreadRate, type ProductCard } from '$core/product';
  import { MINUTE_MS, parseVolume, showDuration, showPour, type UnitSystem } from '$core/units';
  import CountField from '../fields/CountField.svelte';
  import Answer from './Answer.svelte';
  import BenchSlide from './BenchSlide.svelte';
  import CardPick from './CardPick.svelte';
  import TempSlide from './TempSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** Pot life of a batch, or the largest batch a crew can lay: two questions of the same three numbers. */
  const {
    p,
    shelf,
    house,
    units,
    ask
  }: {
    p: BenchParams;
    shelf: readonly ProductCard[];
    house: HouseRules;
    units: UnitSystem;
    ask: 'pot life' | 'batch';
  } = $props();
  const living = $derived(shelf.filter((c) => c.potLifeMinutesAt20C !== undefined));
  const card = $derived(living.find((c) => c.id === p.text('card', '')) ?? living[0]);
  const temp = $derived(p.num('t', 20, -5, 45));
  /** A floor, rolled. */
  const rollM2PerHour = $derived(house.hands.rates.floor.spread.roller);
  const litres = $derived(p.num('l', 1, 0.05, 100));
  const people = $derived(Math.round(p.num('n', 1, 1, 10)));
  const dur = (min: number) => showDuration(Math.max(0, min) * MINUTE_MS);
</script>

{#if !card}
  <p>No card on the shelf has a pot life.</p>
{:else}
  {@const s = spreadRate(card, 'first').value}
  {@const largest = largestBatch(
    card,
    { litresPerMinute: (rollM2PerHour * people) / s / 60, mixTempC: temp, spreadRateM2PerL: s },
    house
  )}
  {@const sized = honestBatches(card, Math.max(largest.litres, smallestOfHouse(card, house)), largest, house)}
  <CardPick shelf={living} {p} id={card.id} />
  {#if ask === 'pot life'}
    <Answer value={dur(potLifeMinutes(card, litres, temp))} unit="until it thickens">
      Usable {dur(usableMinutes(card, litres, temp))} after {card.stirMinutes} min of stirring{card.inductionMinutes
        ? ` and ${card.inductionMinutes} min standing`
        : ''}. The card says {card.potLifeMinutesAt20C} min for {card.potLifeReferenceL} L at 20 °C. Leave no mix in a closed
      can.
    </Answer>
    <BenchSlide
      label="Batch"
      value={litres}
      least={0.05}
      most={100}
      step={0.25}
      {units}
      parse={parseVolume}
      show={showPour}
      onchange={(v) => p.set('l', v)}
    />
  {:else}
    <Answer value={showPour(largest.litres, units)} unit="at most">
      Bound by {largest.boundBy}: {people} spreading {rollM2PerHour} m²/h each (house), {card.name} at {s} m²/L. Usable {dur(
        usableMinutes(card, Math.max(largest.litres, 0.001), temp)
      )}.
    </Answer>
    {#if !sized.ok}<p class="mb-3 font-semibold text-check">{noBatchText(sized, (l) => showPour(l, units))}</p>{/if}
    <div class="mb-3">
      <CountField label="People spreading" value={people} least={1} most={10} onchange={(v) => p.set('n', v)} />
    </div>
  {/if}
  <TempSlide {p} {units} label="Temperature of the mix" value={temp} />
{/if}
