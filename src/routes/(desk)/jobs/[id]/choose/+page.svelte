<script lang="ts">
  import { cardHours, classTraits, isTwoPart, spreadRate, type Method, type ProductCard } from '$core/product';
  import { decimals, showSpreadRate, showTemperature, showVolume, wetFilmUm } from '$core/units';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import Tick from '$lib/ui/fields/Tick.svelte';
  import { faceName } from '$core/surface';
  import Cautions from '$lib/ui/job/Cautions.svelte';
  import CoatStepper from '$lib/ui/measure/CoatStepper.svelte';
  import { misfits, withProduct } from '$lib/ui/job/fit';
  import { useJobDesk } from '$lib/ui/job/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import Why from '$lib/ui/why/Why.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const desk = useJobDesk();
  const card = $derived(desk.document.products.find((p) => p.id === desk.document.finish?.productId));
  const shelf = $derived(
    data.shelf
      .map((c) => ({ card: c, misfits: misfits(desk.document, c) }))
      .sort((a, b) => a.misfits.length - b.misfits.length || a.card.name.localeCompare(b.card.name))
  );
  const problems = $derived(
    desk.plan.problems.filter((p) => p.path.startsWith('/finish') || p.path.startsWith('/surfaces'))
  );
  const METHOD_WORDS: Record<Method, string> = {
    thin: 'Thin and wipe',
    flood: 'Flood and wipe',
    roller: 'Roll and leave',
    brush: 'Brush',
    trowel: 'Trowel, buff, leave',
    spray: 'Spray and back-brush'
  };
  const hoursText = (c: ProductCard, n: Parameters<typeof cardHours>[1]) => {
    const h = c.hours[n];
    return h ? (h.label.low === h.label.high ? `${h.label.low} h` : `${h.label.low}–${h.label.high} h`) : 'not given';
  };
  const choose = (c: ProductCard) => desk.edit((d) => Object.assign(d, withProduct(d, structuredClone(c))));
</script>

<JobTitle
  facts={card
    ? `${card.name}, ${classTraits(card.class).name}. ${desk.plan.coats.length} coats`
    : 'Pick an oil that fits the wood and the place'}
/>

