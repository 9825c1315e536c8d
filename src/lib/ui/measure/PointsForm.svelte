<script lang="ts">
  import { wallName, type Point } from '$core/surface';
  import LengthField from '../job-desk/LengthField.svelte';

  /** An outline by its corners, each right of and above the first place measured from. */
  const {
    points,
    onchange
  }: { points: readonly Point[]; onchange: (change: (p: Point[]) => void, field?: string) => void } = $props();
</script>

<h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Corners</h2>
<ol>
  {#each points as p, i (i)}
    <li class="grid grid-cols-[24px_1fr_1fr] items-center gap-2 border-b border-rule bg-sheet px-2 py-1">
      <b>{wallName(i)}</b>
      <LengthField
        id="point-{i}"
        label="Corner {wallName(i)}, right"
        quiet
        value={p.x}
        zero
        onchange={(v) => onchange((all) => (all[i]!.x = v), `x ${i}`)}
      />
      <LengthField
        label="Corner {wallName(i)}, up"
        quiet
        value={p.y}
        zero
        onchange={(v) => onchange((all) => (all[i]!.y = v), `y ${i}`)}
      />
    </li>
  {/each}
</ol>
