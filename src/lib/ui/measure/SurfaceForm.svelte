<script lang="ts">
  import {
    blankShape,
    hasOutline,
    kindRow,
    measureSurface,
    newFace,
    usualFaces,
    wallName,
    type Shape,
    type Surface,
    type SurfaceKind,
    type Template,
    withTreadsAsPieces
  } from '$core/surface';
  import { showLength } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';
  import Sign from '../marks/Sign.svelte';
  import BoardsForm from './BoardsForm.svelte';
  import { GRITS, KINDS, SHAPES } from './choices';
  import CutOuts from './CutOuts.svelte';
  import Exits from './Exits.svelte';
  import ItemsForm from './ItemsForm.svelte';
  import PointsForm from './PointsForm.svelte';
  import ShapeFields from './ShapeFields.svelte';
  import UnitsForm from './UnitsForm.svelte';
  import WallsForm from './WallsForm.svelte';
  import WindersForm from './WindersForm.svelte';

  let {
    surface,
    index,
    wall = $bindable(),
    onremove
  }: { surface: Surface; index: number; wall: number | null; onremove: () => void } = $props();
  const desk = useJobDesk();
  const { shape } = $derived(surface);
  const row = $derived(kindRow(surface.kind));
  const path = $derived(`/surfaces/${index}`);
  const measured = $derived(measureSurface(surface));
  const flat = $derived(hasOutline(shape));
  const sides = $derived(measured.ok && measured.outline ? measured.outline.sides.length : 0);
  const edgy = $derived(flat && row.edged);
  const set = (change: (s: Surface) => void, field?: string) =>
    desk.edit((d) => change(d.surfaces[index]!), field && `${surface.id} ${field}`);
  /** Changes the shape while it is of the type it is now. */
  const setShape = <T extends Shape>(change: (s: T) => void, field?: string) =>
    set((s) => {
      change(s.shape as T);
      Object.assign(s, withTreadsAsPieces(s));
    }, field ?? undefined);

  function pickShape(t: Template) {
    set((s) => {
      s.shape = blankShape(t);
      delete s.sizes;
      delete s.cutOuts;
      delete s.exits;
      delete s.tightSides;
    });
  }
  function setKind(kind: SurfaceKind) {
    set((s) => {
      s.kind = kind;
      const { shape: usual, boards, open } = kindRow(kind);
      if (usual !== 'rectangle' && s.shape.type !== usual) {
        s.shape = blankShape(usual, open);
        delete s.sizes;
        delete s.cutOuts;
        delete s.exits;
      }
      s.lastGrit = desk.knowledge.house.sanding.endGrit[kind];
      if (boards) s.boards ??= { widthM: 0, gapM: 0 };
      s.faces = usualFaces(kind).map((k, i) => s.faces.find((f) => f.kind === k) ?? newFace(k, i === 0 ? 2 : 1));
    });
  }
  const shown = $derived<Template>(shape.type === 'points' ? 'walls' : shape.type);
  const toggleTight = (side: number) =>
    set((s) => {
      const now = new Set(s.tightSides ?? []);
      if (!now.delete(side)) now.add(side);
      if (now.size) s.tightSides = [...now].sort((a, b) => a - b);
      else delete s.tightSides;
    });
</script>

<section aria-label="Dimensions">
  <TextField
    label="Surface"
    value={surface.name}
    errors={desk.problemAt(`${path}/name`) ? ['Give it a name.'] : null}
    oninput={(e) => set((s) => (s.name = e.currentTarget.value), 'name')}
  />
  <div class="mt-3 grid grid-cols-2 gap-3">
    <Choice label="Kind" value={surface.kind} options={KINDS} onchange={setKind} />
    <Choice label="Shape" value={shown} options={SHAPES} onchange={pickShape} />
  </div>

  {#if shape.type === 'walls'}
    <WallsForm
      walls={shape.walls}
      bind:wall
      onchange={(change, field) => setShape<Extract<Shape, { type: 'walls' }>>((s) => change(s.walls), field)}
    />
  {:else if shape.type === 'points'}
    <PointsForm
      points={shape.points}
      onchange={(change, field) => setShape<Extract<Shape, { type: 'points' }>>((s) => change(s.points), field)}
    />
  {:else if shape.type === 'panels' || shape.type === 'lengths'}
    <ItemsForm {shape} onchange={(change, field) => setShape(change, field)} />
  {:else}
    <ShapeFields
      {shape}
      path="{path}/shape"
      missing={measured.ok ? [] : (measured.missing ?? [])}
      onchange={(key, value) =>
        setShape((s) => ((s as unknown as Record<string, number | boolean>)[key] = value), `shape ${key}`)}
    />
    {#if shape.type === 'stair'}<WindersForm {shape} onchange={(change, field) => setShape(change, field)} />{/if}
  {/if}
  {#if flat || !measured.ok}
    <p class="mt-3 flex gap-2" role="status">
      {#if measured.ok}
        <Sign kind="go" /><span
          ><b>Closes to {showLength(Math.round(measured.correctionMm) / 1000, desk.units)}.</b>{measured.correctionMm >=
          0.5
            ? ' Spread over the corners.'
            : ''}</span
        >
      {:else}
        <Sign kind={measured.missing ? 'check' : 'stop'} /><span
          class="font-semibold"
          class:text-stop={!measured.missing}>{measured.problem}</span
        >
      {/if}
    </p>
  {/if}

  {#if flat}
    <CutOuts {surface} {path} {sides} onchange={set} />
    {#if row.walkedOn}<Exits {surface} {path} {sides} onchange={set} />{/if}
  {/if}
  {#if edgy && sides > 2}
    <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Tight against a wall</h2>
    <div class="mt-2 flex flex-wrap gap-x-4">
      {#each Array.from({ length: sides }, (_, i) => i) as i (i)}
        <Tick
          label="Side {wallName(i)}"
          checked={surface.tightSides?.includes(i) ?? false}
          onchange={() => toggleTight(i)}
        />
      {/each}
    </div>
    {#if row.againstWall && surface.tightSides?.length}
      <LengthField
        label="Upstand height"
        value={surface.upstandM ?? 0}
        zero
        onchange={(v) => set((s) => (s.upstandM = Math.max(0, v)), 'upstand')}
      />
    {/if}
  {/if}
  {#if flat || shape.type === 'area'}<BoardsForm {surface} {path} onchange={set} />{/if}
  <UnitsForm
    {surface}
    {path}
    onchange={(make, field) =>
      desk.edit((d) => (d.surfaces[index] = make(d.surfaces[index]!)), field && `${surface.id} ${field}`)}
  />

  <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Wood</h2>
  <div class="mt-2 grid grid-cols-2 gap-3">
    <LengthField
      label="Thickness"
      small
      value={surface.thicknessM}
      onchange={(v) => set((s) => (s.thicknessM = v), 'thickness')}
      problem={desk.problemAt(`${path}/thicknessM`)}
    />
    <Choice
      label="Last grit"
      value={String(surface.lastGrit)}
      options={GRITS.map((g) => ({ value: String(g), label: `P${g}` }))}
      onchange={(v) => set((s) => (s.lastGrit = Number(v)))}
    />
  </div>
  <div class="mt-1">
    <Tick label="Water-popped" checked={surface.waterPopped} onchange={(v) => set((s) => (s.waterPopped = v))} />
    <Tick label="Weathered wood" checked={surface.weathered} onchange={(v) => set((s) => (s.weathered = v))} />
  </div>
  {#if desk.mayEdit}<button class="btn danger-line mt-2" onclick={onremove}>Remove this surface</button>{/if}
</section>
