<script lang="ts">
  import { DropdownMenu } from 'bits-ui';
  import { hasOutline } from '$core/surface';
  import { showArea } from '$core/units';
  import FirstSurface from '$lib/ui/job/FirstSurface.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SurfaceTabs from '$lib/ui/job/SurfaceTabs.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fieldOfSide } from '$lib/ui/measure/choices';
  import FacesTable from '$lib/ui/measure/FacesTable.svelte';
  import ImportDialog from '$lib/ui/measure/ImportDialog.svelte';
  import { saveFile, type ExportKind } from '$lib/ui/measure/read-file';
  import SurfaceForm from '$lib/ui/measure/SurfaceForm.svelte';
  import Outline from '$lib/ui/outline/Outline.svelte';

  const desk = useJobDesk();
  let wall = $state<number | null>(null);
  let adding = $state(false);
  let importing = $state(false);
  const begun = $derived(desk.state.coats.length > 0);
  const index = $derived(
    Math.max(
      0,
      desk.document.surfaces.findIndex((s) => s.id === desk.surfaceId)
    )
  );
  const current = $derived(desk.document.surfaces[index]);
  const EXPORTS: { kind: ExportKind; label: string }[] = [
    { kind: 'svg', label: 'This plan as SVG' },
    { kind: 'dxf', label: 'This plan as DXF' },
    { kind: 'json', label: 'This plan as JSON' },
    { kind: 'csv', label: 'All surfaces as a CSV take-off' }
  ];

  /** All that is coated, whatever its part. */
  const toCoatM2 = $derived(desk.view.parts.reduce((sum, p) => sum + p.plan.totalAreaM2, 0));

  function removeSurface(i: number) {
    desk.edit((d) => void d.surfaces.splice(i, 1));
    desk.surfaceId = desk.document.surfaces[0]?.id ?? '';
  }
  function typeSide(side: number) {
    const field = current && fieldOfSide(current.shape, side);
    if (field) document.getElementById(field)?.focus();
  }
</script>

<JobTitle
  facts="{desk.job.client.name}. {toCoatM2 > 0 ? `${showArea(toCoatM2, desk.units)} to coat` : 'Not measured yet'}"
>
  {#snippet actions()}
    <button class="btn line" disabled={!desk.canUndo} onclick={() => desk.undo()}>Undo</button>
    <button class="btn line" disabled={!desk.canRedo} onclick={() => desk.redo()}>Redo</button>
    {#if desk.mayEdit}<button class="btn line" onclick={() => (importing = true)}>From a file</button>{/if}
    {#if current}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger class="btn line">To a file</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content class="choice-list" sideOffset={4} align="end">
            {#each EXPORTS as e (e.kind)}
              <DropdownMenu.Item
                class="choice-item"
                disabled={e.kind !== 'csv' && !hasOutline(current.shape)}
                onSelect={() => saveFile(e.kind, current, desk.document.surfaces, desk.job.title)}
                >{e.label}</DropdownMenu.Item
              >
            {/each}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {#if desk.mayEdit}<button class="btn" aria-expanded={adding} onclick={() => (adding = !adding)}
          >Add a surface</button
        >{/if}
    {/if}
  {/snippet}
</JobTitle>
{#if begun}
  <p class="mt-2 flex items-center gap-3 bg-check-fill px-4 py-2">
    <Sign kind="check" /><span
      ><b>Work has begun.</b> A change here changes what is still to come. What is logged stays as logged.</span
    >
  </p>
{/if}
{#if !current}
  <FirstSurface />
{:else if adding}
  <FirstSurface first={false} onadd={() => (adding = false)} />
{/if}
<SurfaceTabs>
  {#snippet children(surface, i)}
    <div class="three">
      <SurfaceForm {surface} index={i} bind:wall onremove={() => removeSurface(i)} />
      <div class="plan">
        <Outline
          {surface}
          units={desk.units}
          active={wall}
          onside={desk.mayEdit ? typeSide : undefined}
          oncut={desk.mayEdit ? (cut) => document.getElementById(`cut-${cut}`)?.focus() : undefined}
          onpull={desk.mayEdit ? (shape) => desk.edit((d) => void (d.surfaces[i]!.shape = shape)) : undefined}
        />
      </div>
      <FacesTable {surface} index={i} />
    </div>
  {/snippet}
</SurfaceTabs>
<ImportDialog bind:open={importing} surface={current} {index} />

<style>
  .three {
    display: grid;
    grid-template-columns: 270px minmax(0, 1fr) minmax(0, 410px);
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
      grid-template-columns: 270px minmax(0, 1fr);
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
      grid-row: 1;
    }
  }
</style>
