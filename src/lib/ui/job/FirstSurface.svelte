<script lang="ts">
  import type { SurfaceKind } from '$core/surface';
  import { KINDS } from '../measure/choices';
  import { newSurface } from '../measure/new-surface';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** Picking what there is to be oiled: the first thing a job wants to know, and one more at any time. */
  const { first = true, onadd }: { first?: boolean; onadd?: () => void } = $props();
  const desk = useJobDesk();
  function add(kind: SurfaceKind) {
    const { document: d, knowledge } = desk;
    const made = newSurface(kind, d.surfaces.length + 1, knowledge.house.sanding.endGrit);
    desk.edit((x) => void x.surfaces.push(made));
    desk.surfaceId = made.id;
    onadd?.();
  }
</script>

<section class="mt-4 max-w-2xl" aria-label="Add a surface">
  <h2>{first ? 'What is to be oiled?' : 'One more surface'}</h2>
  {#if desk.mayEdit}
    <div class="mt-2 grid grid-cols-3 gap-2 max-[760px]:grid-cols-2">
      {#each KINDS as k (k.value)}<button class="btn line min-h-14" onclick={() => add(k.value)}>{k.label}</button
        >{/each}
    </div>
    {#if first}<p class="dim mt-3">
        Then look at the wood, and type what the tape says as you are used to: <b>3.45 m</b>, <b>3450</b>,
        <b>12' 6 1/2"</b>.
      </p>{/if}
  {:else}
    <p class="mt-2">Nothing is measured yet, and your role reads only.</p>
  {/if}
</section>
