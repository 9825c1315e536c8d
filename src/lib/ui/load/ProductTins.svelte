<script lang="ts">
  import type { Purchase } from '$core/load';
  import { namedList } from '$core/surface';
  import { showMoney, showVolume } from '$core/units';
  import { partName } from '$words/part-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import Why from '../why/Why.svelte';
  import { whyNeed } from '../why/why';

  /** The tins of one product: what the stock gives, what to buy, and what one tin fewer or more would mean. */
  const { product: p }: { product: Purchase } = $props();
  /** Parts of the job that take of it beside the one that is looked at. */
  const others = $derived(p.work.filter((w) => w.part !== desk.job.part).map((w) => partName(desk.document, w.part)));
  const desk = useJobDesk();
  const confidence = $derived(desk.plan.load!.confidence);
  const behind = $derived(p.keys.reduce((s, k) => s + k.rate.coats, 0));
  const money = (cents: number) => showMoney(cents, desk.knowledge.house.currency);
  const STEP_WORDS = ['One tin fewer', 'As advised', 'One tin more'];
  const percent = (share: number) => (share < 0.005 ? 'under 1 in 100' : `${Math.round(share * 100)} in 100`);
</script>

<section aria-label="Tins of {p.name}, {p.colour}">
  <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">{p.name}, {p.colour}</h2>
  <p class="dim mt-1 text-[13.5px]">
    Coats {p.coats.join(', ')}{others.length ? `, and what ${namedList(others)} takes` : ''}.
    <Why
      about="litres of {p.name} to have"
      formula="likeliest × e^(z·σ) + losses"
      lines={whyNeed(p, confidence, desk.units)}><b class="text-ink">{showVolume(p.needL, desk.units)}</b></Why
    >
    to have, {showVolume(p.expectedL, desk.units)} expected.
    {behind
      ? `${behind} of our own coats stand behind it.`
      : 'The card alone: no coat of ours stands behind it yet, so the span is wide.'}
  </p>
  {#each p.buy as b (b.of)}
    <table class="ruled mt-2">
      <thead
        ><tr
          ><th>{b.of === 'kit' ? 'Kits' : b.name}, {showVolume(b.needL, desk.units)}</th><th class="num">Count</th><th
            class="num">Money</th
          ></tr
        ></thead
      >
      <tbody>
        {#each b.stock.taken as t (t.tin.id)}
          <tr
            ><td
              ><span class="flex gap-2"
                ><Sign kind="go" size={15} /><span
                  >From stock: lot <b>{t.tin.lot}</b>, {t.tin.place}{t.tin.openedOn ? ', opened' : ''}</span
                ></span
              ></td
            ><td class="num">{showVolume(t.ml / 1000, desk.units)}</td><td class="num">{money(0)}</td></tr
          >
        {/each}
        {#each b.tins as t (t.id)}
          <tr
            ><td>Buy {showVolume(t.volumeMl / 1000, desk.units)}</td><td class="num"><b>{t.count}</b></td><td
              class="num">{money(t.count * t.priceCents)}</td
            ></tr
          >
        {:else}
          <tr><td colspan="3">Nothing to buy: the stock covers it.</td></tr>
        {/each}
        {#if b.tins.length}<tr
            ><td class="dim">{showVolume(b.leftOverMl / 1000, desk.units)} left over at that need</td><td></td><td
              class="num"><b>{money(b.costCents)}</b></td
            ></tr
          >{/if}
      </tbody>
    </table>
    {#if b.stock.blend}<p class="mt-2 flex gap-2 font-semibold text-check">
        <Sign kind="check" size={16} />Several lots of one colour: blend all tins before the first bay.
      </p>{/if}
    {#if b.tins.length}
      <table class="ruled steps" aria-label="Round up?">
        <thead
          ><tr><th>Round up?</th><th class="num">Tins</th><th class="num">Money</th><th class="num">Runs short</th></tr
          ></thead
        >
        <tbody>
          {#each b.steps as s, i (i)}
            {@const word = STEP_WORDS[i + (3 - b.steps.length)]}
            <tr class:on={word === 'As advised'}
              ><td>{word}</td><td class="num">{s.tins}</td><td class="num">{money(s.costCents)}</td><td class="num"
                ><b>{percent(s.shortRisk)}</b></td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
  {/each}
</section>

<style>
  .steps {
    margin-top: 8px;
  }
  .steps td {
    padding-block: 5px;
    font-size: 13.5px;
  }
  .steps .on td {
    font-weight: 640;
    box-shadow: inset 0 -1.5px 0 var(--ink);
  }
</style>
