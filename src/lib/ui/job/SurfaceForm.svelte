<script lang="ts">
  import {
    measureShape,
    outlineFromWalls,
    usualFaces,
    wallName,
    type Shape,
    type Surface,
    type SurfaceKind
  } from '$core/surface';
  import { parseArea, parseLength, showArea, showLength } from '$core/units';
  import { speciesTable } from '$core/wood';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import Sign from '../marks/Sign.svelte';
  import { useJobDesk } from './job-desk.svelte';
  import { GRITS, KINDS, SHAPES } from './choices';

  let {
    surface,
    index,
    wall = $bindable(),
    onremove
  }: { surface: Surface; index: number; wall: number | null; onremove: () => void } = $props();
  const desk = useJobDesk();
  const { shape } = $derived(surface);
  const measured = $derived(measureShape(shape));
  const set = (change: (s: Surface) => void) => desk.edit((d) => change(d.surfaces[index]!));

  const L_SHAPE: Shape = {
    type: 'walls',
    walls: [
      { lengthM: 5, turn: 'right' },
      { lengthM: 3, turn: 'right' },
      { lengthM: 2, turn: 'left' },
      { lengthM: 1, turn: 'right' },
      { lengthM: 3, turn: 'right' },
      { lengthM: 4, turn: 'right' }
    ]
  };
  function setShape(type: Shape['type']) {
    const areaM2 = measured.ok ? measured.areaM2 : 12;
    set((s) => {
      if (type === 'rectangle')
        s.shape = {
          type,
          lengthM: Math.max(1, Math.sqrt(areaM2 * 1.33)),
          widthM: Math.max(1, Math.sqrt(areaM2 / 1.33))
        };
      else if (type === 'walls') s.shape = structuredClone(L_SHAPE);
      else s.shape = { type, areaM2 };
      if (s.shape.type === 'rectangle')
        [s.shape.lengthM, s.shape.widthM] = [s.shape.lengthM, s.shape.widthM].map((v) => Math.round(v * 100) / 100) as [
          number,
          number
        ];
    });
  }
  function setKind(kind: SurfaceKind) {
    set((s) => {
      s.kind = kind;
      if (kind === 'deck') s.boards ??= { widthM: 0.12, gapM: 0.006 };
      else delete s.boards;
      for (const k of usualFaces(kind))
        if (!s.faces.some((f) => f.kind === k))
          s.faces.push({ id: k, kind: k, texture: 'sanded', profile: 'flat', coats: 1 });
    });
  }
  /** Sets a wall; the last two follow by themselves when only they are missing to close. */
  const setWall = (i: number, lengthM: number) =>
    set((s) => {
      if (s.shape.type === 'walls') s.shape.walls[i]!.lengthM = lengthM;
    });
  const turnWall = (i: number) =>
    set((s) => {
      if (s.shape.type === 'walls') s.shape.walls[i]!.turn = s.shape.walls[i]!.turn === 'left' ? 'right' : 'left';
    });
</script>

