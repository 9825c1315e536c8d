<script lang="ts">
  import { kindRow } from '$core/surface';
  import { classTraits, isTwoPart, type ProductCard } from '$core/product';
  import { misfits, withProduct } from './fit';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** The shelf, those that fit first; what may not go on this job says why. */
  const { shelf, locked }: { shelf: readonly ProductCard[]; locked: boolean } = $props();
  const desk = useJobDesk();
  const chosen = $derived(desk.job.finish && !desk.job.finish.coats ? desk.job.finish.productId : undefined);
  const counters = $derived(desk.job.surfaces.some((s) => kindRow(s.kind).wears === 'counter'));
  /** Whether a card is what the house takes for worktops (handbook 3). */
  const ourWay = (c: ProductCard) => counters && classTraits(c.class).counterWay === desk.knowledge.house.countertop;
  const rows = $derived(
    shelf
      .map((c) => ({ card: c, misfits: misfits(desk.job, c) }))
      .sort(
        (a, b) =>
          a.misfits.length - b.misfits.length ||
          Number(ourWay(b.card)) - Number(ourWay(a.card)) ||
          a.card.name.localeCompare(b.card.name)
      )
  );
  const choose = (c: ProductCard) =>
    desk.editPart((d) => Object.assign(d, withProduct(d, structuredClone(c), desk.knowledge.house)));
</script>

<section aria-label="Shelf">
  <h2 class="border-b-[1.5px] border-ink pb-1">From the shelf</h2>
  {#if rows.length > 0 && rows.every((r) => r.misfits.length > 0) && desk.job.surfaces.length > 1}<p
      class="py-2 text-[14px] font-semibold text-check"
    >
      No product goes on all of it: pick another product for some of it, above.
    </p>{/if}
  {#if locked}<p class="py-2 text-[13.5px]">The approved board holds: another product needs a new approval.</p>{/if}
  <ul>
    {#each rows as s (s.card.id)}
      {@const on = s.card.id === chosen}
      <li class:on>
        <button
          disabled={!desk.mayEdit || locked || (s.misfits.length > 0 && !on)}
          onclick={() => choose(s.card)}
          aria-pressed={on}
        >
          <span class="nm">{s.card.name}</span>
          <span class="dim text-[13px]"
            >{classTraits(s.card.class).name}{isTwoPart(s.card)
              ? `, ${s.card.components.map((c) => c.parts).join(':')} by ${s.card.ratioBasis}`
              : ''}</span
          >
          {#if ourWay(s.card)}<span class="text-[13px] font-semibold">our way for counters</span>{/if}
          {#if on}<span class="tag text-go"><Sign kind="go" size={15} />chosen</span>
          {:else if s.misfits.length}<span class="tag text-stop"
              ><Sign kind="no" size={15} />{s.misfits[0]!.problem}</span
            >{/if}
        </button>
      </li>
    {/each}
  </ul>
</section>

<style>
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
</style>
