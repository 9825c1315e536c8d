<script lang="ts">
  import { classTraits, isTwoPart, spreadRate } from '$core/product';
  import { showMoney, showSpreadRate } from '$core/units';
  import { writeShelf } from '$formats/shelf-csv';
  import { saveText } from '$lib/ui/files/save-text';
  import ImportCards from '$lib/ui/shelf/ImportCards.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import ShelfTabs from '$lib/ui/shelf/ShelfTabs.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const money = (cents: number) => showMoney(cents, data.currency);
  const cards = $derived(data.cards.map((c) => c.card));
</script>

<svelte:head><title>Shelf · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-3">
    <h1>Shelf</h1>
    <ShelfTabs here="cards" />
    <span class="dim">{data.cards.length} product cards. A job keeps the card it was planned with</span>
    <span class="ml-auto"></span>
    <button class="btn line" onclick={() => saveText('shelf.csv', 'text/csv', writeShelf(cards))}>Export as CSV</button>
    <button
      class="btn line"
      onclick={() => saveText('shelf.basket-cards.json', 'application/json', `${JSON.stringify(cards, null, 2)}\n`)}
      >Export as JSON</button
    >
    {#if data.mayEdit}<ImportCards shelf={data.cards} />{/if}
  </div>
  {#each data.unreadable as u (u.cardId)}
    <p class="mt-4 flex gap-2 border-l-[6px] border-stop bg-stop-tint px-4 py-3" role="alert">
      <Sign kind="stop" size={16} /><span
        >The card <b>{u.cardId}</b>, last changed by {u.changedBy}, can’t be read: {u.why}. The others are as they were.
        <a class="link" href="/api/cards?id={u.cardId}&raw=1" download>Save the raw file</a>, mend it, and import it
        again.</span
      >
    </p>
  {/each}
  <div class="scroll" role="region" aria-label="Product cards" tabindex="-1">
    <table class="ruled mt-4 bg-sheet">
      <thead
        ><tr
          ><th class="pl-4">Product</th><th>Class</th><th>For</th><th class="num">First coat</th><th class="num"
            >Later</th
          ><th>Mixed</th><th class="num">Packs from</th><th class="num">Revision</th></tr
        ></thead
      >
      <tbody>
        {#each data.cards as c (c.card.id)}
          {@const first = spreadRate(c.card, 'first')}
          <tr>
            <td class="pl-4"
              ><a class="link" href="/shelf/{c.card.id}">{c.card.name}</a><br /><span class="dim text-[13px]"
                >{c.card.colours.join(', ')}</span
              ></td
            >
            <td>{classTraits(c.card.class).name}</td>
            <td>{c.card.settings.join(', ')}</td>
            <td class="num"
              >{showSpreadRate(first.value, data.person.units)} <span class="faint text-[12px]">{first.grade}</span></td
            >
            <td class="num">{showSpreadRate(spreadRate(c.card, 'later').value, data.person.units)}</td>
            <td>{isTwoPart(c.card) ? c.card.components.map((x) => x.parts).join(' : ') : 'one part'}</td>
            <td class="num">{money(Math.min(...c.card.packs.map((p) => p.priceCents)))}</td>
            <td class="num">{c.revision}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</main>

<style>
  .scroll {
    position: relative;
    overflow-x: auto;
  }
</style>