<section aria-label="Dimensions">
  <TextField
    label="Surface"
    value={surface.name}
    errors={desk.problemAt(`/surfaces/${index}/name`) ? ['Give it a name.'] : null}
    oninput={(e) => set((s) => (s.name = e.currentTarget.value))}
  />
  <div class="mt-3 grid grid-cols-2 gap-3">
    <Choice label="Kind" value={surface.kind} options={KINDS} onchange={setKind} />
    <Choice label="Shape" value={shape.type} options={SHAPES} onchange={setShape} />
  </div>

  {#if shape.type === 'rectangle'}
    <div class="mt-3 grid grid-cols-2 gap-3">
      <QuantityField
        label="Length"
        value={shape.lengthM}
        units={desk.units}
        parse={parseLength}
        show={showLength}
        big
        onchange={(v) =>
          set((s) => {
            if (s.shape.type === 'rectangle') s.shape.lengthM = v;
          })}
        problem={desk.problemAt(`/surfaces/${index}/shape/lengthM`)}
      />
      <QuantityField
        label="Width"
        value={shape.widthM}
        units={desk.units}
        parse={parseLength}
        show={showLength}
        big
        onchange={(v) =>
          set((s) => {
            if (s.shape.type === 'rectangle') s.shape.widthM = v;
          })}
        problem={desk.problemAt(`/surfaces/${index}/shape/widthM`)}
      />
    </div>
  {:else if shape.type === 'area'}
    <div class="mt-3">
      <QuantityField
        label="Area"
        value={shape.areaM2}
        units={desk.units}
        parse={parseArea}
        show={showArea}
        big
        onchange={(v) =>
          set((s) => {
            if (s.shape.type === 'area') s.shape.areaM2 = v;
          })}
        problem={desk.problemAt(`/surfaces/${index}/shape/areaM2`)}
      />
    </div>
  {:else}
    <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Walls, walking round</h2>
    <ol>
      {#each shape.walls as w, i (i)}
        <li class="wall" class:on={wall === i} onfocusin={() => (wall = i)} onfocusout={() => (wall = null)}>
          <span class="letter">{wallName(i)}</span>
          <QuantityField
            label="Wall {wallName(i)}"
            quiet
            value={w.lengthM}
            units={desk.units}
            parse={parseLength}
            show={showLength}
            onchange={(v) => setWall(i, v)}
          />
          <button class="turn" onclick={() => turnWall(i)} aria-label="Wall {wallName(i)} turns {w.turn}; change">
            <svg width="20" height="18" viewBox="0 0 20 18" aria-hidden="true"
              ><path
                d={w.turn === 'right' ? 'M3 17V6h11M10 2l4 4-4 4' : 'M17 17V6H6M10 2 6 6l4 4'}
                fill="none"
                stroke="currentColor"
                stroke-width="2"
              /></svg
            >{w.turn}
          </button>
        </li>
      {/each}
    </ol>
    <div class="mt-2 flex gap-2">
      <button
        class="btn line flex-1 px-2"
        onclick={() =>
          set((s) => {
            if (s.shape.type === 'walls')
              s.shape.walls.push({ lengthM: 1, turn: 'left' }, { lengthM: 1, turn: 'right' });
          })}>Two more walls</button
      >
      {#if shape.walls.length > 4}<button
          class="btn line"
          onclick={() =>
            set((s) => {
              if (s.shape.type === 'walls') s.shape.walls.splice(-2);
            })}>Two fewer</button
        >{/if}
    </div>
    <p class="mt-3 flex gap-2" role="status">
      {#if measured.ok}
        <Sign kind="go" /><span
          ><b>Closes to {Math.round(measured.correctionMm)} mm.</b>{measured.correctionMm >= 0.5
            ? ' Spread over the corners.'
            : ''}</span
        >
      {:else}
        {@const o = outlineFromWalls(shape.walls)}
        <Sign kind="stop" /><span class="font-semibold text-stop">{o.ok ? '' : o.problem}</span>
      {/if}
    </p>
  {/if}

  <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Wood</h2>
  <div class="mt-2 grid gap-3">
    <Choice
      label="Species"
      value={surface.speciesId}
      options={speciesTable.map((s) => ({ value: s.id, label: s.name, note: s.group.replaceAll('-', ' ') }))}
      onchange={(v) => set((s) => (s.speciesId = v))}
    />
    <div class="grid grid-cols-2 gap-3">
      <QuantityField
        label="Thickness"
        value={surface.thicknessM}
        units={desk.units}
        parse={parseLength}
        show={showLength}
        onchange={(v) => set((s) => (s.thicknessM = v))}
        problem={desk.problemAt(`/surfaces/${index}/thicknessM`)}
      />
      <Choice
        label="Last grit"
        value={String(surface.lastGrit)}
        options={GRITS.map((g) => ({ value: String(g), label: `P${g}` }))}
        onchange={(v) => set((s) => (s.lastGrit = Number(v)))}
      />
    </div>
    {#if surface.boards}
      <div class="grid grid-cols-2 gap-3">
        <QuantityField
          label="Board"
          value={surface.boards.widthM}
          units={desk.units}
          parse={parseLength}
          show={showLength}
          onchange={(v) => set((s) => (s.boards!.widthM = v))}
        />
        <QuantityField
          label="Gap"
          value={surface.boards.gapM}
          units={desk.units}
          parse={parseLength}
          show={showLength}
          onchange={(v) => set((s) => (s.boards!.gapM = v))}
          problem={desk.problemAt(`/surfaces/${index}/boards/gapM`)}
        />
      </div>
    {/if}
    <div>
      <Tick label="Water-popped" checked={surface.waterPopped} onchange={(v) => set((s) => (s.waterPopped = v))} />
      <Tick label="Weathered wood" checked={surface.weathered} onchange={(v) => set((s) => (s.weathered = v))} />
    </div>
    {#if desk.mayEdit}<button class="btn danger-line" onclick={onremove}>Remove this surface</button>{/if}
  </div>
</section>

<style>
  .wall {
    display: grid;
    grid-template-columns: 24px 1fr 72px;
    gap: 8px;
    align-items: center;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
    padding: 3px 4px 3px 8px;
    min-height: 46px;
  }
  .wall.on {
    background: var(--now);
    color: var(--on-now);
  }
  .wall :global(.field) {
    font: var(--w-fig) 21px/1 var(--fig);
    font-stretch: 84%;
    border-color: transparent;
    min-height: 40px;
  }
  .wall.on :global(.field:focus) {
    background: var(--on-now);
    color: var(--now);
    outline: none;
  }
  .wall :global(p) {
    padding-bottom: 3px;
  }
  .wall.on :global(.echo) {
    color: #2a2205;
  }
  .letter {
    display: grid;
    place-items: center;
    width: 24px;
    height: 24px;
    border-radius: 50%;
    background: var(--ink);
    color: var(--on-ink);
    font: 700 13px var(--fig);
  }
  .wall.on .letter {
    background: var(--on-now);
    color: #fff;
  }
  .turn {
    display: flex;
    gap: 5px;
    align-items: center;
    min-height: 40px;
    font-size: 13px;
  }
</style>
