<script lang="ts">
  import type { ProductCard } from '$core/product';
  import { showTemperature } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { METHOD_WORDS } from '$words/method-words';

  /** One product for all coats: colour, method, and what it goes on. */
  const { card, locked }: { card: ProductCard; locked: boolean } = $props();
  const desk = useJobDesk();
  const finish = $derived(desk.job.finish!);
</script>

{#if card.note}<p class="dim mt-2">{card.note}</p>{/if}
<div class="mt-3 grid grid-cols-2 gap-3">
  <Choice
    label="Colour"
    value={finish.colour}
    options={card.colours.map((c) => ({ value: c, label: c }))}
    disabled={locked}
    onchange={(v) => desk.editPart((d) => (d.finish!.colour = v))}
  />
  <Choice
    label="Method"
    value={finish.method}
    options={card.methods.map((m) => ({
      value: m.method,
      label: METHOD_WORDS[m.method],
      note:
        m.dwellMaxMinutes === undefined
          ? 'left, not wiped'
          : `wipe after ${m.dwellMinMinutes ?? 0}–${m.dwellMaxMinutes} min at ${showTemperature(20, desk.units, 0)}`
    }))}
    onchange={(v) => desk.editPart((d) => (d.finish!.method = v))}
  />
</div>
<div class="mt-2 flex flex-wrap gap-x-8">
  <Tick label="Bare wood" checked={finish.bareWood} onchange={(v) => desk.editPart((d) => (d.finish!.bareWood = v))} />
  <Tick
    label="Food will touch it"
    checked={desk.job.usedForFood}
    onchange={(v) => desk.editPart((d) => (d.usedForFood = v))}
  />
</div>
