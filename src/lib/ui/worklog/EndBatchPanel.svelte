<script lang="ts">
  import { decimals } from '$core/units';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { shareOn, type BoardCell } from '$core/site';
  import RestOfBatch, { nothingSaid, saidOfRest, unsaidOfRest } from './RestOfBatch.svelte';

  /** A batch ends while its coat goes on: what is left of it, and how much of the coat is on by now. */
  interface Props {
    batch: string;
    coat: number;
    board: readonly BoardCell[];
    onclose: (id?: string) => void;
  }
  const { batch: letter, coat, board, onclose }: Props = $props();
  const desk = useJobDesk();
  const batch = $derived(desk.state.batches.find((b) => b.batch === letter)!);
  let said = $state(nothingSaid());
  /** Of pieces the layings say it; of a floor in bays the hands judge it. */
  const bays = $derived(desk.state.coats.find((c) => c.coat === coat)?.layings.some((b) => b.bay) ?? false);
  const byFaces = $derived(shareOn(desk.job, board, coat));
  let picked = $state<number | null>(null);
  const done = $derived(picked ?? (bays ? null : byFaces));
  const SHARES = [0.25, 0.33, 0.5, 0.67, 0.75, 1];
  const unsaid = $derived(unsaidOfRest(said, letter) ?? (done === null ? 'Say how much of the coat is on' : null));

  async function end() {
    if (unsaid) return;
    onclose(
      await desk.write('batch.emptied', {
        batch: letter,
        ...saidOfRest($state.snapshot(said)),
        ...(done && { done: Math.round(done * 1000) / 1000 })
      })
    );
  }
</script>

<section class="panel" aria-label="End batch {letter}">
  <h2>Batch {letter} ends</h2>
  <RestOfBatch {batch} {said} onchange={(s) => (said = s)} />
  {#if bays}
    <p class="mt-3 font-semibold" id="how-much-on">How much of coat {coat} is on?</p>
    <div class="mt-1 grid grid-cols-3 gap-2" role="group" aria-labelledby="how-much-on">
      {#each SHARES as s (s)}
        <button class="btn min-h-12" class:line={done !== s} aria-pressed={done === s} onclick={() => (picked = s)}
          >{s === 1 ? 'All of it' : `${decimals(s * 100, 0)} %`}</button
        >
      {/each}
    </div>
  {:else}<p class="mt-2">{decimals(byFaces * 100, 0)} % of coat {coat} is on, by the faces written down.</p>{/if}
  {#if unsaid}<p class="mt-2 font-semibold text-check" id="end-why">{unsaid}.</p>{/if}
  <div class="mt-3 grid grid-cols-2 gap-3">
    <button class="btn min-h-14" disabled={unsaid !== null} aria-describedby="end-why" onclick={end}
      >Batch {letter} is ended</button
    >
    <button class="btn line min-h-14" onclick={() => onclose()}>Not yet</button>
  </div>
</section>
