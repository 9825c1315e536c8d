<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { kindRow, type Surface } from '$core/surface';
  import { showArea } from '$core/units';
  import { ringAreaM2, surfaceFromDrawing, type Drawing, type FileProblem } from '$formats/outline/drawing';
  import Choice from '../fields/Choice.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { pathOf, fitted } from '../outline/plan-geometry';
  import type { Options } from './choices';
  import { readOutlineFile } from './read-file';

  let { open = $bindable(), surface, index }: { open: boolean; surface: Surface | undefined; index: number } = $props();
  const desk = useJobDesk();
  let fileName = $state('');
  let problems = $state.raw<FileProblem[]>([]);
  let drawing = $state.raw<Drawing | null>(null);
  let takeOff = $state.raw<Surface[] | null>(null);
  let outline = $state(0);
  let cuts = $state.raw<ReadonlySet<number>>(new Set());
  let unit = $state<'m' | 'cm' | 'mm' | 'ft' | 'in' | ''>('');
  const UNITS: Options<'' | 'm' | 'cm' | 'mm' | 'ft' | 'in'> = [
    { value: '', label: 'Pick one', note: 'the file does not say' },
    { value: 'mm', label: 'Millimetres' },
    { value: 'cm', label: 'Centimetres' },
    { value: 'm', label: 'Metres' },
    { value: 'in', label: 'Inches' },
    { value: 'ft', label: 'Feet' }
  ];
  const UNIT_M = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 } as const;
  const unitM = $derived(drawing?.unitM ?? (unit ? UNIT_M[unit] : null));
  const made = $derived(drawing && unitM ? surfaceFromDrawing(drawing, outline, [...cuts], unitM) : null);
  const frame = $derived(
    drawing
      ? fitted(
          drawing.rings.flatMap((r) => r.points),
          { w: 300, h: 180, pad: 8 }
        )
      : null
  );

  function forget() {
    [fileName, problems, drawing, takeOff, outline, cuts, unit] = ['', [], null, null, 0, new Set<number>(), ''];
  }
  async function picked(file: File | undefined) {
    if (!file) return;
    forget();
    fileName = file.name;
    const read = await readOutlineFile(file, desk.units, new Set(desk.document.surfaces.map((s) => s.id)));
    if (read.kind === 'refused') problems = read.problems;
    else if (read.kind === 'take-off') takeOff = read.surfaces;
    else if (!surface)
      problems = [
        { problem: 'A drawing is one surface’s outline: say first what is to be oiled, then give it this file.' }
      ];
    else {
      drawing = read.drawing;
      const sizes = read.drawing.rings.map((r) => ringAreaM2(r, 1));
      outline = sizes.indexOf(Math.max(...sizes));
    }
  }
  function toggle(i: number) {
    const next = new Set(cuts);
    if (!next.delete(i)) next.add(i);
    cuts = next;
  }
  function take() {
    if (takeOff) {
      const more = takeOff;
      desk.edit((d) => void d.surfaces.push(...more));
    } else if (made?.ok) {
      const { shape, cutOuts } = made;
      desk.edit((d) => {
        const s = d.surfaces[index]!;
        s.shape = shape;
        if (cutOuts.length) s.cutOuts = cutOuts;
        else delete s.cutOuts;
        delete s.exits;
        delete s.tightSides;
      });
    }
    open = false;
    forget();
  }
</script>

<Dialog.Root bind:open onOpenChange={(o) => !o && forget()}>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog">
      <Dialog.Title class="text-[20px] font-bold">From a file</Dialog.Title>
      <Dialog.Description class="dim mt-1">
        An outline as DXF, SVG or JSON{surface ? ` for ${surface.name}` : ''}, or a take-off as CSV with a surface a
        row.
      </Dialog.Description>
      <label class="mt-3 block">
        <span class="mb-1 block font-semibold">File</span>
        <input
          type="file"
          class="field"
          accept=".dxf,.svg,.json,.geojson,.csv"
          onchange={(e) => picked(e.currentTarget.files?.[0])}
        />
      </label>
      {#if problems.length}
        <div class="mt-3 bg-stop-tint p-3" role="alert">
          <p class="flex gap-2 font-semibold text-stop">
            <Sign kind="stop" />{fileName} was not taken. Nothing is changed.
          </p>
          <ul class="mt-2">
            {#each problems.slice(0, 12) as p, i (i)}<li>{p.line ? `Line ${p.line}: ` : ''}{p.problem}</li>{/each}
            {#if problems.length > 12}<li>and {problems.length - 12} more</li>{/if}
          </ul>
        </div>
      {:else if takeOff}
        <ul class="mt-3 grid gap-1">
          {#each takeOff as s (s.id)}<li><b>{s.name}</b>, {kindRow(s.kind).noun}</li>{/each}
        </ul>
      {:else if drawing && frame}
        <div class="mt-3 grid grid-cols-[300px_1fr] gap-4 max-[760px]:grid-cols-1">
          <svg viewBox="0 0 300 180" class="w-full bg-sheet" role="img" aria-label="What the file draws">
            {#each drawing.rings as r, i (i)}
              <path
                d={pathOf(frame, r.points)}
                fill={i === outline ? 'var(--sunk)' : 'none'}
                stroke="var(--ink)"
                stroke-width={i === outline ? 3 : cuts.has(i) ? 2 : 1}
                stroke-dasharray={i === outline || cuts.has(i) ? undefined : '4 4'}
              />
            {/each}
          </svg>
          <div class="grid content-start gap-2">
            <Choice
              label="Outline"
              value={String(outline)}
              options={drawing.rings.map((r, i) => ({
                value: String(i),
                label: `Layer ${r.layer}`,
                note: unitM ? showArea(ringAreaM2(r, unitM), desk.units) : `${r.points.length} corners`
              }))}
              onchange={(v) => {
                outline = Number(v);
                cuts = new Set([...cuts].filter((c) => c !== outline));
              }}
            />
            {#if drawing.unitM === null}<Choice label="Its unit" bind:value={unit} options={UNITS} />{/if}
          </div>
        </div>
        {#if drawing.rings.length > 1}
          <fieldset class="mt-3">
            <legend class="font-semibold">Cut out of it</legend>
            <div class="grid max-h-48 grid-cols-2 overflow-y-auto">
              {#each drawing.rings as r, i (i)}
                {#if i !== outline}<Tick
                    label="{r.layer}{unitM ? `, ${showArea(ringAreaM2(r, unitM), desk.units)}` : ''}"
                    checked={cuts.has(i)}
                    onchange={() => toggle(i)}
                  />{/if}
              {/each}
            </div>
          </fieldset>
        {/if}
        {#if drawing.leftOut.length}<p class="dim mt-2 text-[13px]">
            Left out: {drawing.leftOut.slice(0, 4).join(' ')}
          </p>{/if}
        {#if made && !made.ok}<p class="mt-2 font-semibold text-stop">{made.problem}</p>{/if}
      {/if}
      <div class="mt-4 flex gap-2">
        <button class="btn" disabled={!takeOff && !made?.ok} onclick={take}
          >{takeOff ? `Add ${takeOff.length} ${takeOff.length === 1 ? 'surface' : 'surfaces'}` : 'Take it'}</button
        >
        <Dialog.Close class="btn line">Not now</Dialog.Close>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
