<script lang="ts">
  import { Dialog } from 'bits-ui';
  import type { SurveyPhoto } from '$core/survey';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  interface Props {
    photos: readonly SurveyPhoto[];
    viewing: string | null;
    words: (p: SurveyPhoto) => string;
  }
  /** One photo large, or a before beside an after. */
  let { photos, viewing = $bindable(), words }: Props = $props();
  const desk = useJobDesk();
  const at = $derived(photos.findIndex((p) => p.photo === viewing));
  const one = $derived(photos[at]);
  /** The latest photo of the other stage on the same pin, to hold against this one. */
  const other = $derived.by(() => {
    if (!one) return undefined;
    const want = one.stage === 'after' ? 'before' : 'after';
    return photos.findLast((p) => p.stage === want && p.face === one.face && p.finding === one.finding);
  });
  let beside = $state(false);
  const step = (by: number) => {
    beside = false;
    viewing = photos[(at + by + photos.length) % photos.length]!.photo;
  };
  const pair = $derived(
    one && other && beside ? (one.stage === 'after' ? [other, one] : [one, other]) : one ? [one] : []
  );
</script>

<Dialog.Root open={viewing !== null} onOpenChange={(o) => !o && (viewing = null)}>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content
      class="dialog photo-dialog"
      onkeydown={(e) => {
        if (e.key === 'ArrowRight') step(1);
        else if (e.key === 'ArrowLeft') step(-1);
      }}
    >
      <Dialog.Title class="text-[18px] font-bold">{one ? words(one) : ''}</Dialog.Title>
      <Dialog.Description class="dim"
        >{one?.caption ?? ''} {one ? `Taken by ${one.by}.` : ''} {at + 1} of {photos.length}</Dialog.Description
      >
      <div class="pair" class:two={pair.length === 2}>
        {#each pair as p (p.id)}
          <figure>
            <img src={desk.photos.urlOf(p.photo, 'full')} alt="{words(p)}, by {p.by}" />
            {#if pair.length === 2}<figcaption>{words(p)}</figcaption>{/if}
          </figure>
        {/each}
      </div>
      <div class="mt-3 flex flex-wrap gap-2">
        {#if photos.length > 1}
          <button class="btn line" onclick={() => step(-1)}>Earlier</button>
          <button class="btn line" onclick={() => step(1)}>Later</button>
        {/if}
        {#if other}<button class="btn line" aria-pressed={beside} onclick={() => (beside = !beside)}
            >{beside ? 'One alone' : 'Before and after'}</button
          >{/if}
        {#if desk.mayLog && one}<button
            class="btn danger-line"
            onclick={() => {
              const gone = one.id;
              viewing = null;
              void desk.log.undo(gone);
            }}>Take it out</button
          >{/if}
        <Dialog.Close class="btn ml-auto">Close</Dialog.Close>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  :global(.photo-dialog) {
    width: min(1080px, 96vw) !important;
  }
  .pair {
    display: grid;
    gap: 8px;
    margin-top: 10px;
  }
  .two {
    grid-template-columns: 1fr 1fr;
  }
  img {
    width: 100%;
    max-height: 66vh;
    object-fit: contain;
    background: var(--sunk);
  }
  figcaption {
    font-size: 13px;
    color: var(--ink-2);
  }
</style>
