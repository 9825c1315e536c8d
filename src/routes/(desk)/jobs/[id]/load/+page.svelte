<script lang="ts">
  import { isTwoPart } from '$core/product';
  import { decimals, grouped, showArea, showPour, showVolume, volumeParts } from '$core/units';
  import Cautions from '$lib/ui/job/Cautions.svelte';
  import { faceName } from '$core/surface';
  import { useJobDesk } from '$lib/ui/job/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import Cup from '$lib/ui/cup/Cup.svelte';
  import Why from '$lib/ui/why/Why.svelte';
  import { whyBatch, whyBuy, whyCoat } from '$lib/ui/why/why';

  const desk = useJobDesk();
  const load = $derived(desk.plan.load);
  const card = $derived(desk.document.products.find((p) => p.id === desk.document.finish?.productId));
  const money = (cents: number) =>
    grouped(decimals(cents / 100, 2).split('.')[0]!) + '.' + decimals(cents / 100, 2).split('.')[1];
  const faceOf = (surfaceId: string, faceId: string) => {
    const s = desk.document.surfaces.find((x) => x.id === surfaceId)!;
    return `${s.name}, ${faceName(s.faces.find((f) => f.id === faceId)!.kind).toLowerCase()}`;
  };
  const ratio = $derived(card ? `${card.components.map((c) => c.parts).join(' : ')} by ${card.ratioBasis}` : '');
  const scale = $derived(load ? Math.max(load.buyL, ...load.buy.map((b) => b.totalMl / 1000)) : 1);
</script>

<JobTitle facts={card ? `${card.name}, ${desk.document.finish!.colour}, ${desk.plan.coats.length} coats` : ''}>
  {#snippet actions()}<button class="btn line" onclick={() => print()}>Print the list</button>{/snippet}
</JobTitle>

{#if !load || !card}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>Nothing to load yet</h2>
    <p class="mt-2">
      Measure a surface and choose a product. The litres, the tins and everything else for the van then stand here.
    </p>
    <a class="btn mt-4" href="/jobs/{desk.id}/{desk.document.surfaces.length ? 'choose' : 'measure'}"
      >{desk.document.surfaces.length ? 'Choose a product' : 'Measure'}</a
    >
  </section>
{:else}
  {@const [expected, buy] = [volumeParts(load.expectedL, desk.units), volumeParts(load.buyL, desk.units)]}
  <div class="grid gap-x-8 gap-y-6 pt-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_330px]">
    <section aria-label="Oil">
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
          <p class="dim">To buy, {Math.round(load.confidence * 100)} % sure</p>
          <Why about="litres to buy" formula="likeliest × e^(z·σ) + losses" lines={whyBuy(load, desk.units)}>
            <span class="fig text-[44px] leading-[48px]"
              >{buy.number} <small class="text-[20px]">{buy.unit}</small></span
            >
          </Why>
        </div>
      </div>
      <svg
        viewBox="0 0 400 34"
        class="mt-2 w-full"
        role="img"
        aria-label="Expected {expected.number} {expected.unit}, enough with 90 % certainty at {buy.number} {buy.unit}"
      >
        <path
          d="M0 4H{((load.lossesL + load.netL / load.buyFactor) / scale) * 400}L{(load.buyL / scale) * 400} 26H0Z"
          fill="var(--oil-dry)"
        />
        <path d="M{(load.expectedL / scale) * 400} 1V29" stroke="var(--ink)" stroke-width="3" />
      </svg>
      <p class="dim text-[13px]">
        The slant spans 80 % of what such jobs take. This card has no history in our log yet, so the span is wide.
      </p>

      <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Coat by coat</h2>
      <table class="ruled">
        <thead
          ><tr><th>Coat</th><th class="num">Area</th><th class="num">Oil</th><th class="num">Hands on</th></tr></thead
        >
        <tbody>
          {#each desk.plan.coats as c (c.number)}
            <tr>
              <td><b>{c.number}</b></td>
              <td class="num">{showArea(c.areaM2, desk.units)}</td>
              <td class="num"
                ><Why
                  about="coat {c.number}"
                  formula="area ÷ spread × take-up, summed over the faces, + losses"
                  lines={whyCoat(c, faceOf, desk.units)}><b>{showVolume(c.expectedL, desk.units)}</b></Why
                ></td
              >
              <td class="num">{decimals(c.personHours, 1)} h</td>
            </tr>
          {/each}
        </tbody>
      </table>
      <Cautions cautions={desk.plan.cautions} closing={desk.plan.cautionsClosing} />
    </section>

    <section aria-label="Tins and mixing">
      <h2 class="border-b-[1.5px] border-ink pb-1">Tins, cheapest that cover it</h2>
      {#each load.buy as b (b.of)}
        <table class="ruled">
          <thead
            ><tr
              ><th>{b.name}{b.of === 'kit' ? ', kits' : ''}, need {showVolume(b.needL, desk.units)}</th><th class="num"
                >Each</th
              ><th class="num">Together</th></tr
            ></thead
          >
          <tbody>
            {#each b.tins as t (t.id)}
              <tr
                ><td><span class="fig text-[20px]">{t.count} × {showVolume(t.volumeMl / 1000, desk.units)}</span></td
                ><td class="num">{money(t.priceCents)}</td><td class="num">{money(t.priceCents * t.count)}</td></tr
              >
            {/each}
            <tr
              ><td class="dim">{showVolume(b.leftOverMl / 1000, desk.units)} left over at that need</td><td></td><td
                class="num"><b>{money(b.costCents)}</b></td
              ></tr
            >
          </tbody>
        </table>
      {/each}
      {#if load.buy.length > 1}<p class="mt-2 text-right"><b>{money(load.costCents)}</b> in all</p>{/if}
      {#if card.pairCode}<p class="mt-2">Pair code <b>{card.pairCode}</b> must stand on both tins.</p>{/if}

      <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Batches</h2>
      {#each load.batches as b (b.coat)}
        <div class="flex items-center gap-4 border-b border-rule py-3">
          {#if isTwoPart(card)}<Cup
              oilL={b.each.oilL}
              hardenerL={b.each.hardenerL}
              units={desk.units}
              size="small"
            />{/if}
          <div>
            <p>
              <b
                >Coat {b.coat}: {b.count} × <Why
                  about="batch size, coat {b.coat}"
                  formula="the least of pot life, card, vessel and area per mix, then split evenly"
                  lines={whyBatch(b, ratio, desk.units)}>{showPour(b.each.totalL, desk.units)}</Why
                ></b
              >
            </p>
            {#if isTwoPart(card)}<p>
                {showPour(b.each.oilL, desk.units)} oil + {showPour(b.each.hardenerL, desk.units)} hardener
              </p>{/if}
            {#if b.each.thinnerL > 0}<p>
                of it {showPour(b.each.thinnerL, desk.units)}
                {card.thinner!.name.toLowerCase()}
              </p>{/if}
            <p class="dim">
              {b.usableMinutes === null ? 'no pot life' : `usable ${Math.round(b.usableMinutes)} min in today's air`},
              bound by {b.boundBy}
            </p>
          </div>
        </div>
      {/each}
    </section>

    <section aria-label="Gear">
      <h2 class="border-b-[1.5px] border-ink pb-1">Into the van</h2>
      <table class="ruled">
        <tbody>
          {#each load.gear as g (g.name)}
            <tr
              ><td class="num w-10"><b>{g.count ?? ''}</b></td><td
                >{g.name}<br /><span class="dim text-[13px]">{g.why}</span></td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </section>
  </div>
{/if}
