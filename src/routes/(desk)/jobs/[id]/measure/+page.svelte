<script lang="ts">
  import { Tabs } from 'bits-ui';
  import { usualFaces, type Surface, type SurfaceKind } from '$core/surface';
  import { showArea } from '$core/units';
  import FacesTable from '$lib/ui/job/FacesTable.svelte';
  import { useJobDesk } from '$lib/ui/job/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SurfaceForm from '$lib/ui/job/SurfaceForm.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import Outline from '$lib/ui/outline/Outline.svelte';

  const desk = useJobDesk();
  let chosen = $state(desk.document.surfaces[0]?.id ?? '');
  let wall = $state<number | null>(null);
  const index = $derived(
    Math.max(
      0,
      desk.document.surfaces.findIndex((s) => s.id === chosen)
    )
  );
  const surface = $derived(desk.document.surfaces[index]);
  const begun = $derived(desk.state.coats.length > 0);

  function addSurface() {
    const n = desk.document.surfaces.length + 1;
    const outdoor = desk.document.site.setting === 'outdoor';
    const kind: SurfaceKind = outdoor ? 'deck' : 'floor';
    const id = `surface-${Date.now().toString(36)}`;
    const fresh: Surface = {
      id,
      name: `${outdoor ? 'Deck' : 'Floor'} ${n}`,
      kind,
      speciesId: outdoor ? 'larch' : 'oak',
      thicknessM: outdoor ? 0.028 : 0.022,
      lastGrit: outdoor ? 60 : 120,
      waterPopped: false,
      weathered: false,
      shape: { type: 'rectangle', lengthM: 4, widthM: 3 },
      ...(outdoor && { boards: { widthM: 0.12, gapM: 0.006 } }),
      faces: usualFaces(kind).map((k) => ({
        id: k,
        kind: k,
        texture: 'sanded',
        profile: 'flat',
        coats: k === 'top' ? 2 : 1
      }))
    };
    desk.edit((d) => void d.surfaces.push(fresh));
    chosen = id;
  }
  function removeSurface() {
    desk.edit((d) => void d.surfaces.splice(index, 1));
    chosen = desk.document.surfaces[0]?.id ?? '';
  }
</script>

<JobTitle
  facts="{desk.document.client.name}. {desk.plan.totalAreaM2 > 0
    ? `${showArea(desk.plan.totalAreaM2, desk.units)} to coat, counted with texture and profile`
    : 'Not measured yet'}"
>
  {#snippet actions()}
    <button class="btn line" disabled={!desk.canUndo} onclick={() => desk.undo()}>Undo</button>
    <button class="btn line" disabled={!desk.canRedo} onclick={() => desk.redo()}>Redo</button>
    {#if desk.mayEdit}<button class="btn" onclick={addSurface}>Add a surface</button>{/if}
  {/snippet}
</JobTitle>
{#if begun}
  <p class="mt-2 flex items-center gap-3 bg-check-fill px-4 py-2">
    <Sign kind="check" /><span
      ><b>Work has begun.</b> A change here changes what is still to come. What is logged stays as logged.</span
    >
  </p>
{/if}

{#if !surface}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>Nothing measured yet</h2>
    <p class="mt-2">
      Add a surface, then type what the tape says: a rectangle, the walls walking round, or the area if it is known.
      Type as you are used to: <b>3.45 m</b>, <b>3450</b>, <b>12' 6 1/2"</b>.
    </p>
    {#if desk.mayEdit}<button class="btn mt-4 min-h-12" onclick={addSurface}>Add the first surface</button>{/if}
  </section>
{:else}
  <Tabs.Root bind:value={chosen} class="mt-3">
    {#if desk.document.surfaces.length > 1}
      <Tabs.List class="flex flex-wrap gap-2" aria-label="Surfaces">
        {#each desk.document.surfaces as s (s.id)}
          <Tabs.Trigger value={s.id} class="btn line data-[state=active]:bg-ink data-[state=active]:text-on-ink"
            >{s.name}</Tabs.Trigger
          >
        {/each}
      </Tabs.List>
    {/if}
    <Tabs.Content value={surface.id} tabindex={-1}>
      <div class="three">
        <SurfaceForm {surface} {index} bind:wall onremove={removeSurface} />
        <div class="plan">
          <Outline shape={surface.shape} boards={surface.boards} units={desk.units} active={wall} />
        </div>
        <FacesTable {surface} {index} />
      </div>
    </Tabs.Content>
  </Tabs.Root>
{/if}

<style>
  .three {
    display: grid;
    grid-template-columns: 250px minmax(0, 1fr) minmax(0, 430px);
    gap: 22px;
    margin-top: 12px;
    align-items: start;
  }
  .plan {
    position: sticky;
    top: calc(var(--top) + 8px);
  }
  @media (max-width: 1100px) {
    .three {
      grid-template-columns: 250px minmax(0, 1fr);
    }
    .three > :global(:last-child) {
      grid-column: 1 / 3;
    }
  }
  @media (max-width: 760px) {
    .three {
      grid-template-columns: minmax(0, 1fr);
    }
    .three > :global(:last-child) {
      grid-column: 1;
    }
    .plan {
      position: static;
    }
  }
</style>
