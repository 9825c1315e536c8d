<script lang="ts">
  import { Tabs } from 'bits-ui';
  import type { Snippet } from 'svelte';
  import type { Surface } from '$core/surface';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** One surface of the job at a time, picked by its name; what is shown of it is the page's. */
  const { children }: { children: Snippet<[Surface, number]> } = $props();
  const desk = useJobDesk();
  const index = $derived(
    Math.max(
      0,
      desk.document.surfaces.findIndex((s) => s.id === desk.surfaceId)
    )
  );
  const surface = $derived(desk.document.surfaces[index]);
</script>

{#if surface}
  <Tabs.Root value={surface.id} onValueChange={(v) => (desk.surfaceId = v)} class="mt-3">
    {#if desk.document.surfaces.length > 1}
      <Tabs.List class="flex flex-wrap gap-2" aria-label="Surfaces">
        {#each desk.document.surfaces as s (s.id)}
          <Tabs.Trigger
            value={s.id}
            class="btn line max-w-60 overflow-hidden text-ellipsis data-[state=active]:bg-ink data-[state=active]:text-on-ink"
            >{s.name}</Tabs.Trigger
          >
        {/each}
      </Tabs.List>
    {/if}
    <Tabs.Content value={surface.id} tabindex={-1}>{@render children(surface, index)}</Tabs.Content>
  </Tabs.Root>
{/if}
