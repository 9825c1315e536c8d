<script lang="ts" module>
  import type { RestGoes } from '$core/log';

  /** What is said of a batch that ends. */
  export interface SaidOfRest {
    leftL: number | null;
    spiltL: number | null;
    rest: RestGoes | null;
  }
  export const nothingSaid = (): SaidOfRest => ({ leftL: null, spiltL: null, rest: null });

  /** As it is written down; nothing of what was not said. */
  export const saidOfRest = ({ leftL, spiltL, rest }: SaidOfRest) => ({
    leftL: leftL ?? 0,
    ...(spiltL && { spiltL }),
    ...(leftL && rest && { rest })
  });

  /** What is still to be said before it can be written down; null when nothing is. */
  export const unsaidOfRest = ({ leftL, rest }: SaidOfRest, batch: string): string | null =>
    leftL === null
      ? `Say what is left of batch ${batch}; 0 if nothing is`
      : leftL > 0 && rest === null
        ? `Say where the rest of batch ${batch} goes`
        : null;
</script>

<script lang="ts">
  import { REST_GOES, type BatchState } from '$core/log';
  import { parseVolume, showPour } from '$core/units';
  import { upperFirst } from '$words/upper-first';
  import QuantityField from '../fields/QuantityField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** What is left of a batch, what was spilt, and where the rest goes: hardened oil never back into a tin. */
  interface Props {
    batch: BatchState;
    said: SaidOfRest;
    onchange: (said: SaidOfRest) => void;
  }
  const { batch, said, onchange }: Props = $props();
  const desk = useJobDesk();
  const hardens = $derived(batch.components.some((c) => c.role === 'hardener'));
  const goes = $derived(REST_GOES.filter((g) => !hardens || g !== 'kept in a labelled jar'));
</script>

<QuantityField
  label="Left of batch {batch.batch}, {showPour(batch.totalL, desk.units)} mixed"
  value={said.leftL}
  units={desk.units}
  parse={parseVolume}
  show={showPour}
  big
  onchange={(leftL) => onchange({ ...said, leftL })}
/>
{#if said.leftL}
  <div class="mt-1 flex flex-wrap gap-2" role="group" aria-label="Where the rest of batch {batch.batch} goes">
    {#each goes as g (g)}
      <button
        class="btn min-h-12"
        class:line={said.rest !== g}
        aria-pressed={said.rest === g}
        onclick={() => onchange({ ...said, rest: g })}>{upperFirst(g)}</button
      >
    {/each}
  </div>
{/if}
<QuantityField
  label="Spilt of batch {batch.batch}"
  value={said.spiltL}
  units={desk.units}
  parse={parseVolume}
  show={showPour}
  onchange={(spiltL) => onchange({ ...said, spiltL })}
/>
