<script lang="ts">
  import type { ShapeOf } from '$core/surface';
  import WallsForm from './WallsForm.svelte';

  type Stair = ShapeOf<'stair'>;
  /** Winders: treads that turn, each a walk of its own. */
  const { shape, onchange }: { shape: Stair; onchange: (change: (s: Stair) => void, field?: string) => void } =
    $props();
  let wall = $state<number | null>(null);
  /** A quarter turn in three: the middle one is a kite. */
  const kite = (): Stair['winders'][number] => ({
    walls: [
      { lengthM: 0, turn: 'right', turnDeg: 120 },
      { lengthM: 0, turn: 'right', turnDeg: 150 },
      { lengthM: 0, turn: 'right' }
    ]
  });
</script>

{#each shape.winders as w, i (i)}
  <WallsForm
    label="Winder {i + 1}"
    idBase="winder-{i}"
    walls={w.walls}
    bind:wall
    onchange={(change, field) => onchange((s) => change(s.winders[i]!.walls), field && `winder ${i} ${field}`)}
  />
  <button class="link mt-1 text-[13px]" onclick={() => onchange((s) => void s.winders.splice(i, 1))}
    >Take out winder {i + 1}</button
  >
{/each}
<button class="btn line mt-2 px-3" onclick={() => onchange((s) => void s.winders.push(kite()))}>Add a winder</button>
