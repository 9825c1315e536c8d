<script lang="ts">
  import type { Shape } from '$core/surface';
  import { parseArea, showArea } from '$core/units';
  import CountField from '../fields/CountField.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';
  import { DIMENSIONS } from './choices';

  /** The plain dimensions of a shape: whatever is not a walk or a list. */
  interface Props {
    shape: Shape;
    path: string;
    /** What the ids of its fields begin with. */
    stem?: string;
    /** What the tape still owes, in the fields' own words. */
    missing: readonly string[];
    onchange: (key: string, value: number | boolean) => void;
  }
  const { shape, path, stem = 'dim', missing, onchange }: Props = $props();
  const desk = useJobDesk();
  const dims = $derived(DIMENSIONS[shape.type] ?? []);
  const value = (key: string) => (shape as unknown as Record<string, number>)[key]!;
  const STAIR_MOST = { treads: 200, strings: 10 } as Record<string, number>;
</script>

<div class="mt-3 grid grid-cols-2 gap-3">
  {#each dims as d (d.key)}
    {#if d.count}
      <CountField
        id="{stem}-{d.key}"
        label={d.label}
        value={value(d.key) || null}
        most={STAIR_MOST[d.key] ?? 1000}
        onchange={(v) => onchange(d.key, v)}
      />
    {:else}
      <LengthField
        id="{stem}-{d.key}"
        label={d.label}
        value={missing.includes(d.label.toLowerCase()) ? null : value(d.key)}
        zero={d.zero}
        small={d.small}
        big={dims.length <= 3}
        onchange={(v) => onchange(d.key, v)}
        problem={desk.problemAt(`${path}/${d.key}`)}
      />
    {/if}
  {/each}
</div>
{#if shape.type === 'area'}
  <QuantityField
    id="{stem}-areaM2"
    label="Area"
    value={shape.areaM2}
    units={desk.units}
    parse={parseArea}
    show={showArea}
    big
    onchange={(v) => onchange('areaM2', v)}
    problem={desk.problemAt(`${path}/areaM2`)}
  />
{:else if shape.type === 'box'}
  <Tick label="Open on top: a planter" checked={shape.open} onchange={(v) => onchange('open', v)} />
{/if}
