<script lang="ts">
  import { cardOf, sequenceCards } from '$core/document';
  import { loadList } from '$core/load';
  import { noBatchText, recipes } from '$core/mix';
  import { isTwoPart } from '$core/product';
  import { faceName } from '$core/surface';
  import {
    counted,
    decimals,
    HOUR_MS,
    MINUTE_MS,
    showDuration,
    showMoney,
    showArea,
    showPour,
    showTemperature,
    showVolume,
    volumeParts
  } from '$core/units';
  import { writeOrder } from '$formats/order-csv';
  import Cup from '$lib/ui/cup/Cup.svelte';
  import Cautions from '$lib/ui/job/Cautions.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import LoadList from '$lib/ui/load/LoadList.svelte';
  import ProductTins from '$lib/ui/load/ProductTins.svelte';
  import VapourBlock from '$lib/ui/load/VapourBlock.svelte';
  import RecipeTable from '$lib/ui/mix/RecipeTable.svelte';
  import { saveText } from '$lib/ui/files/save-text';
  import Why from '$lib/ui/why/Why.svelte';
  import { whyBatch, whyCoat, whyHands } from '$lib/ui/why/why';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const desk = useJobDesk();
  const load = $derived(desk.plan.load);
  const cards = $derived(sequenceCards(desk.job));
  const visits = $derived(loadList(desk.view.parts, desk.view.purchases, desk.surveys, desk.knowledge.house));
  const recipe = $derived(recipes.find((r) => cards.some((c) => c.recipeId === r.id)));
  const faceOf = (surfaceId: string, faceId: string) => {
    const s = desk.job.surfaces.find((x) => x.id === surfaceId)!;
    return `${s.name}, ${faceName(s.faces.find((f) => f.id === faceId)!.kind).toLowerCase()}`;
  };
  const ratioOf = (productId: string) => {
    const c = cardOf(desk.job, productId);
    return c ? `${c.components.map((x) => x.parts).join(' : ')} by ${c.ratioBasis}` : '';
  };
  const facts = $derived(
    load
      ? `${load.products.map((p) => `${p.name}, ${p.colour}`).join(', then ')}. ${counted(desk.plan.coats.length, 'coat', 'coats')}`
      : ''
  );
  /** What this part takes, each with whatever the other parts take of it. */
  const bought = $derived(desk.view.purchases.filter((p) => p.work.some((w) => w.part === desk.job.part)));
  const buys = $derived(desk.view.purchases.some((p) => p.buy.some((b) => b.tins.length)));
</script>

