<script lang="ts">
  import { coatCard } from '$core/document';
  import type { Step } from '$core/site';
  import { parseMass, parseVolume, showMass, showPour } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** What the dry roller took off a laying again: weighed before and after, or guessed. It is no film any more. */
  interface Props {
    step: Extract<Step, { kind: 'wipe' }>;
    onclose: (id?: string) => void;
  }
  const { step, onclose }: Props = $props();
  const desk = useJobDesk();
  const densityKgPerL = $derived(coatCard(desk.job, step.coat)?.components[0]?.densityKgPerL ?? 1);
  let beforeKg = $state<number | null>(null);
  let afterKg = $state<number | null>(null);
  let guessL = $state<number | null>(null);
  let weighed = $state(true);
  const tookKg = $derived(beforeKg !== null && afterKg !== null ? afterKg - beforeKg : null);
  const litres = $derived(weighed ? (tookKg === null ? null : tookKg / densityKgPerL) : guessL);
  const closed = $derived(
    weighed && (beforeKg === null || afterKg === null)
      ? 'Weigh the roller before and after, or guess'
      : weighed && tookKg! < 0
        ? 'The roller can’t be lighter after than before: correct one of the two'
        : litres === null
          ? 'Say how much it took'
          : null
  );
  const write = (took: boolean) =>
    desk.write('laying.wiped', {
      coat: step.coat,
      laying: step.laying,
      ...(took && litres !== null && { took: { litres: Math.round(litres * 1e4) / 1e4, guessed: !weighed } })
    });
</script>

<section class="panel" aria-label="What the dry roller took">
  <h2>What did the dry roller take?</h2>
  {#if weighed}
    <div class="mt-2 grid grid-cols-2 gap-3">
      <QuantityField
        label="Roller before"
        value={beforeKg}
        units={desk.units}
        parse={parseMass}
        show={showMass}
        big
        onchange={(v) => (beforeKg = v)}
      />
      <QuantityField
        label="Roller after"
        value={afterKg}
        units={desk.units}
        parse={parseMass}
        show={showMass}
        big
        onchange={(v) => (afterKg = v)}
      />
    </div>
  {:else}
    <QuantityField
      label="It took about"
      value={guessL}
      units={desk.units}
      parse={parseVolume}
      show={showPour}
      big
      onchange={(v) => (guessL = v)}
    />
  {/if}
  <Tick label="Guessed, not weighed" bind:checked={() => !weighed, (guess) => (weighed = !guess)} />
  {#if litres !== null && !closed}<p class="mt-1" role="status">
      <b>{showPour(litres, desk.units)}</b> came off again and is no film.
    </p>{/if}
  {#if closed}<p class="mt-1 font-semibold text-check" id="took-why">{closed}.</p>{/if}
  <button
    class="btn glove"
    disabled={closed !== null}
    aria-describedby="took-why"
    onclick={async () => onclose(await write(true))}>Taken off</button
  >
  <button class="btn line glove mt-2" onclick={async () => onclose(await write(false))}>Taken off, nobody knows</button>
  <button class="btn line glove mt-2" onclick={() => onclose()}>Not yet</button>
</section>
