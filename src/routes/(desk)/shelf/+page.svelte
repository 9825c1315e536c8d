<script lang="ts">
  import { goto } from '$app/navigation';
  import { classTraits, isTwoPart, spreadRate } from '$core/product';
  import { showSpreadRate } from '$core/units';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const money = (cents: number) => (cents / 100).toFixed(2);
  let problems = $state<{ path: string; problem: string }[]>([]);

  async function importCard(e: Event & { currentTarget: HTMLInputElement }) {
    const input = e.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = '';
    const r = await fetch('/api/cards', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: text
    });
    const answer = await r.json();
    if (r.ok) await goto(`/shelf/${answer.id}`, { invalidateAll: true });
    else problems = answer.problems ?? [{ path: '', problem: answer.message }];
  }
</script>

<svelte:head><title>Shelf · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-4">
    <h1>Shelf</h1>
    <span class="dim">{data.cards.length} product cards. A job keeps the card it was planned with</span>
    {#if data.mayEdit}<label class="btn line ml-auto" for="card-file">Import a card</label><input
        id="card-file"
        class="unseen"
        type="file"
        accept="application/json,.json"
        onchange={importCard}
      />{/if}
  </div>
  {#if problems.length}
    <div class="mt-3 border-l-[6px] border-stop bg-stop-tint p-3" role="alert">
      <b>The card was not imported.</b>
      <ul>
        {#each problems as p (p.path + p.problem)}<li><code>{p.path || '(file)'}</code>: {p.problem}</li>{/each}
      </ul>
    </div>
  {/if}
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
