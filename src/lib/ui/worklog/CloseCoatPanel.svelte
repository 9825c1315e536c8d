<script lang="ts">
  import { parseVolume, showPour, showVolume } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job/job-desk.svelte';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const planned = $derived(desk.plan.coats.find((c) => c.number === coat));
  const mixedL = $derived(
    desk.state.batches.filter((b) => b.coat === coat).reduce((s, b) => s + b.totalL - (b.leftL ?? 0), 0)
  );
  let used = $state<number | null>(null);
  let guessed = $state(false);
  const usedL = $derived(used ?? (mixedL > 0 ? mixedL : null));
  const ratio = $derived(usedL && planned ? usedL / planned.expectedL : 1);

  async function close() {
    if (usedL === null) return;
    for (const b of desk.state.batches.filter((x) => x.coat === coat && x.emptiedAtMs === undefined))
      await desk.log.add('batch.emptied', { batch: b.batch, leftL: 0 });
    onclose(await desk.log.add('coat.closed', { coat, usedL: Math.round(usedL * 1e4) / 1e4, guessed }));
  }
</script>

<section class="panel" aria-label="Close coat {coat}">
  <h2>Close coat {coat}</h2>
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
      {showVolume(planned.expectedL, desk.units)} expected.{mixedL > 0 ? ` ${showPour(mixedL, desk.units)} mixed.` : ''}
    </p>{/if}
  {#if ratio > 2.5 || ratio < 0.3}<p class="mt-1 font-semibold text-check">
      {ratio > 2.5 ? 'Far more' : 'Far less'} than expected. Check the amount; a thick film stays soft.
    </p>{/if}
  <Tick label="Guessed, not measured" bind:checked={guessed} />
  <button class="btn glove" disabled={usedL === null} onclick={close}>Coat {coat} is done</button>
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not yet</button>
</section>
