<script lang="ts">
  import { batchLetter } from '$core/job';
  import { mixAmounts, potLifeMinutes, smallestBatchL } from '$core/mix';
  import { isTwoPart } from '$core/product';
  import { parseVolume, showPour, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/window';
  import { clock } from '../clock/clock.svelte';
  import Cup from '../cup/Cup.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job/job-desk.svelte';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const card = $derived(desk.document.products.find((p) => p.id === desk.document.finish!.productId)!);
  const planned = $derived(desk.plan.load?.batches.find((b) => b.coat === coat));
  let total = $state<number | null>(null);
  const totalL = $derived(total ?? Math.round((planned?.each.totalL ?? 0.5) * 100) / 100);
  const mix = $derived(mixAmounts(card, { of: 'total', litres: totalL }));
  const temp = $derived((desk.climate && siteHourAt(desk.climate, clock.now)?.airTempC) ?? 20);
  const life = $derived(potLifeMinutes(card, Math.max(totalL, 0.01), temp));
  const house = $derived(desk.knowledge.house);
  const least = $derived(smallestBatchL(card, { cupL: house.measureStepMl / 1000, scaleKg: house.scaleStepG / 1000 }));
  const known = $derived(desk.state.batches.at(-1)?.components ?? []);
  let oilLot = $state<string | null>(null);
  let hardenerLot = $state<string | null>(null);
  let codesMatch = $state(false);
  let tried = $state(false);

  const lots = $derived({
    oil: oilLot ?? known.find((c) => c.role === 'oil')?.lot ?? '',
    hardener: hardenerLot ?? known.find((c) => c.role === 'hardener')?.lot ?? ''
  });
  const tooSmall = $derived(isTwoPart(card) && totalL < least);
  const tooLarge = $derived(planned ? totalL > planned.largestL + 0.005 : false);
  const missing = $derived({
    oil: lots.oil.trim() === '',
    hardener: isTwoPart(card) && lots.hardener.trim() === '',
    code: Boolean(card.pairCode) && !codesMatch
  });

  async function mixed() {
    tried = true;
    if (missing.oil || missing.hardener || missing.code || tooSmall || totalL <= 0) return;
    const part = (role: 'oil' | 'hardener' | 'thinner', litres: number, lot: string) =>
      litres > 0 ? [{ role, litres: Math.round(litres * 1e4) / 1e4, lot: lot.trim() }] : [];
    const id = await desk.log.add('batch.mixed', {
      batch: batchLetter(desk.state.batches.length),
      coat,
      components: [
        ...part('oil', mix.oilL, lots.oil),
        ...part('hardener', mix.hardenerL, lots.hardener),
        ...part('thinner', mix.thinnerL, '')
      ]
    });
    onclose(id);
  }
</script>

<section class="panel" aria-label="Mix">
  <h2>{isTwoPart(card) ? 'Mix' : 'Open'} batch {batchLetter(desk.state.batches.length)}, coat {coat}</h2>
  <div class="cup">
    <Cup oilL={mix.oilL} hardenerL={mix.hardenerL} thinnerL={mix.thinnerL} units={desk.units} />
    <div class="amounts">
      {#if mix.thinnerL > 0}<p>
          <span class="fig">{showPour(mix.thinnerL, desk.units)}</span><br />{card.thinner!.name}
        </p>{/if}
      {#if mix.hardenerL > 0}<p><span class="fig">{showPour(mix.hardenerL, desk.units)}</span><br />hardener</p>{/if}
      <p><span class="fig">{showPour(mix.oilL, desk.units)}</span><br />oil, {desk.document.finish!.colour}</p>
    </div>
  </div>
  <QuantityField
    label="Together"
    value={totalL}
    units={desk.units}
    parse={parseVolume}
    show={showPour}
    big
    onchange={(v) => (total = v)}
    problem={tooSmall ? `Too little to measure honestly: ${showPour(least, desk.units)} or more, or weigh it.` : ''}
  />
  {#if tooLarge}<p class="font-semibold text-check">
      More than {showPour(planned!.largestL, desk.units)} won't be on the wood in time ({planned!.boundBy}).
    </p>{/if}
  <div class="mt-2 grid grid-cols-2 gap-3">
    <TextField
      label="Lot on the oil"
      value={lots.oil}
      oninput={(e) => (oilLot = e.currentTarget.value)}
      maxlength={40}
      errors={tried && missing.oil ? ['Write down the lot.'] : null}
    />
    {#if isTwoPart(card)}<TextField
        label="Lot on the hardener"
        value={lots.hardener}
        oninput={(e) => (hardenerLot = e.currentTarget.value)}
        maxlength={40}
        errors={tried && missing.hardener ? ['Write down the lot.'] : null}
      />{/if}
  </div>
  {#if card.pairCode}
    <Tick label="Both tins say {card.pairCode}" bind:checked={codesMatch} />
    {#if tried && missing.code}<p class="font-semibold text-stop">
        Read the pair code on both tins. Hardener of another product stays soft.
      </p>{/if}
  {/if}
  <p class="my-3">
    {Number.isFinite(life)
      ? `Thickens ${Math.round(life)} min after hardener meets oil, at ${showTemperature(temp, desk.units, 0)}.`
      : 'No pot life.'} Then stir {card.stirMinutes} min{card.shakeAllowed ? '' : ', never shake'}.{card.isocyanate
      ? ' Gloves, glasses, breathing protection.'
      : ''}
  </p>
  <button class="btn glove" onclick={mixed}
    >{isTwoPart(card) ? 'Poured, start stirring' : 'Open, start stirring'}</button
  >
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not now</button>
</section>

<style>
  .cup {
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
</style>
