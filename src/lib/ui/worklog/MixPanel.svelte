<script lang="ts">
  import { batchLetter, sharesBatch } from '$core/site';
  import { coatCard, coatSpec } from '$core/document';
  import { coatOfBatch } from '$core/log';
  import {
    mixAmounts,
    noBatchText,
    potLifeMinutes,
    samePairCode,
    smallestOfHouse,
    usableMinutes,
    type KnownAmount
  } from '$core/mix';
  import { isTwoPart } from '$core/product';
  import { showPour, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/climate';
  import { clock } from '../clock/clock.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { partName } from '$words/part-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import type { MixBasis } from '../mix/mix-basis';
  import MixAmounts from '../mix/MixAmounts.svelte';
  import PairCodes from '../mix/PairCodes.svelte';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const card = $derived(coatCard(desk.job, coat)!);
  const spec = $derived(coatSpec(desk.job.finish!, coat));
  const planned = $derived(desk.plan.load?.batches.find((b) => b.coat === coat));
  let typed = $state<KnownAmount | null>(null);
  /** Coats of other parts that lay the same: one batch may be for them too. */
  const others = $derived(sharesBatch(desk.view.parts, { part: desk.job.part, coat }));
  let alsoFor = $state<readonly string[]>([]);
  const sharing = $derived(others.filter((o) => alsoFor.includes(o.part)));
  const ownL = $derived(desk.plan.coats.find((c) => c.number === coat)?.expectedL ?? 0);
  /** As planned for this coat, and what the others need, as far as one batch may go. */
  const proposedL = $derived.by(() => {
    const alone = planned?.each.totalL || planned?.smallestL || 0.5;
    return sharing.length
      ? Math.min(
          planned?.largestL || Infinity,
          sharing.reduce((s, o) => s + o.litres, alone)
        )
      : alone;
  });
  let basis = $state<MixBasis | null>(null);
  const known = $derived<KnownAmount>(typed ?? { of: 'total', litres: Math.round(proposedL * 100) / 100 });
  const measuredBy = $derived(basis ?? card.ratioBasis);
  const mix = $derived(mixAmounts(card, known));
  const temp = $derived((desk.climate && siteHourAt(desk.climate, clock.now)?.airTempC) ?? 20);
  const life = $derived(potLifeMinutes(card, Math.max(mix.totalL, 0.01), temp));
  const house = $derived(desk.knowledge.house);
  const least = $derived(smallestOfHouse(card, house, measuredBy));
  const last = $derived(
    desk.state.batches.filter((b) => coatCard(desk.job, coatOfBatch(b, desk.job.part) ?? 0)?.id === card.id).at(-1)
  );
  const inStock = $derived(
    desk.knowledge.stock.filter((t) => t.productId === card.id && (t.of === 'hardener' || t.colour === spec.colour))
  );
  let oilLot = $state<string | null>(null);
  let hardenerLot = $state<string | null>(null);
  let oilCode = $state('');
  let hardenerCode = $state('');

  const lots = $derived({
    oil: oilLot ?? last?.components.find((c) => c.role === 'oil')?.lot ?? '',
    hardener: hardenerLot ?? last?.components.find((c) => c.role === 'hardener')?.lot ?? ''
  });
  const stockLots = $derived([...new Set(inStock.filter((t) => t.of !== 'hardener').map((t) => t.lot))]);
  const tooSmall = $derived(isTwoPart(card) && mix.totalL < least);
  /** By what is in hand now: a coat that is too small for the cup may be weighed, a short pot life stays short. */
  const dead = $derived(usableMinutes(card, Math.max(mix.totalL, 0.001), temp) <= 0);
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

  /** What stands in the way of pouring, in the order of the panel. */
  const closed = $derived.by(() => {
    if (mix.totalL <= 0) return 'Say how much is mixed.';
    if (dead)
      return noBatchText(
        { why: 'pot life', largestL: 0, smallestL: least, cures: ['cooler', 'slower hardener', 'other product'] },
        (l) => showPour(l, desk.units)
      );
    if (tooSmall)
      return planned?.none && measuredBy === card.ratioBasis
        ? noBatchText(planned.none, (l) => showPour(l, desk.units))
        : `Too little to measure honestly: mix ${showPour(least, desk.units)} or more${measuredBy === 'volume' ? ', or weigh it' : ''}.`;
    if (missing.oil) return 'Write down the lot on the oil.';
    if (missing.hardener) return 'Write down the lot on the hardener.';
    if (missing.code) return 'Read the pair codes off both tins.';
    return null;
  });

  const litres = (l: number) => Math.round(l * 1e4) / 1e4;
  async function mixed() {
    if (closed) return;
    const part = (role: 'oil' | 'hardener' | 'thinner', amountL: number, lot: string) =>
      amountL > 0 ? [{ role, litres: litres(amountL), lot: lot.trim() }] : [];
    const id = await desk.write('batch.mixed', {
      batch: batchLetter(desk.state.batchesMixed),
      for: [
        { part: desk.job.part, coat, ...(sharing.length && ownL > 0 && { litres: litres(ownL) }) },
        ...sharing.map((o) => ({ part: o.part, coat: o.coat, litres: litres(o.litres) }))
      ],
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
  <h2>{isTwoPart(card) ? 'Mix' : 'Open'} batch {batchLetter(desk.state.batchesMixed)}, coat {coat}</h2>
  <MixAmounts
    {card}
    colour={spec.colour}
    units={desk.units}
    {known}
    basis={measuredBy}
    onknown={(k) => (typed = k)}
    onbasis={(b) => (basis = b)}
    problem={tooSmall ? `${showPour(least, desk.units)} is the least that can be measured honestly.` : ''}
  />
  {#each others as o (o.part)}
    <Tick
      label="Also for {partName(desk.document, o.part)}, coat {o.coat}: {showPour(o.litres, desk.units)}"
      checked={alsoFor.includes(o.part)}
      onchange={(yes) => (alsoFor = yes ? [...alsoFor, o.part] : alsoFor.filter((p) => p !== o.part))}
    />
  {/each}
  {#if tooLarge}<p class="font-semibold text-check">
      More than {showPour(planned!.largestL, desk.units)} won't be on the wood in time ({planned!.boundBy}).
    </p>{/if}
  <div class="mt-3 grid grid-cols-2 gap-3">
    <TextField
      label="Lot on the oil"
      value={lots.oil}
      oninput={(e) => (oilLot = e.currentTarget.value)}
      maxlength={40}
      hint={stockLots.length ? `in stock: ${stockLots.join(', ')}` : undefined}
    />
    {#if isTwoPart(card)}<TextField
        label="Lot on the hardener"
        value={lots.hardener}
        oninput={(e) => (hardenerLot = e.currentTarget.value)}
        maxlength={40}
      />{/if}
  </div>
  {#if otherLot}<p class="mt-2 font-semibold text-check">
      Another lot than batch {last!.batch}. One lot a face, or blend the tins first.
    </p>{/if}
  {#if coded}
    <PairCodes wanted={card.pairCode!} bind:oil={oilCode} bind:hardener={hardenerCode} />
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
  {#if closed}<p class="mb-2 font-semibold text-check" id="mix-closed">{closed}</p>{/if}
  <button class="btn glove" disabled={closed !== null} aria-describedby="mix-closed" onclick={mixed}
    >{isTwoPart(card) ? 'Poured, start stirring' : 'Open, start stirring'}</button
  >
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not now</button>
</section>
