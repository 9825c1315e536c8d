<script lang="ts">
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { goodUntilMs, stockWarnings } from '$core/stock';
  import { counted, showVolume } from '$core/units';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import NewTin from '$lib/ui/shelf/NewTin.svelte';
  import ShelfTabs from '$lib/ui/shelf/ShelfTabs.svelte';
  import TinRow from '$lib/ui/shelf/TinRow.svelte';
  import { fullDate, whenWords } from '$words/time';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const units = $derived(data.person.units);
  const zone = $derived(data.crew.home.timeZone);
  const cardOf = (id: string) => data.cards.find((c) => c.id === id);
  const warnings = $derived(stockWarnings(data.tins, data.cards, clock.now));
  const groups = $derived(
    [...new Set(data.tins.map((t) => t.productId))].map((id) => ({
      id,
      tins: data.tins.filter((t) => t.productId === id)
    }))
  );
  let adding = $state<{ productId: string; of: 'kit' | 'oil' | 'hardener'; lot: string } | 'new' | null>(null);
  const again = () => loadAgain('basket:stock');
  const SIGN = {
    'past its life': 'stop',
    'hardener outlived its oil': 'stop',
    'oil without hardener': 'check',
    'mixed lots': 'check',
    'skinning over': 'check',
    'soon past': 'check'
  } as const;
</script>

<svelte:head><title>Stock · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-3">
    <h1>Shelf</h1>
    <ShelfTabs here="stock" />
    <span class="dim">{counted(data.tins.length, 'tin', 'tins')}. What a batch takes is written down by itself</span>
    {#if data.mayEdit}<button class="btn ml-auto" onclick={() => (adding = adding ? null : 'new')}
        >{adding ? 'No new tin' : 'A tin bought'}</button
      >{/if}
  </div>

  {#if adding}
    <NewTin
      cards={data.cards}
      places={data.places}
      {units}
      from={adding === 'new' ? null : adding}
      onadded={() => {
        adding = null;
        void again();
      }}
    />
  {/if}

  {#if data.unknown.length}
    <section class="mt-4 border-l-[6px] border-check bg-check-fill px-4 py-3" aria-label="Used, but not in the stock">
      <b class="flex gap-2"><Sign kind="check" />Used, but not in the stock</b>
      <ul>
        {#each data.unknown as u (u.productId + u.of + u.lot)}
          <li class="mt-1 flex flex-wrap items-center gap-3">
            <span
              >{cardOf(u.productId)?.name ?? u.productId}
              {u.of}, lot <b>{u.lot}</b>: {showVolume(u.usedMl / 1000, units)} used</span
            >
            {#if data.mayEdit}<button
                class="btn line"
                onclick={() => (adding = { productId: u.productId, of: u.of, lot: u.lot })}>Enter that tin</button
              >{/if}
          </li>
        {/each}
      </ul>
    </section>
  {/if}

  <div class="two">
    <div>
      {#if data.tins.length === 0}
        <section class="max-w-xl text-[16px]">
          <h2>No tin entered yet</h2>
          <p class="mt-2">
            Enter what stands in the store and in the vans, by lot. Plans then take from the stock first, batches on
            site draw it down by themselves, and old tins say so before they spoil a floor.
          </p>
        </section>
      {/if}
      {#each groups as g (g.id)}
        {@const card = cardOf(g.id)}
        <section class="mb-5" aria-label={card?.name ?? g.id}>
          <h2 class="border-b-[1.5px] border-ink pb-1">
            {#if card}<a class="link" href="/shelf/{card.id}">{card.name}</a>{:else}{g.id}{/if}
          </h2>
          {#each g.tins as t (t.id)}
            <TinRow
              tin={t}
              untilMs={card ? goodUntilMs(t, card) : null}
              {units}
              timeZone={zone}
              places={data.places}
              mayEdit={data.mayEdit}
              onchanged={again}
            />
          {/each}
        </section>
      {/each}
    </div>
    <aside>
      <h2 class="border-b-[1.5px] border-ink pb-1">To look after</h2>
      <ul>
        {#each warnings as w (w.kind + w.tins.join())}
          <li class="flex gap-2 border-b border-rule py-2 text-[14px]">
            <Sign kind={SIGN[w.kind]} size={16} /><span
              ><b>{w.kind[0]!.toUpperCase() + w.kind.slice(1)}.</b> {w.text}</span
            >
          </li>
        {:else}<li class="flex gap-2 py-2 text-go"><Sign kind="go" />Nothing is old, mixed or skinning.</li>{/each}
      </ul>
      <h2 class="mt-6 border-b-[1.5px] border-ink pb-1">Movements</h2>
      <ul>
        {#each data.movements as m (m.id)}
          <li class="border-b border-rule py-2 text-[13.5px]">
            <span class="flex justify-between gap-3"
              ><b
                >{m.kind}
                {m.deltaMl === 0
                  ? ''
                  : `${m.deltaMl > 0 ? '+' : '−'}${showVolume(Math.abs(m.deltaMl) / 1000, units)}`}</b
              ><span class="dim">{whenWords(m.atMs, clock.now, zone)}</span></span
            >
            {cardOf(m.productId)?.name ?? m.productId}
            {m.of === 'oil' ? '' : m.of}, lot {m.lot}, {m.by.split(' ')[0]}{m.note ? `. ${m.note}` : ''}
            {#if m.jobId}<a class="link" href="/jobs/{m.jobId}/work">job</a>{/if}
          </li>
        {:else}<li class="dim py-2">None yet.</li>{/each}
      </ul>
      {#if data.movements.length}<p class="dim mt-2 text-[13px]">
          Back to {fullDate(data.movements.at(-1)!.atMs, zone)}.
        </p>{/if}
    </aside>
  </div>
</main>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(260px, 380px);
    gap: 28px;
    margin-top: 18px;
    align-items: start;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
