<script lang="ts">
  import { DIRTY_SOLVENT, type DirtySolvent } from '$core/log';
  import { parseVolume, showPour } from '$core/units';
  import { upperFirst } from '$words/upper-first';
  import QuantityField from '../fields/QuantityField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** The gun was cleaned: the thinner it took, and where that is now. */
  const { coat, onclose }: { coat: number; onclose: (id?: string) => void } = $props();
  const desk = useJobDesk();
  let thinnerL = $state<number | null>(null);
  let dirty = $state<DirtySolvent | null>(null);
  const closed = $derived(
    thinnerL === null ? 'Say how much thinner it took' : !dirty ? 'Say where the dirty thinner is' : null
  );
  const write = async () =>
    thinnerL !== null && dirty && onclose(await desk.write('gun.cleaned', { coat, thinnerL, dirty }));
</script>

<section class="panel" aria-label="The gun is clean">
  <h2>Gun cleaned after coat {coat}</h2>
  <QuantityField
    label="Thinner it took"
    value={thinnerL}
    units={desk.units}
    parse={parseVolume}
    show={showPour}
    big
    onchange={(v) => (thinnerL = v)}
  />
  <div class="mt-2 grid gap-2" role="group" aria-label="Where the dirty thinner is">
    {#each DIRTY_SOLVENT as d (d)}
      <button class="btn min-h-12" class:line={dirty !== d} aria-pressed={dirty === d} onclick={() => (dirty = d)}
        >{upperFirst(d)}</button
      >
    {/each}
  </div>
  {#if closed}<p class="mt-2 font-semibold text-check" id="gun-why">{closed}.</p>{/if}
  <div class="mt-3 grid grid-cols-2 gap-3">
    <button class="btn min-h-14" disabled={closed !== null} aria-describedby="gun-why" onclick={write}
      >Write it down</button
    >
    <button class="btn line min-h-14" onclick={() => onclose()}>Not yet</button>
  </div>
</section>
