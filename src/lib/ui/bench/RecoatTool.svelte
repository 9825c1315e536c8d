<script lang="ts">
  import { dryingRate, methodFactor, dwellMinutes } from '$core/drying';
  import { normalQuantile } from '$core/coverage';
  import type { HouseRules } from '$core/house';
  import type { Method } from '$core/method';
  import { cardHours, classTraits, touchDryProgress, type ProductCard } from '$core/product';
  import { HOUR_MS, showDuration, type UnitSystem } from '$core/units';
  import { METHOD_WORDS } from '$words/method-words';
  import Choice from '../fields/Choice.svelte';
  import Answer from './Answer.svelte';
  import CardPick from './CardPick.svelte';
  import HumiditySlide from './HumiditySlide.svelte';
  import TempSlide from './TempSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const {
    p,
    shelf,
    house,
    units,
    today
  }: {
    p: BenchParams;
    shelf: readonly ProductCard[];
    house: HouseRules;
    units: UnitSystem;
    today: { tempC: number; rh: number };
  } = $props();
  const card = $derived(shelf.find((c) => c.id === p.text('card', '')) ?? shelf[0]!);
  const method = $derived<Method>(
    card.methods.find((m) => m.method === p.text('method', ''))?.method ?? card.methods[0]!.method
  );
  const temp = $derived(p.num('t', today.tempC, -5, 45));
  const rh = $derived(p.num('rh', today.rh, 0.05, 1));
  const wind = $derived(p.num('v', 0.2, 0, 8));
  const hour = $derived({ surfaceTempC: temp, rh, airSpeedMPerS: wind });
  const opens = $derived(cardHours(card, 'recoatOpens')!);
  const rate = $derived(dryingRate(hour, card) * methodFactor(method, 'recoat'));
  const cures = $derived(classTraits(card.class).cures);
  const hoursTo = (ref: number) => (cures ? ref / rate : ref);
  const spread = $derived(cures ? Math.exp(normalQuantile(0.9) * house.kappaSdLn) : 1);
  const words = (h: number) => showDuration(h * HOUR_MS);
  const dwell = $derived(dwellMinutes(card, method, hour));
  const closes = $derived(cardHours(card, 'recoatCloses'));
  const use = $derived(cardHours(card, 'lightUse'));
</script>

<CardPick {shelf} {p} id={card.id} />
<Answer value={words(hoursTo(opens))} unit="to the next coat">
  80 % between {words(hoursTo(opens) / spread)} and {words(hoursTo(opens) * spread)}; the card says {opens} h at 20 °C, 50
  %.
</Answer>
<TempSlide {p} {units} label="Board" value={temp} />
<HumiditySlide {p} {units} value={rh} />
<div class="mb-3 grid grid-cols-2 gap-3">
  <Choice
    label="Air"
    value={String(wind)}
    options={[
      { value: '0.1', label: 'shut room' },
      { value: '0.2', label: 'still' },
      { value: '0.6', label: 'a draught' },
      { value: '1.8', label: 'a breeze' },
      { value: '4', label: 'wind' }
    ]}
    onchange={(v) => p.set('v', Number(v))}
  />
  <Choice
    label="Method"
    value={method}
    options={card.methods.map((m) => ({ value: m.method, label: METHOD_WORDS[m.method] }))}
    onchange={(v) => p.set('method', v)}
  />
</div>
<table class="ruled">
  <tbody>
    {#if cures}<tr><td>Touch dry</td><td class="num">{words(hoursTo(opens * touchDryProgress(card)))}</td></tr>{/if}
    {#if closes !== undefined}<tr><td>Shut, abrade first</td><td class="num">{words(hoursTo(closes))}</td></tr>{/if}
    {#if use !== undefined}<tr><td>Light use</td><td class="num">{words(hoursTo(use))}</td></tr>{/if}
    {#if dwell.max !== undefined}<tr
        ><td>Wipe it between</td><td class="num"><b>{Math.round(dwell.min ?? 0)} and {Math.round(dwell.max)} min</b></td
        ></tr
      >{/if}
  </tbody>
</table>
