<script lang="ts">
  import { enhance } from '$app/forms';
  import { CARD_FIELDS, cardDifferences, cardValue, cardValueWords, classTraits, type CardField } from '$core/product';
  import { decimals, showSpreadRate, showTemperature, showVolume } from '$core/units';
  import { goto } from '$app/navigation';
  import CardForm from '$lib/ui/shelf/CardForm.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fullDate } from '$words/time';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { card } = $derived(data);
  const groups = [...new Set(CARD_FIELDS.map((f) => f.group))];
  let editing = $state<'no' | 'this' | 'copy'>('no');
  const copied = $derived({ ...card, id: `${card.id.slice(0, 52)}-copy`, name: `${card.name}, copy` });
  const words = (f: CardField): string => {
    const v = cardValue(card, f.path);
    if (f.unit === 'share' && typeof v === 'number') return `${decimals(v * 100, 1, true)} %`;
    if (f.unit === '°C' && typeof v === 'number') return showTemperature(v, data.person.units, 0).replace(/ ?°C$/, '');
    if (f.unit === 'P') return `P${String(v)}`;
    if (f.path.endsWith('.label.low')) {
      const high = cardValue(card, f.path.replace(/low$/, 'high'));
      return v === high ? String(v) : `${String(v)}–${String(high)}`;
    }
    return f.kind === 'choice' || f.kind === 'list' ? cardValueWords(v).replaceAll('-', ' ') : cardValueWords(v);
  };
  /** The upper end of a span stands with its lower one, the id in the address. */
  const isRead = (f: CardField) =>
    cardValue(card, f.path) !== undefined && !f.path.endsWith('.label.high') && f.path !== 'note' && f.path !== 'id';
  const errors = $derived((form && 'errors' in form ? form.errors : {}) as Record<string, string | undefined>);
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
    <span class="ml-auto"></span>
    {#if data.mayEdit && editing === 'no'}
      <button class="btn" onclick={() => (editing = 'this')}>Change the card</button>
      <button class="btn line" onclick={() => (editing = 'copy')}>A new card from it</button>
    {/if}
    <a class="btn line" href="/api/cards?id={card.id}" download>Export this card</a>
  </div>
  {#if errors.form}<p class="mt-2 bg-check-fill px-4 py-2 font-semibold" role="alert">{errors.form}</p>{/if}
  {#if form && 'saved' in form && form.saved}<p class="mt-2 flex items-center gap-2 text-go" role="status">
      <Sign kind="go" /> <b>Saved as revision {data.revision}.</b> Jobs keep the card they were planned with until it is chosen
      again.
    </p>{/if}
  {#if editing !== 'no'}
    {#key editing}<CardForm
        card={editing === 'copy' ? copied : card}
        revision={editing === 'copy' ? 0 : data.revision}
        oncancel={() => (editing = 'no')}
        onsaved={async (id) => {
          editing = 'no';
          await goto(`/shelf/${id}`, { invalidateAll: true });
        }}
      />{/key}
  {:else}
    <div class="mt-4 grid gap-8 lg:grid-cols-3">
      <section class="lg:col-span-2">
        {#if card.note}<p class="dim mb-2">{card.note}</p>{/if}
        <div class="read">
          {#each groups as g (g)}
            <table class="ruled">
              <caption>{g}</caption>
              <tbody>
                {#each CARD_FIELDS.filter((f) => f.group === g && isRead(f)) as f (f.path)}
                  <tr class:house={f.path.includes('.house.')}
                    ><td>{f.name.replace(/, from$/, '')}</td><td class="val"
                      >{words(f)}{#if f.unit}&nbsp;<span class="dim"
                          >{f.unit === 'share' || f.unit === 'P' ? '' : f.unit}</span
                        >{/if}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
          {/each}
        </div>
        {#if card.isocyanate}<p class="mt-2 font-semibold text-stop">
            Hardener with isocyanate: gloves, glasses, breathing protection.
          </p>{/if}
      </section>
      <div class="grid content-start gap-8">
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
                  errors={Object.hasOwn(errors, p.id) ? [errors[p.id]!] : null}
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
        <section>
          <h2 class="border-b-[1.5px] border-ink pb-1">Revisions</h2>
          <ol>
            {#each data.revisions as r, i (r.revision)}
              {@const older = data.revisions[i + 1]}
              {@const changes = older ? cardDifferences(older.card, r.card) : []}
              <li class="border-b border-rule py-2 text-[14px]">
                <b>{r.revision}</b>, {r.changedBy}, {fullDate(r.changedAt.getTime(), data.crew.home.timeZone)}
                {#if older}<details>
                    <summary class="link min-h-6"
                      >{changes.length} {changes.length === 1 ? 'field' : 'fields'} changed</summary
                    >
                    <ul>
                      {#each changes as c (c.field.path)}<li>
                          {c.field.name}: <s class="dim">{cardValueWords(c.mine)}</s>
                          {cardValueWords(c.theirs)}
                        </li>{/each}
                    </ul>
                  </details>{/if}
              </li>
            {/each}
          </ol>
        </section>
      </div>
    </div>
  {/if}
</main>

<style>
  .read {
    columns: 2;
    column-gap: 26px;
  }
  .read table {
    break-inside: avoid;
    margin-bottom: 18px;
  }
  caption {
    text-align: left;
    font: 680 17px/22px var(--fig);
    border-bottom: 1.5px solid var(--ink);
    padding-bottom: 2px;
  }
  caption::first-letter {
    text-transform: uppercase;
  }
  .read td {
    padding-block: 5px;
  }
  .val {
    text-align: right;
    font-weight: 560;
    padding-right: 0;
    overflow-wrap: anywhere;
  }
  .house td {
    background: var(--sheet);
    padding-inline: 8px;
  }
  @media (max-width: 700px) {
    .read {
      columns: 1;
    }
  }
</style>
