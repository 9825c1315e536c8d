<script lang="ts">
  import { cardDifferences, cardValueWords, type ProductCard } from '$core/product';
  import { keepCards } from './choose-edits';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** The job keeps the card it was planned with; the shelf has a newer one: what changed, and whether to take it. */
  const { held, shelf }: { held: ProductCard; shelf: ProductCard } = $props();
  const desk = useJobDesk();
  const changes = $derived(cardDifferences(held, shelf));
</script>

<section class="mt-3 border-l-[6px] border-check bg-check-fill px-4 py-2 text-ink" aria-label="{held.name} has changed">
  <p class="flex flex-wrap items-center gap-3">
    <Sign kind="check" /><b>{held.name} has changed on the shelf since this job took its card.</b>
    {#if desk.mayEdit}<button
        class="btn line ml-auto"
        onclick={() => desk.editPart((d) => keepCards(d, [structuredClone(shelf)]))}>Take the new card</button
      >{/if}
  </p>
  <details>
    <summary class="min-h-6">{changes.length} {changes.length === 1 ? 'field differs' : 'fields differ'}</summary>
    <table class="ruled mt-2">
      <thead><tr><th>Field</th><th>This job</th><th>Shelf</th></tr></thead>
      <tbody>
        {#each changes as c (c.field.path)}
          <tr
            ><td>{c.field.name}{c.field.unit ? `, ${c.field.unit}` : ''}</td><td>{cardValueWords(c.mine)}</td><td
              ><b>{cardValueWords(c.theirs)}</b></td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
</section>