<JobTitle {facts}>
  {#snippet actions()}
    {#if load && buys}<button
        class="btn line"
        onclick={() => saveText('order.csv', 'text/csv', writeOrder(desk.view.purchases))}>Order as CSV</button
      >{/if}
    <button class="btn line" onclick={() => print()}>Print the list</button>
  {/snippet}
</JobTitle>

{#if !load}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>Nothing to load yet</h2>
    <p class="mt-2">
      Measure a surface and choose a product. The litres, the tins and everything else for the van then stand here.
    </p>
    <a class="btn mt-4" href="/jobs/{desk.id}/{desk.job.surfaces.length ? 'choose' : 'measure'}"
      >{desk.job.surfaces.length ? 'Choose a product' : 'Measure'}</a
    >
  </section>
{:else}
  {@const [expected, buy] = [volumeParts(load.expectedL, desk.units), volumeParts(load.needL, desk.units)]}
  {@const scale = Math.max(load.needL, load.expectedL) * 1.05}
  <div class="grid gap-x-8 gap-y-6 pt-3 lg:grid-cols-2 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_320px]">
    <section aria-label="Oil" class="no-print">
      <div class="grid grid-cols-2 gap-4">
        <div>
          <p class="dim">Expected</p>
          <Why
            about="litres expected"
            formula="coats on all faces + what is lost"
            lines={desk.plan.coats.map((c) => ({
              name: `coat ${c.number}, ${showArea(c.areaM2, desk.units)}`,
              value: showVolume(c.expectedL, desk.units),
              grade: 'house' as const
            }))}
          >
            <span class="fig text-[44px] leading-[48px]"
              >{expected.number} <small class="text-[20px]">{expected.unit}</small></span
            >
          </Why>
        </div>
        <div>
          <p class="dim">To have, {Math.round(load.confidence * 100)} % sure</p>
          <span class="fig text-[44px] leading-[48px]">{buy.number} <small class="text-[20px]">{buy.unit}</small></span>
        </div>
      </div>
      <svg
        viewBox="0 0 400 34"
        class="mt-2 w-full"
        role="img"
        aria-label="Expected {expected.number} {expected.unit}, enough with {Math.round(
          load.confidence * 100
        )} % certainty at {buy.number} {buy.unit}"
      >
        <path
          d="M0 4H{((load.lossesL + (load.netL * load.netL) / (load.needL - load.lossesL)) / scale) *
            400}L{(load.needL / scale) * 400} 26H0Z"
          fill="var(--oil-dry)"
        />
        <path d="M{(load.expectedL / scale) * 400} 1V29" stroke="var(--ink)" stroke-width="3" />
      </svg>
      <p class="dim text-[13px]">The slant spans 80 % of what such jobs take.</p>

      <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Coat by coat</h2>
      <table class="ruled">
        <thead
          ><tr><th>Coat</th><th class="num">Area</th><th class="num">Oil</th><th class="num">Hands on</th></tr></thead
        >
        <tbody>
          {#each desk.plan.coats as c (c.number)}
            <tr>
              <td><b>{c.number}</b>{load.products.length > 1 ? ` ${cardOf(desk.job, c.productId)?.name ?? ''}` : ''}</td
              >
              <td class="num">{showArea(c.areaM2, desk.units)}</td>
              <td class="num"
                ><Why
                  about="coat {c.number}"
                  formula="area ÷ spread × take-up, summed over the faces, + losses"
                  lines={whyCoat(c, faceOf, desk.units)}><b>{showVolume(c.expectedL, desk.units)}</b></Why
                ></td
              >
              <td class="num"
                ><Why
                  about="hands of coat {c.number}"
                  formula="area ÷ (rate × ease) + metres ÷ edge rate + pieces × handling, stage by stage"
                  lines={whyHands(c)}>{showDuration(c.personHours * HOUR_MS)}</Why
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>

      <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Batches</h2>
      {#each load.batches as b (b.coat)}
        {@const card = cardOf(desk.job, b.productId)!}
        <div class="flex items-center gap-4 border-b border-rule py-3">
          {#if isTwoPart(card) && !b.none}<Cup
              oilL={b.each.oilL}
              hardenerL={b.each.hardenerL}
              units={desk.units}
              size="small"
            />{/if}
          <div>
            {#if b.none}
              <p><b>Coat {b.coat}</b></p>
              <p class="font-semibold text-check">{noBatchText(b.none, (l) => showPour(l, desk.units))}</p>
            {:else}
              <p>
                <b
                  >Coat {b.coat}: {b.count} × <Why
                    about="batch size, coat {b.coat}"
                    formula="the least of pot life, card, vessel and area per mix, then split evenly"
                    lines={whyBatch(b, ratioOf(b.productId), desk.units)}>{showPour(b.each.totalL, desk.units)}</Why
                  ></b
                >
              </p>
              {#if isTwoPart(card)}<p>
                  {showPour(b.each.oilL, desk.units)} oil + {showPour(b.each.hardenerL, desk.units)} hardener, or {decimals(
                    b.each.oilKg * 1000,
                    0
                  )} g + {decimals(b.each.hardenerKg * 1000, 0)} g
                </p>{/if}
              {#if b.each.thinnerL > 0}<p>
                  of it {showPour(b.each.thinnerL, desk.units)}
                  {card.thinner!.name.toLowerCase()}
                </p>{/if}
              <p class="dim">
                {b.usableMinutes === null
                  ? 'no pot life'
                  : `usable ${showDuration(Math.max(0, b.usableMinutes) * MINUTE_MS)} at ${showTemperature(b.mixTempC, desk.units, 0)}`},
                bound by {b.boundBy}
              </p>
              {#if b.surplusL > 0.0005}<p class="dim">
                  {showPour(b.surplusL, desk.units)} more than the coat takes, so that each can be measured honestly
                </p>{/if}
            {/if}
          </div>
        </div>
      {/each}
      <Cautions cautions={desk.plan.cautions} closing={desk.plan.cautionsClosing} />
    </section>

    <section aria-label="Tins" class="no-print">
      {#each bought as p (p.productId + p.colour)}<ProductTins product={p} />{/each}
      {#if bought.length > 1}<p class="mt-2 text-right">
          <b
            >{showMoney(
              bought.reduce((sum, p) => sum + p.costCents, 0),
              desk.knowledge.house.currency
            )}</b
          > in all
        </p>{/if}
    </section>

    <div class="no-print">
      {#if desk.job.site.setting === 'indoor'}<VapourBlock />{/if}
      {#if recipe}
        <section aria-label="Recipe" class="mt-5">
          <h2 class="border-b-[1.5px] border-ink pb-1">{recipe.name}, mixed on site</h2>
          <RecipeTable
            {recipe}
            totalL={load.products.find((o) => cardOf(desk.job, o.productId)?.recipeId === recipe.id)!.needL}
            units={desk.units}
          />
        </section>
      {/if}
    </div>
  </div>

  <section class="mt-8" aria-label="Into the van">
    <h2 class="only-print">{desk.job.title}: {desk.job.client.name}, {desk.job.site.place}</h2>
    <h2 class="no-print mb-3 text-[22px]">Into the van</h2>
    <div class="lists">
      {#each visits as v (v.index)}<LoadList visit={v} vans={data.vans} />{/each}
    </div>
  </section>
{/if}

<style>
  .lists {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(360px, 100%), 1fr));
    gap: 0 26px;
    align-items: start;
  }
  .only-print {
    display: none;
  }
  @media print {
    .lists {
      display: block;
      columns: 2;
      font-size: 12px;
    }
    .only-print {
      display: block;
      margin-bottom: 8px;
    }
  }
</style>
