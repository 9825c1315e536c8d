<script lang="ts">
  import { enhance } from '$app/forms';
  import { classTraits, isTwoPart, type HoursName } from '$core/product';
  import { decimals, showSpreadRate, showTemperature, showVolume } from '$core/units';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fullDate } from '$lib/ui/words/time';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { card } = $derived(data);
  const errors = $derived((form && 'errors' in form ? form.errors : {}) as Record<string, string | undefined>);
  const HOURS: [HoursName, string][] = [
    ['touchDry', 'Touch dry'],
    ['recoatOpens', 'Recoat opens'],
    ['recoatCloses', 'Recoat closes'],
    ['lightUse', 'Light use'],
    ['fullCure', 'Full cure'],
    ['rainSafe', 'Safe from rain']
  ];
  const first = $derived(card.spreadRateM2PerL.first);
</script>

<svelte:head><title>{card.name} · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-4">
    <h1>{card.name}</h1>
    <span class="dim"
      >{classTraits(card.class).name}. Revision {data.revision}, {data.changedBy}, {fullDate(
        data.changedAt.getTime(),
        data.crew.home.timeZone
      )}</span
    >
    <a class="btn line ml-auto" href="/api/cards?id={card.id}" download>Export this card</a>
  </div>
  {#if errors.form}<p class="mt-2 bg-check-fill px-4 py-2 font-semibold" role="alert">{errors.form}</p>{/if}
  {#if form && 'saved' in form && form.saved}<p class="mt-2 flex items-center gap-2 text-go" role="status">
      <Sign kind="go" /> <b>Saved as revision {data.revision}.</b> Jobs keep the card they were planned with until it is chosen
      again.
    </p>{/if}
  <div class="mt-4 grid gap-8 lg:grid-cols-3">
    <section>
      <h2 class="border-b-[1.5px] border-ink pb-1">Label</h2>
      {#if card.note}<p class="dim mt-2">{card.note}</p>{/if}
      <table class="ruled">
        <tbody>
          <tr><td>Colours</td><td class="num whitespace-normal">{card.colours.join(', ')}</td></tr>
          {#if isTwoPart(card)}<tr
              ><td>Mix by {card.ratioBasis}</td><td class="num"
                >{card.components.map((c) => `${c.parts} ${c.role}`).join(' : ')}</td
              ></tr
            >{/if}
          {#if card.pairCode}<tr><td>Pair code</td><td class="num">{card.pairCode}</td></tr>{/if}
          {#if card.potLifeMinutesAt20C}<tr
              ><td>Pot life at {showTemperature(20, data.person.units, 0)}</td><td class="num"
                >{card.potLifeMinutesAt20C} min</td
              ></tr
            >{/if}
          {#if card.thinner}<tr
              ><td>{card.thinner.name}</td><td class="num">{card.thinner.percentOfOil} % of the oil</td></tr
            >{/if}
          <tr><td>Stir</td><td class="num">{card.stirMinutes} min{card.shakeAllowed ? '' : ', never shake'}</td></tr>
          {#each HOURS as [name, word] (name)}{@const h = card.hours[name]}{#if h}<tr
                ><td>{word}</td><td class="num"
                  >{h.label.low === h.label.high ? h.label.low : `${h.label.low}–${h.label.high}`} h</td
                ></tr
              >{/if}{/each}
          <tr
            ><td>Air</td><td class="num"
              >{showTemperature(card.limits.airMinC, data.person.units, 0)} to {showTemperature(
                card.limits.airMaxC,
                data.person.units,
                0
              )}</td
            ></tr
          >
          <tr><td>Humidity to</td><td class="num">{decimals(card.limits.rhMax * 100, 0)} %</td></tr>
          <tr><td>Solvent</td><td class="num">{card.solvent}, {card.vocGPerL} g/L</td></tr>
          <tr><td>Food contact</td><td class="num">{card.foodContact}</td></tr>
          <tr><td>Rags heat themselves</td><td class="num">{card.oxidising ? 'yes' : 'no'}</td></tr>
          {#if card.isocyanate}<tr><td class="font-semibold text-stop" colspan="2">Hardener with isocyanate</td></tr
            >{/if}
        </tbody>
      </table>
    </section>
    <section>
      <h2 class="border-b-[1.5px] border-ink pb-1">Spread rate, first coat</h2>
      <p class="mt-2">Label: <b>{showSpreadRate(first.label, data.person.units)}</b></p>
      {#if first.house}<p>
          House: <b>{showSpreadRate(first.house.value, data.person.units)}</b>, {first.house.reason}, {first.house
            .date}. The plan uses it.
        </p>{:else}<p class="dim">No house value. The plan uses the label.</p>{/if}
      {#if data.mayEdit}
        <form method="post" action="?/house" use:enhance class="mt-4 grid gap-3">
          <input type="hidden" name="revision" value={data.revision} />
          <TextField
            label="House value, m²/L"
            name="value"
            inputmode="decimal"
            value={first.house?.value ?? ''}
            errors={errors.value ? [errors.value] : null}
          />
          <TextField
            label="Reason"
            name="reason"
            value={first.house?.reason ?? ''}
            errors={errors.reason ? [errors.reason] : null}
          />
          <div class="flex gap-2">
            <button class="btn">Set the house value</button>{#if first.house}<button
                class="btn line"
                name="clear"
                value="1">Back to the label</button
              >{/if}
          </div>
        </form>
      {/if}
    </section>
    <section>
      <h2 class="border-b-[1.5px] border-ink pb-1">Packs and prices</h2>
      <form method="post" action="?/prices" use:enhance class="mt-2 grid gap-2">
        <input type="hidden" name="revision" value={data.revision} />
        {#each card.packs as p (p.id)}
          {#if data.mayPrice}
            <TextField
              label="{p.of}, {showVolume(p.volumeMl / 1000, data.person.units)}"
              name={p.id}
              inputmode="decimal"
              value={(p.priceCents / 100).toFixed(2)}
              errors={errors[p.id] ? [errors[p.id]!] : null}
            />
          {:else}
            <p class="flex justify-between border-b border-rule py-2">
              <span>{p.of}, {showVolume(p.volumeMl / 1000, data.person.units)}</span><b
                >{(p.priceCents / 100).toFixed(2)}</b
              >
            </p>
          {/if}
        {/each}
        {#if data.mayPrice}<button class="btn mt-2">Save the prices</button>{:else}<p class="dim">
            A lead or the office changes prices.
          </p>{/if}
      </form>
    </section>
  </div>
</main>
