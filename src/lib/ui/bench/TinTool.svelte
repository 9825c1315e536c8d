<script lang="ts">
  import { applicatorsOf, coatFaceLitres, keptByApplicatorsL, netUsedL, type CoverageLog } from '$core/coverage';
  import type { HouseRules } from '$core/house';
  import type { Method } from '$core/method';
  import { isTwoPart, type ProductCard } from '$core/product';
  import { areaParts, parseVolume, showArea, showSpreadRate, showVolume, type UnitSystem } from '$core/units';
  import { speciesTable } from '$core/wood';
  import { METHOD_WORDS } from '$words/method-words';
  import Choice from '../fields/Choice.svelte';
  import Answer from './Answer.svelte';
  import BenchSlide from './BenchSlide.svelte';
  import CardPick from './CardPick.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const {
    p,
    shelf,
    house,
    units,
    coverage
  }: { p: BenchParams; shelf: readonly ProductCard[]; house: HouseRules; units: UnitSystem; coverage: CoverageLog } =
    $props();
  const card = $derived(shelf.find((c) => c.id === p.text('card', '')) ?? shelf[0]!);
  const species = $derived(speciesTable.find((s) => s.id === p.text('wood', 'oak')) ?? speciesTable[0]!);
  const method = $derived<Method>(
    card.methods.find((m) => m.method === p.text('method', ''))?.method ?? card.methods[0]!.method
  );
  const position = $derived(
    (['first', 'later', 'maintenance'] as const).find((x) => x === p.text('coat', 'first')) ?? 'first'
  );
  const litres = $derived(p.num('l', card.packs[0]!.volumeMl / 1000, 0.01, 1000));
  const one = $derived(
    coatFaceLitres(
      {
        effectiveAreaM2: 1,
        speciesId: species.id,
        endGrain: false,
        lastGrit: 120,
        waterPopped: false,
        weathered: false,
        position
      },
      card,
      method,
      house,
      coverage
    )
  );
  /** One person's applicators keep a little of the tin. */
  const keptL = $derived(
    keptByApplicatorsL(applicatorsOf(method, ['floor']), { people: 1, planAreaM2: 0, visits: 1 }, house)
  );
  const areaM2 = $derived(netUsedL(litres, isTwoPart(card), keptL, house).netL / one.litres);
  const spread = $derived(Math.exp(1.2816 * Math.hypot(one.rate.sdLn, house.coatSdLn)));
  const parts = $derived(areaParts(areaM2, units));
</script>

<CardPick {shelf} {p} id={card.id} />
<Answer value={parts.number} unit={parts.unit}>
  80 % of such tins: {showArea(areaM2 / spread, units)} to {showArea(areaM2 * spread, units)}. {showSpreadRate(
    one.rate.medianM2PerL,
    units
  )}, {one.rate.coats
    ? `${one.rate.coats} of our own coats behind it`
    : `the card's ${one.rate.grade} value, no coat of ours yet`}, sanded to 120.
</Answer>
<BenchSlide
  label="Oil in hand"
  value={litres}
  least={0.01}
  most={1000}
  step={0.5}
  {units}
  parse={parseVolume}
  show={showVolume}
  onchange={(v) => p.set('l', v)}
/>
<div class="grid grid-cols-2 gap-3">
  <Choice
    label="Wood"
    value={species.id}
    options={speciesTable.map((s) => ({ value: s.id, label: s.name }))}
    onchange={(v) => p.set('wood', v)}
  />
  <Choice
    label="Coat"
    value={position}
    options={[
      { value: 'first', label: 'First, bare wood' },
      { value: 'later', label: 'Later' },
      { value: 'maintenance', label: 'Maintenance' }
    ]}
    onchange={(v) => p.set('coat', v)}
  />
  <Choice
    label="Method"
    value={method}
    options={card.methods.map((m) => ({ value: m.method, label: METHOD_WORDS[m.method] }))}
    onchange={(v) => p.set('method', v)}
  />
</div>
