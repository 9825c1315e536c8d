<script lang="ts">
  import { kindRow, type Surface } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';
  import { PATTERNS } from './choices';
  import { parseDirection, showTurn } from './turn';

  interface Props {
    surface: Surface;
    path: string;
    onchange: (change: (s: Surface) => void, field?: string) => void;
  }
  const { surface, path, onchange }: Props = $props();
  const desk = useJobDesk();
  const { boards } = $derived(surface);
  const row = $derived(kindRow(surface.kind));
  const courses = $derived(
    row.lapped && boards && surface.shape.type === 'rectangle'
      ? Math.ceil(surface.shape.widthM / Math.max(0.001, boards.widthM - (boards.lapM ?? 0)) - 1e-9)
      : null
  );
</script>

<h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Boards</h2>
<Tick
  label="Laid in boards"
  checked={Boolean(boards)}
  onchange={(v) =>
    onchange((s) => {
      if (v) s.boards = { widthM: 0, gapM: 0 };
      else delete s.boards;
    })}
/>
{#if boards}
  <div class="grid grid-cols-2 gap-3">
    <LengthField
      label="Board"
      small
      value={boards.widthM}
      onchange={(v) => onchange((s) => (s.boards!.widthM = v), 'board')}
    />
    <LengthField
      label="Gap"
      small
      value={boards.gapM}
      zero
      onchange={(v) => onchange((s) => (s.boards!.gapM = v), 'gap')}
      problem={desk.problemAt(`${path}/boards/gapM`)}
    />
    <QuantityField
      label="Turned from side A"
      value={boards.directionDeg ?? 0}
      units={desk.units}
      parse={parseDirection}
      show={showTurn}
      onchange={(v) => onchange((s) => (s.boards!.directionDeg = v), 'direction')}
    />
    {#if row.lapped}
      <LengthField
        label="Lap"
        small
        value={boards.lapM ?? 0}
        zero
        onchange={(v) => onchange((s) => (s.boards!.lapM = v), 'lap')}
        problem={desk.problemAt(`${path}/boards/lapM`)}
      />
    {:else}
      <Choice
        label="Pattern"
        value={boards.pattern ?? 'strip'}
        options={PATTERNS}
        onchange={(v) => onchange((s) => (s.boards!.pattern = v))}
      />
    {/if}
  </div>
  <p class="dim mt-1 text-[13px]">
    {courses !== null
      ? `${courses} courses.`
      : `Here ${PATTERNS.find((p) => p.value === (boards.pattern ?? 'strip'))!.note}.`}
  </p>
{/if}
