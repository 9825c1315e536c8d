<script lang="ts">
  import { batchesFor, type BatchState } from '$core/log';
  import { addsUp } from '$core/mix';
  import { shareOf } from '$core/site';
  import { parseVolume, showPour, showVolume } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import RestOfBatch, { nothingSaid, saidOfRest, unsaidOfRest, type SaidOfRest } from './RestOfBatch.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const planned = $derived(desk.plan.coats.find((c) => c.number === coat));
  const own = $derived({ part: desk.job.part, coat });
  const batches = $derived(batchesFor(desk.state, own));
  /** Coats of other parts that a batch is for and that are not closed: what is left of it is asked for with the last. */
  const goesOn = (b: BatchState) =>
    b.for.find(
      (f) =>
        f.part !== own.part &&
        !desk.view.parts.some((p) => p.job.part === f.part && p.live.coats.some((c) => c.number === f.coat && c.closed))
    );
  const open = $derived(batches.filter((b) => b.emptiedAtMs === undefined && !goesOn(b)));
  /** What was said to be left, by batch; a batch emptied before has said it. */
  const said = $state<Record<string, SaidOfRest>>({});
  const saidOf = (b: BatchState) => said[b.batch] ?? nothingSaid();
  const unsaid = $derived(open.map((b) => unsaidOfRest(saidOf(b), b.batch)).find((u) => u !== null) ?? null);
  const share = $derived(shareOf(batches, own, (b) => (saidOf(b).leftL ?? 0) + (saidOf(b).spiltL ?? 0)));
  const heldL = $derived(share.heldL);
  const leftL = $derived(share.leftL);
  let used = $state<number | null>(null);
  let guess = $state(false);
  /** What several coats took of one batch nobody measured one by one. */
  const guessed = $derived(guess || share.shared);
  const usedL = $derived(used ?? (heldL > 0 && !unsaid ? Math.max(0, heldL - leftL) : null));
  const wrong = $derived(
    usedL !== null && heldL > 0 && !unsaid && !addsUp({ heldL, usedL, leftL })
      ? `${showPour(heldL, desk.units)} mixed, ${showPour(leftL, desk.units)} left or spilt: that makes ${showPour(Math.max(0, heldL - leftL), desk.units)}, not ${showPour(usedL, desk.units)}. Correct it, or tick that it is guessed`
      : null
  );
  const ratio = $derived(usedL && planned ? usedL / planned.expectedL : 1);
  const closed = $derived(
    unsaid ? unsaid : usedL === null ? 'Say how much oil went on' : wrong && !guessed ? wrong : null
  );

  async function close() {
    if (usedL === null || closed) return;
    for (const b of open)
      await desk.write('batch.emptied', { batch: b.batch, ...saidOfRest($state.snapshot(saidOf(b))), done: 1 });
    const plannedFilm = planned && planned.plannedFilm !== 1 ? planned.plannedFilm : undefined;
    onclose(
      await desk.write('coat.closed', {
        coat,
        usedL: Math.round(usedL * 1e4) / 1e4,
        guessed,
        ...(plannedFilm !== undefined && { plannedFilm })
      })
    );
  }
</script>

<section class="panel" aria-label="Close coat {coat}">
  <h2>Close coat {coat}</h2>
  {#each open as b (b.batch)}
    <RestOfBatch batch={b} said={saidOf(b)} onchange={(s) => (said[b.batch] = s)} />
  {/each}
  <QuantityField
    label="Oil used on this coat"
    value={usedL}
    units={desk.units}
    parse={parseVolume}
    show={showPour}
    big
    onchange={(v) => (used = v)}
  />
  {#if planned}<p class="dim mt-1">
      {showVolume(planned.expectedL, desk.units)} expected.{heldL > 0
        ? ` ${showPour(heldL, desk.units)} mixed${unsaid ? '' : `, ${showPour(leftL, desk.units)} left`}.`
        : ''}
    </p>{/if}
  {#if ratio > 2.5 || ratio < 0.3}<p class="mt-1 font-semibold text-check">
      {ratio > 2.5 ? 'Far more' : 'Far less'} than expected. Check the amount; a thick film stays soft.
    </p>{/if}
  {#if share.shared}<p class="mt-1">
      Batches were shared with other parts: this is a share by the litres planned, and counts as guessed.
    </p>{:else}<Tick label="Guessed, not measured" bind:checked={guess} />{/if}
  {#if closed}<p class="mt-1 font-semibold text-check" id="close-coat-why">{closed}.</p>{/if}
  <button class="btn glove" disabled={closed !== null} aria-describedby="close-coat-why" onclick={close}
    >Coat {coat} is done</button
  >
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not yet</button>
</section>