<div class="two">
  <section aria-label="Shelf">
    <h2 class="border-b-[1.5px] border-ink pb-1">From the shelf</h2>
    <ul>
      {#each shelf as s (s.card.id)}
        {@const on = s.card.id === card?.id}
        <li class:on>
          <button
            disabled={!desk.mayEdit || (s.misfits.length > 0 && !on)}
            onclick={() => choose(s.card)}
            aria-pressed={on}
          >
            <span class="nm">{s.card.name}</span>
            <span class="dim text-[13px]"
              >{classTraits(s.card.class).name}{isTwoPart(s.card)
                ? `, ${s.card.components.map((c) => c.parts).join(':')} by ${s.card.ratioBasis}`
                : ''}</span
            >
            {#if on}<span class="tag text-go"><Sign kind="go" size={15} />chosen</span>
            {:else if s.misfits.length}<span class="tag text-stop"
                ><Sign kind="no" size={15} />{s.misfits[0]!.problem}</span
              >{/if}
          </button>
        </li>
      {/each}
    </ul>
  </section>

  {#if card && desk.document.finish}
    {@const finish = desk.document.finish}
    <section aria-label="Finish">
      <h2 class="border-b-[1.5px] border-ink pb-1">{card.name}</h2>
      {#if card.note}<p class="dim mt-2">{card.note}</p>{/if}
      <div class="mt-3 grid grid-cols-2 gap-3">
        <Choice
          label="Colour"
          value={finish.colour}
          options={card.colours.map((c) => ({ value: c, label: c }))}
          onchange={(v) => desk.edit((d) => (d.finish!.colour = v))}
        />
        <Choice
          label="Method"
          value={finish.method}
          options={card.methods.map((m) => ({
            value: m.method,
            label: METHOD_WORDS[m.method],
            note:
              m.dwellMaxMinutes === undefined
                ? 'left, not wiped'
                : `wipe after ${m.dwellMinMinutes ?? 0}–${m.dwellMaxMinutes} min at ${showTemperature(20, desk.units, 0)}`
          }))}
          onchange={(v) => desk.edit((d) => (d.finish!.method = v))}
        />
      </div>
      <div class="mt-2 flex flex-wrap gap-x-8">
        <Tick
          label="Bare wood"
          checked={finish.bareWood}
          onchange={(v) => desk.edit((d) => (d.finish!.bareWood = v))}
        />
        <Tick
          label="Food will touch it"
          checked={desk.document.usedForFood}
          onchange={(v) => desk.edit((d) => (d.usedForFood = v))}
        />
      </div>
      <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Coats per face</h2>
      <table class="ruled">
        <thead><tr><th>Face</th><th class="num">Oil</th><th class="num">Coats</th></tr></thead>
        <tbody>
          {#each desk.document.surfaces as s, i (s.id)}
            {#each s.faces as f, j (f.id)}
              {@const litres = desk.plan.coats.reduce(
                (sum, c) =>
                  sum +
                  c.faces
                    .filter((x) => x.surfaceId === s.id && x.faceId === f.id)
                    .reduce((a, x) => a + x.detail.litres, 0),
                0
              )}
              <tr>
                <td>{desk.document.surfaces.length > 1 ? `${s.name}, ` : ''}{faceName(f.kind)}</td>
                <td class="num">{litres > 0 ? showVolume(litres, desk.units) : 'none'}</td>
                <td class="num"
                  ><CoatStepper
                    coats={f.coats}
                    label="{s.name}, {faceName(f.kind)}"
                    onchange={(n) => desk.edit((d) => (d.surfaces[i]!.faces[j]!.coats = n))}
                  /></td
                >
              </tr>
            {/each}
          {/each}
        </tbody>
      </table>
      <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Will it take?</h2>
      <ul class="takes">
        {#each problems as p (p.path + p.problem)}
          <li class={p.severity === 'stop' ? 'text-stop' : 'text-check'}>
            <Sign kind={p.severity} /><span><b>{p.problem}</b></span>
          </li>
        {:else}
          <li class="text-go"><Sign kind="go" /><b>Nothing on the card speaks against it.</b></li>
        {/each}
      </ul>
    </section>

    <section aria-label="What the card says">
      <h2 class="border-b-[1.5px] border-ink pb-1">What the card says</h2>
      <table class="ruled">
        <tbody>
          {#each [['First coat', 'first'], ['Later coats', 'later'], ['Maintenance', 'maintenance']] as const as [word, position] (position)}
            {@const s = spreadRate(card, position)}
            {@const graded = card.spreadRateM2PerL[position]}
            <tr
              ><td>{word}</td><td class="num">
                <Why
                  about="spread rate, {word.toLowerCase()}"
                  lines={[
                    {
                      name: 'label',
                      value: graded ? showSpreadRate(graded.label, desk.units) : 'not given',
                      grade: 'label'
                    },
                    ...(graded?.house
                      ? [
                          {
                            name: `house: ${graded.house.reason}, ${graded.house.date}`,
                            value: showSpreadRate(graded.house.value, desk.units),
                            grade: 'house' as const
                          }
                        ]
                      : []),
                    { name: 'wet film', value: `${decimals(wetFilmUm(s.value), 0)} µm`, grade: 'law' }
                  ]}><b>{showSpreadRate(s.value, desk.units)}</b></Why
                > <span class="faint text-[12px]">{s.grade}</span></td
              ></tr
            >
          {/each}
          <tr><td>Touch dry</td><td class="num">{hoursText(card, 'touchDry')}</td></tr>
          <tr><td>Recoat opens</td><td class="num">{hoursText(card, 'recoatOpens')}</td></tr>
          <tr><td>Recoat closes</td><td class="num">{hoursText(card, 'recoatCloses')}</td></tr>
          {#if desk.document.site.setting === 'outdoor'}<tr
              ><td>Safe from rain</td><td class="num">{hoursText(card, 'rainSafe')}</td></tr
            >{/if}
          <tr><td>Light use</td><td class="num">{hoursText(card, 'lightUse')}</td></tr>
          <tr><td>Full cure</td><td class="num">{hoursText(card, 'fullCure')}</td></tr>
          <tr
            ><td>Air</td><td class="num"
              >{showTemperature(card.limits.airMinC, desk.units, 0)} to {showTemperature(
                card.limits.airMaxC,
                desk.units,
                0
              )}</td
            ></tr
          >
          <tr><td>Humidity</td><td class="num">to {decimals(card.limits.rhMax * 100, 0)} %</td></tr>
          <tr><td>Sanded no finer than</td><td class="num">P{card.maxGrit}</td></tr>
          <tr><td>Solvent</td><td class="num">{card.vocGPerL} g/L</td></tr>
          <tr><td>Food contact</td><td class="num">{card.foodContact}</td></tr>
        </tbody>
      </table>
      <p class="faint mt-2 text-[12.5px]">
        Hours at {showTemperature(20, desk.units, 0)}, 50 %, still air. The plan uses the upper end and today's air.
      </p>
      <Cautions cautions={desk.plan.cautions} closing={desk.plan.cautionsClosing} />
    </section>
  {:else}
    <p class="mt-8 text-[16px] lg:col-span-2">
      Products that may not go on this job say why. The limits are the card's own: place, kind of surface, food.
    </p>
  {/if}
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr) 300px;
    gap: 26px;
    margin-top: 12px;
    align-items: start;
  }
  li button {
    display: grid;
    gap: 2px;
    width: 100%;
    text-align: left;
    padding: 10px 12px;
    border-bottom: 1px solid var(--rule);
    background: var(--sheet);
    min-height: 56px;
  }
  li button:disabled {
    background: transparent;
    cursor: not-allowed;
    color: var(--ink-2);
  }
  li.on button {
    border: 1.5px solid var(--ink);
    border-top-width: 6px;
  }
  .nm {
    font: 680 17px/20px var(--fig);
    font-stretch: 90%;
  }
  .tag {
    display: flex;
    gap: 6px;
    font-size: 13px;
    font-weight: 600;
    line-height: 16px;
  }
  .takes li {
    display: flex;
    gap: 10px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 1100px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
