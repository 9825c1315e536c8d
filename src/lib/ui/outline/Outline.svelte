<script lang="ts">
  import {
    bySize,
    cornersOf,
    frameOf,
    grainDirection,
    hasOutline,
    isInside,
    measureSurface,
    outlineOf,
    pullCorner,
    sketchShape,
    unitCount,
    walkedCorners,
    wallName,
    type Point,
    type Shape,
    type Surface
  } from '$core/surface';
  import { areaParts, decimals, M_PER_IN, showArea, showLength, type UnitSystem } from '$core/units';
  import ObjectDrawing from './ObjectDrawing.svelte';
  import {
    boardTile,
    fitted,
    labelPoint,
    pathOf,
    SHEET,
    sideTags,
    toPlan,
    toSheet,
    type SheetFrame
  } from './plan-geometry';

  interface Props {
    surface: Surface;
    units: UnitSystem;
    /** The side being typed, drawn as NOW. */
    active?: number | null;
    /** A side's figure is tapped: go and type it. */
    onside?: (side: number) => void;
    /** A cut-out is tapped: go and type it. */
    oncut?: (index: number) => void;
    /** A corner was pulled: the shape it makes. */
    onpull?: (shape: Shape) => void;
    /** A place on the surface is tapped. */
    onspot?: (at: Point) => void;
    /** Things that lie at a place: moisture readings. */
    spots?: readonly { x: number; y: number; text: string; pending?: boolean }[];
  }
  const { surface, units, active = null, onside, oncut, onpull, onspot, spots = [] }: Props = $props();
  const uid = $props.id();

  let pulling = $state<{ corner: number; shape: Shape; frame: SheetFrame } | null>(null);
  const drawnSurface = $derived(pulling ? { ...surface, shape: pulling.shape } : surface);
  /** Pieces as large as the one that is drawn. */
  const alike = $derived(bySize(surface)[0]!);
  const measured = $derived(measureSurface(drawnSurface));
  const outline = $derived(measured.ok ? measured.outline : null);
  /** A walk that does not close is drawn open, with its gap. */
  const open = $derived(
    !measured.ok && surface.shape.type === 'walls' && surface.shape.walls.every((w) => w.lengthM > 0)
      ? walkedCorners(surface.shape.walls)
      : null
  );
  /** What is to be measured, as a sketch with the letters of its sides. */
  const sketch = $derived.by(() => {
    const like = !measured.ok && measured.missing ? sketchShape(surface.shape) : null;
    const drawn = like && hasOutline(like) ? outlineOf(like) : null;
    return drawn?.ok ? drawn : null;
  });
  const frame = $derived(pulling?.frame ?? fitted((outline ?? sketch)?.ring ?? open ?? [{ x: 0, y: 0 }]));
  const tags = $derived(
    outline ? sideTags(frame, outline, drawnSurface.exits) : sketch ? sideTags(frame, sketch, []) : []
  );
  const crowded = $derived(tags.length > 24);
  const tile = $derived(boardTile(surface.boards, frame.scale));
  const turned = $derived.by(() => {
    if (!outline) return 0;
    const g = grainDirection(drawnSurface, outline);
    return (-Math.atan2(g.y, g.x) * 180) / Math.PI;
  });
  const holes = $derived(measured.ok ? measured.cutOuts : []);
  /** Where the area is written: inside where there is room, else below the plan. */
  const label = $derived.by(() => {
    if (!outline) return null;
    const at = labelPoint(
      outline.ring,
      holes.map((h) => h.ring)
    );
    const lowest = Math.max(...outline.ring.map((p) => toSheet(frame, p).y));
    return at.room * frame.scale > 34 ? toSheet(frame, at) : { x: SHEET.w / 2, y: Math.min(SHEET.h - 14, lowest + 70) };
  });
  const area = $derived(measured.ok ? areaParts(measured.areaM2, units) : null);
  const corners = $derived(onpull ? cornersOf(drawnSurface.shape) : []);
  const exits = $derived(
    outline
      ? (drawnSurface.exits ?? []).map((e) => {
          const f = frameOf(outline, e.side);
          const at = (m: number, out = 0) =>
            toSheet(frame, {
              x: f.origin.x + f.along.x * m - f.inward.x * out,
              y: f.origin.y + f.along.y * m - f.inward.y * out
            });
          return { e, from: at(e.alongM), to: at(e.alongM + e.widthM), leaf: at(e.alongM, e.widthM) };
        })
      : []
  );
  const words = $derived(
    outline && measured.ok
      ? `Outline of ${tags.length} sides, ${showArea(measured.areaM2, units)}: ${tags
          .slice(0, 24)
          .map((t) => `${wallName(t.i)} ${showLength(t.side.lengthM, units)}`)
          .join(', ')}`
      : sketch
        ? 'Sketch of an outline that is not measured yet'
        : 'No outline'
  );
  const STEP = $derived(units === 'us' ? M_PER_IN / 4 : 0.01);

  let svg = $state<SVGSVGElement>();
  function planPoint(e: PointerEvent | MouseEvent): Point {
    const box = svg!.getBoundingClientRect();
    return toPlan(frame, {
      x: ((e.clientX - box.left) / box.width) * SHEET.w,
      y: ((e.clientY - box.top) / box.height) * SHEET.h
    });
  }
  const snapped = (p: Point): Point => ({ x: Math.round(p.x / STEP) * STEP, y: Math.round(p.y / STEP) * STEP });
  function grab(e: PointerEvent, corner: number) {
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    pulling = { corner, shape: surface.shape, frame };
  }
  function pull(e: PointerEvent) {
    if (pulling) pulling = { ...pulling, shape: pullCorner(surface.shape, pulling.corner, snapped(planPoint(e))) };
  }
  function release() {
    if (pulling && pulling.shape !== surface.shape) onpull?.(pulling.shape);
    pulling = null;
  }
  const ARROWS: Record<string, Point> = {
    ArrowLeft: { x: -1, y: 0 },
    ArrowRight: { x: 1, y: 0 },
    ArrowUp: { x: 0, y: 1 },
    ArrowDown: { x: 0, y: -1 }
  };
  function nudge(e: KeyboardEvent, corner: number) {
    const by = ARROWS[e.key];
    const at = corners[corner];
    if (!by || !at) return;
    e.preventDefault();
    onpull?.(pullCorner(surface.shape, corner, { x: at.x + by.x * STEP, y: at.y + by.y * STEP }));
  }
  function tapped(e: MouseEvent) {
    if (!onspot || !outline) return;
    const at = planPoint(e);
    if (isInside(at, outline.ring)) onspot({ x: Math.round(at.x * 100) / 100, y: Math.round(at.y * 100) / 100 });
  }
  /** Length of a side as it is known: of a sketch, what has been typed. */
  const knownM = (t: (typeof tags)[number]) =>
    outline ? t.side.lengthM : surface.shape.type === 'walls' ? surface.shape.walls[t.i]!.lengthM : 0;
  const numeral = (t: (typeof tags)[number]) => (knownM(t) > 0 ? showLength(knownM(t), units).replace(/ m$/, '') : '?');
