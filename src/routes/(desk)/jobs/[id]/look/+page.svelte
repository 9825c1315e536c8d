<script lang="ts">
  import { safetyClosing } from '$core/safety';
  import Cautions from '$lib/ui/job/Cautions.svelte';
  import FirstSurface from '$lib/ui/job/FirstSurface.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SurfaceTabs from '$lib/ui/job/SurfaceTabs.svelte';
  import Checklist from '$lib/ui/look/Checklist.svelte';
  import Moisture from '$lib/ui/look/Moisture.svelte';
  import Tests from '$lib/ui/look/Tests.svelte';
  import VerdictBlock from '$lib/ui/look/VerdictBlock.svelte';
  import WoodForm from '$lib/ui/look/WoodForm.svelte';
  import PhotoStrip from '$lib/ui/photos/PhotoStrip.svelte';
  import JustDoneLine from '$lib/ui/worklog/JustDoneLine.svelte';
  import { JustDone } from '$lib/ui/worklog/just-done.svelte';

  const desk = useJobDesk();
  const done = new JustDone();
  const PARTS = [
    { id: 'wood', name: 'Wood' },
    { id: 'on-it', name: 'Checklist' },
    { id: 'tests', name: 'Tests' },
    { id: 'moisture', name: 'Moisture' },
    { id: 'photos', name: 'Photos' }
  ];
</script>

<JobTitle facts="{desk.job.client.name}. What is the wood, what is on it, can it be done?">
  {#snippet actions()}
    <button class="btn line" disabled={!desk.canUndo} onclick={() => desk.undo()}>Undo</button>
  {/snippet}
</JobTitle>
{#if desk.document.surfaces.length === 0}<FirstSurface />{/if}
<SurfaceTabs>
  {#snippet children(surface, index)}
    {@const seen = desk.surveys.find((s) => s.surfaceId === surface.id)!}
    <div class="beside-page">
      <div class="whole"><VerdictBlock {seen} /></div>
      <nav class="jumps whole" aria-label="On this page">
        {#each PARTS as p (p.id)}<a class="btn line" href="#{p.id}">{p.name}</a>{/each}
      </nav>
      <div class="stack">
        <div id="wood"><WoodForm {surface} {index} part="wood" /></div>
        <div id="on-it"><Checklist surfaceId={surface.id} survey={seen.survey} {done} /></div>
        <div id="tests"><Tests surfaceId={surface.id} survey={seen.survey} {done} /></div>
        <WoodForm {surface} {index} part="life" />
      </div>
      <div class="stack">
        <div id="moisture"><Moisture {surface} {seen} {done} /></div>
        <div id="photos"><PhotoStrip {surface} photos={seen.survey.photos} /></div>
        <Cautions cautions={seen.cautions} closing={safetyClosing} />
      </div>
    </div>
  {/snippet}
</SurfaceTabs>
<JustDoneLine {done} bar />

<style>
  .jumps {
    display: none;
  }
  [id] {
    scroll-margin-top: calc(var(--top) + 8px);
  }
  @media (max-width: 1000px) {
    .jumps {
      display: flex;
      gap: 6px;
      overflow-x: auto;
      position: relative;
    }
    .jumps a {
      min-height: 48px;
      padding: 0 12px;
    }
  }
</style>
