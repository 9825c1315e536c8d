<script lang="ts">
  import type { SampleBoard } from '$core/document';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** Photos of a sample board. They lie with the surface they are a sample for. */
  const { sample }: { sample: SampleBoard } = $props();
  const desk = useJobDesk();
  const id = $props.id();
  const photos = $derived(
    [...desk.state.surveys.values()].flatMap((s) => s.photos).filter((p) => p.sample === sample.id)
  );
  let wrong = $state('');

  async function take(files: FileList | null) {
    wrong = '';
    const surface = desk.document.surfaces.find((s) => s.speciesId === sample.speciesId) ?? desk.document.surfaces[0];
    if (!surface) return;
    for (const file of files ?? []) {
      const problem = await desk.photos.add(file, { surface: surface.id, stage: 'during', sample: sample.id });
      if (problem) wrong = `${file.name}: ${problem}`;
    }
  }
</script>

<div class="mt-3 flex flex-wrap items-center gap-2">
  {#each photos as p (p.id)}
    <img
      class="h-20 w-28 border border-rule object-cover"
      src={desk.photos.urlOf(p.photo, 'small')}
      alt="{sample.name}, {sample.light}"
    />
  {/each}
  {#if desk.mayLog}
    <label class="btn line" for={id}>{photos.length ? 'Another photo' : 'Photo of the board'}</label>
    <input {id} class="unseen" type="file" accept="image/*" onchange={(e) => take(e.currentTarget.files)} />
  {/if}
  {#if wrong}<p class="flex gap-2 font-semibold text-stop" role="alert"><Sign kind="stop" size={16} />{wrong}</p>{/if}
</div>

<style>
  div {
    position: relative;
  }
</style>
