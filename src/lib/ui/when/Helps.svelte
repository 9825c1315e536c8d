<script lang="ts">
  import { untrack } from 'svelte';
  import type { ProductCard } from '$core/product';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { helpWords } from '$words/help-words';
  import { dayShort, hourWords } from '$words/time';
  import { namedList } from '$core/surface';
  import type { StartFinder } from './start-finder.svelte';

  /** What would help; worked out at once, or when it is asked for. */
  const { finder, atOnce = false }: { finder: StartFinder; atOnce?: boolean } = $props();
  const desk = useJobDesk();
  const when = (ms: number) => hourWords(ms, desk.minuteMs, desk.job.site.timeZone);
  let working = $state(false);

  $effect(() => {
    if (atOnce && finder.state === 'done' && finder.helps === null && !untrack(() => working)) void look();
  });
  async function look() {
    working = true;
    let shelf: ProductCard[] = [];
    try {
      const r = await fetch('/api/cards');
      if (r.ok) shelf = (await r.json()) as ProductCard[];
    } catch {
      // Without the shelf the other products are left out; the rest is worked out here.
    }
    try {
      await finder.findHelps(shelf);
    } finally {
      working = false;
    }
  }
</script>

<section class="helps">
  {#if finder.helps === null}
    <button class="btn line" disabled={working} onclick={look}>{working ? 'Working it out' : 'What would help?'}</button
    >
  {:else if finder.helps.length === 0}
    <p>
      <b>Nothing of what can be done makes it surer or a day sooner:</b> tarp, lamps, heat, hours, thinner coats, other products.
    </p>
  {:else}
    <h2>What would help</h2>
    <ul>
      {#each finder.helps as h (h.kind + (h.product ?? ''))}
        {@const w = helpWords(h)}
        <li>
          <b>{w.do}</b><span class="dim">{w.how}</span>
          <span
            >best start {when(h.best.startMs)}{h.best.members > 1
              ? `, holds in ${h.best.holds} of ${h.best.members}`
              : ''}{h.best.finish ? `, dry ${when(h.best.finish.p50)}` : ''}{h.openDays.length
              ? `; opens ${namedList(h.openDays.map((ms) => dayShort(ms, desk.job.site.timeZone)))}`
              : ''}</span
          >
        </li>
      {/each}
    </ul>
  {/if}
</section>

<style>
  .helps {
    margin-top: 14px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(180px, 1.2fr) minmax(160px, 1.2fr) minmax(200px, 2fr);
    gap: 2px 14px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: 1fr;
    }
  }
</style>