</script>

{#snippet figures()}
  {#each tags as t (t.i)}
    {#if !crowded || active === t.i}
      {@const on = active === t.i}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <g
        transform="translate({t.x} {t.y})"
        class:dim-tag={onside}
        role={onside ? 'button' : undefined}
        tabindex={onside ? 0 : undefined}
        aria-label={onside
          ? `Side ${wallName(t.i)}, ${knownM(t) > 0 ? showLength(knownM(t), units) : 'not measured'}: type it`
          : undefined}
        onclick={() => onside?.(t.i)}
        onkeydown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onside?.(t.i))}
      >
        <rect
          x="-42"
          y={t.flat ? -14 : -26}
          width="84"
          height={t.flat ? 28 : 48}
          fill={on ? 'var(--now)' : 'transparent'}
        />
        <circle cx={t.flat ? -27 : 0} cy={t.flat ? 0 : -12} r="10" fill={on ? 'var(--on-now)' : 'var(--ink)'} />
        <text
          x={t.flat ? -27 : 0}
          y={t.flat ? 4.5 : -7.5}
          text-anchor="middle"
          class="letter"
          style:fill={on ? '#fff' : undefined}>{wallName(t.i)}</text
        >
        <text
          x={t.flat ? -11 : 0}
          y={t.flat ? 5 : 14}
          text-anchor={t.flat ? 'start' : 'middle'}
          class="numeral"
          style:fill={on ? 'var(--on-now)' : undefined}>{numeral(t)}</text
        >
      </g>
    {/if}
  {/each}
{/snippet}

{#if !hasOutline(surface.shape)}
  <ObjectDrawing {surface} {units} />
{:else}
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
  <svg
    bind:this={svg}
    viewBox="0 0 {SHEET.w} {SHEET.h}"
    role="group"
    aria-label={words}
    class="w-full"
    class:tappable={onspot}
    onclick={tapped}
  >
    <defs>
      <pattern
        id="{uid}-boards"
        width={tile.w}
        height={tile.h}
        patternUnits="userSpaceOnUse"
        patternTransform="translate({frame.ox} {frame.oy}) rotate({turned})"
        ><path d={tile.d} stroke="var(--rule)" fill="none" /></pattern
      >
      <pattern id="{uid}-cut" width="8" height="8" patternUnits="userSpaceOnUse"
        ><path d="M0 2h4M4 6h4M2 4v4M6 0v4" stroke="var(--rule)" stroke-width="1" /></pattern
      >
    </defs>
    {#if outline && measured.ok}
      <path d={pathOf(frame, outline.ring)} fill="var(--sheet)" />
      <path
        d={pathOf(frame, outline.ring)}
        fill="url(#{uid}-boards)"
        stroke="var(--ink)"
        stroke-width="4"
        stroke-linejoin="miter"
      />
      {#each surface.tightSides ?? [] as i (i)}
        {@const t = tags[i]}
        {#if t}<path
            d="M{t.a.x} {t.a.y}L{t.b.x} {t.b.y}"
            stroke="var(--rule-2)"
            stroke-width="10"
            stroke-dasharray="2 4"
          />{/if}
      {/each}
      {#each holes as h, i (h.cutOut.id)}
        {@const c = toSheet(frame, labelPoint(h.ring, []))}
        <path d={pathOf(frame, h.ring)} fill="var(--sunk)" />
        <path d={pathOf(frame, h.ring)} fill="url(#{uid}-cut)" stroke="var(--ink)" stroke-width="2" />
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <g
          class:dim-tag={oncut}
          role={oncut ? 'button' : undefined}
          tabindex={oncut ? 0 : undefined}
          aria-label={oncut ? `${h.cutOut.name}, ${showArea(h.areaM2, units)}: type it` : undefined}
          onclick={() => oncut?.(i)}
          onkeydown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), oncut?.(i))}
        >
          <rect x={c.x - 14} y={c.y - 14} width="28" height="28" fill="transparent" />
          <rect x={c.x - 9} y={c.y - 9} width="18" height="18" fill="var(--ink)" />
          <text x={c.x} y={c.y + 4.5} text-anchor="middle" class="letter">{i + 1}</text>
        </g>
      {/each}
      {#each exits as x (x.e.id)}
        <path d="M{x.from.x} {x.from.y}L{x.to.x} {x.to.y}" stroke="var(--paper)" stroke-width="6" />
        <path
          d="M{x.from.x} {x.from.y}L{x.leaf.x} {x.leaf.y}M{x.leaf.x} {x.leaf.y}Q{x.leaf.x +
            (x.to.x - x.from.x) * 0.9} {x.leaf.y + (x.to.y - x.from.y) * 0.9} {x.to.x} {x.to.y}"
          fill="none"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      {/each}
      {#if active !== null && tags[active]}
        {@const t = tags[active]!}
        <path d="M{t.a.x} {t.a.y}L{t.b.x} {t.b.y}" stroke="var(--now)" stroke-width="8" /><path
          d="M{t.a.x} {t.a.y}L{t.b.x} {t.b.y}"
          stroke="var(--on-now)"
          stroke-width="2.5"
        />
      {/if}
      {#if area && label}
        <g pointer-events="none">
          <rect x={label.x - 66} y={label.y - 26} width="132" height="40" fill="var(--sheet)" />
          <text x={label.x} y={label.y + 4} text-anchor="middle" class="fig" style="font-size:29px"
            >{area.number} <tspan style="font-size:17px">{area.unit}</tspan></text
          >
          {#if unitCount(surface) > 1 && surface.dividedInto === undefined}<text
              x={label.x}
              y={label.y + 26}
              text-anchor="middle"
              class="small">each, × {unitCount(alike)}{surface.sizes ? ` of ${unitCount(surface)}` : ''}</text
            >{/if}
        </g>
      {/if}
      {@render figures()}
      {#each corners as c, i (i)}
        {@const at = toSheet(frame, c)}
        <g
          class="corner"
          role="button"
          tabindex="0"
          aria-label="Corner {i + 1}: pull it, or move it with the arrow keys"
          transform="translate({at.x} {at.y})"
          onpointerdown={(e) => grab(e, i)}
          onpointermove={pull}
          onpointerup={release}
          onpointercancel={() => (pulling = null)}
          onkeydown={(e) => nudge(e, i)}
        >
          <circle r="15" fill="transparent" />
          <rect x="-5" y="-5" width="10" height="10" fill="var(--sheet)" stroke="var(--ink)" stroke-width="2" />
        </g>
      {/each}
      {#each spots as s, i (i)}
        {@const at = toSheet(frame, s)}
        <g transform="translate({at.x} {at.y})" pointer-events="none">
          <circle r="5" fill={s.pending ? 'var(--now)' : 'var(--ink)'} stroke="var(--sheet)" stroke-width="1.5" />
          <rect x="8" y="-9" width={s.text.length * 7 + 8} height="18" fill="var(--sheet)" stroke="var(--rule-2)" />
          <text x="12" y="4.5" class="small">{s.text}</text>
        </g>
      {/each}
    {:else if sketch}
      <path
        d={pathOf(frame, sketch.ring)}
        fill="var(--sheet)"
        stroke="var(--ink-2)"
        stroke-width="2"
        stroke-dasharray="8 6"
      />
      {@render figures()}
      <text x={SHEET.w / 2} y={SHEET.h - 8} text-anchor="middle" class="small">not measured yet, out of scale</text>
    {:else if open}
      <path d={pathOf(frame, open, false)} fill="none" stroke="var(--ink)" stroke-width="4" />
      {@const [from, to] = [toSheet(frame, open.at(-1)!), toSheet(frame, open[0]!)]}
      <path
        d="M{from.x} {from.y}L{to.x} {to.y}"
        stroke="var(--stop)"
        stroke-width="3"
        stroke-dasharray="6 5"
        fill="none"
      />
      <text x={SHEET.w / 2} y={SHEET.h - 12} text-anchor="middle" class="small" style="fill:var(--stop);font-weight:600"
        >open by {decimals(Math.hypot(open.at(-1)!.x, open.at(-1)!.y), 2)} m</text
      >
    {:else}
      <rect
        x="110"
        y="90"
        width="220"
        height="220"
        fill="none"
        stroke="var(--stop)"
        stroke-width="2"
        stroke-dasharray="8 6"
      />
      <text x="220" y="205" text-anchor="middle" style="font-size:15px;fill:var(--stop);font-weight:600"
        >No outline yet</text
      >
    {/if}
  </svg>
{/if}

<style>
  .letter {
    font-size: 12px;
    font-weight: 700;
    fill: var(--on-ink);
  }
  .numeral {
    font-size: 14.5px;
    font-weight: 660;
  }
  .small {
    font-size: 12.5px;
    fill: var(--ink-2);
  }
  .tappable {
    cursor: crosshair;
  }
  .dim-tag {
    cursor: pointer;
  }
  .corner {
    cursor: move;
    touch-action: none;
  }
  .corner:focus-visible,
  .dim-tag:focus-visible {
    outline: 3px solid var(--ink);
    outline-offset: 0;
  }
</style>
