<script lang="ts">
  import { batchLetter, coatCard, coatSpec } from '$core/job';
  import { mixAmounts, potLifeMinutes, samePairCode, smallestBatchL, type KnownAmount } from '$core/mix';
  import { isTwoPart } from '$core/product';
  import { showPour, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/window';
  import { clock } from '../clock/clock.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job/job-desk.svelte';
  import type { MixBasis } from '../mix/mix-basis';
  import MixAmounts from '../mix/MixAmounts.svelte';
  import PairCodes from '../mix/PairCodes.svelte';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const card = $derived(coatCard(desk.document, coat)!);
  const spec = $derived(coatSpec(desk.document.finish!, coat));
  const planned = $derived(desk.plan.load?.batches.find((b) => b.coat === coat));
  let typed = $state<KnownAmount | null>(null);
  let basis = $state<MixBasis | null>(null);
  const known = $derived<KnownAmount>(
    typed ?? { of: 'total', litres: Math.round((planned?.each.totalL ?? 0.5) * 100) / 100 }
  );
  const measuredBy = $derived(basis ?? card.ratioBasis);
  const mix = $derived(mixAmounts(card, known));
  const temp = $derived((desk.climate && siteHourAt(desk.climate, clock.now)?.airTempC) ?? 20);
  const life = $derived(potLifeMinutes(card, Math.max(mix.totalL, 0.01), temp));
  const house = $derived(desk.knowledge.house);
  const least = $derived(
    smallestBatchL(measuredBy === card.ratioBasis ? card : { ...card, ratioBasis: measuredBy }, {
      cupL: house.measureStepMl / 1000,
      scaleKg: house.scaleStepG / 1000
    })
  );
  const last = $derived(desk.state.batches.filter((b) => coatCard(desk.document, b.coat)?.id === card.id).at(-1));
  const inStock = $derived(
    desk.knowledge.stock.filter((t) => t.productId === card.id && (t.of === 'hardener' || t.colour === spec.colour))
  );
  let oilLot = $state<string | null>(null);
  let hardenerLot = $state<string | null>(null);
  let oilCode = $state('');
  let hardenerCode = $state('');
  let tried = $state(false);

  const lots = $derived({
    oil: oilLot ?? last?.components.find((c) => c.role === 'oil')?.lot ?? '',
    hardener: hardenerLot ?? last?.components.find((c) => c.role === 'hardener')?.lot ?? ''
  });
  const stockLots = $derived([...new Set(inStock.filter((t) => t.of !== 'hardener').map((t) => t.lot))]);
  const tooSmall = $derived(isTwoPart(card) && mix.totalL < least);
  const tooLarge = $derived(planned ? mix.totalL > planned.largestL + 0.005 : false);
  const coded = $derived(Boolean(card.pairCode) && isTwoPart(card));
  const missing = $derived({
    oil: lots.oil.trim() === '',
    hardener: isTwoPart(card) && lots.hardener.trim() === '',
    code: coded && !(samePairCode(oilCode, card.pairCode!) && samePairCode(hardenerCode, oilCode))
  });
  const otherLot = $derived(
    last !== undefined &&
      lots.oil.trim() !== '' &&
      lots.oil.trim() !== last.components.find((c) => c.role === 'oil')?.lot
  );

  async function mixed() {
    tried = true;
    if (missing.oil || missing.hardener || missing.code || tooSmall || mix.totalL <= 0) return;
    const part = (role: 'oil' | 'hardener' | 'thinner', litres: number, lot: string) =>
      litres > 0 ? [{ role, litres: Math.round(litres * 1e4) / 1e4, lot: lot.trim() }] : [];
    const id = await desk.log.add('batch.mixed', {
      batch: batchLetter(desk.state.batches.length),
      coat,
      components: [
        ...part('oil', mix.oilL, lots.oil),
        ...part('hardener', mix.hardenerL, lots.hardener),
        ...part('thinner', mix.thinnerL, '')
      ],
      ...(coded && { pairCodes: { oil: oilCode.trim(), hardener: hardenerCode.trim() } })
    });
    onclose(id);
  }
</script>

<section class="panel" aria-label="Mix">
  <h2>{isTwoPart(card) ? 'Mix' : 'Open'} batch {batchLetter(desk.state.batches.length)}, coat {coat}</h2>
  <MixAmounts
    {card}
    colour={spec.colour}
    units={desk.units}
    {known}
    basis={measuredBy}
    onknown={(k) => (typed = k)}
    onbasis={(b) => (basis = b)}
    problem={tooSmall ? `Too little to measure honestly: ${showPour(least, desk.units)} or more, or weigh it.` : ''}
  />
  {#if tooLarge}<p class="font-semibold text-check">
      More than {showPour(planned!.largestL, desk.units)} won't be on the wood in time ({planned!.boundBy}).
    </p>{/if}
  <div class="mt-3 grid grid-cols-2 gap-3">
    <TextField
      label="Lot on the oil"
      value={lots.oil}
      oninput={(e) => (oilLot = e.currentTarget.value)}
      maxlength={40}
      errors={tried && missing.oil ? ['Write down the lot.'] : null}
      hint={stockLots.length ? `in stock: ${stockLots.join(', ')}` : undefined}
    />
    {#if isTwoPart(card)}<TextField
        label="Lot on the hardener"
        value={lots.hardener}
        oninput={(e) => (hardenerLot = e.currentTarget.value)}
        maxlength={40}
        errors={tried && missing.hardener ? ['Write down the lot.'] : null}
      />{/if}
  </div>
  {#if otherLot}<p class="mt-2 font-semibold text-check">
      Another lot than batch {last!.batch}. One lot a face, or blend the tins first.
    </p>{/if}
  {#if coded}
    <PairCodes wanted={card.pairCode!} bind:oil={oilCode} bind:hardener={hardenerCode} {tried} />
  {/if}
  <p class="my-3">
    {Number.isFinite(life)
      ? `Thickens ${Math.round(life)} min after hardener meets oil, at ${showTemperature(temp, desk.units, 0)}.`
      : 'No pot life.'} Then stir {card.stirMinutes} min{card.shakeAllowed ? '' : ', never shake'}{isTwoPart(card)
      ? ', pour to the second vessel, stir again'
      : ''}.{card.inductionMinutes ? ` Let it stand ${card.inductionMinutes} min.` : ''}{card.isocyanate
      ? ' Gloves, glasses, breathing protection.'
      : ''}
  </p>
  <button class="btn glove" onclick={mixed}
    >{isTwoPart(card) ? 'Poured, start stirring' : 'Open, start stirring'}</button
  >
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not now</button>
</section>
