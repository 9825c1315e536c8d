<script lang="ts">
  import { bySize, hasOutline, measureSurface, templateShape, unitCount, type Surface } from '$core/surface';
  import { areaParts, showLength, type UnitSystem } from '$core/units';
  import { SHEET } from './plan-geometry';

  /** A surface that is no outline, drawn true to its numbers: a stair in profile, pieces as bars, a box seen from a corner. */
  const { surface, units }: { surface: Surface; units: UnitSystem } = $props();
  const measured = $derived(measureSurface(surface));
  /** Nobody has measured it yet: an example of its shape is sketched, without a figure. */
  const sketched = $derived(!measured.ok && Boolean(measured.missing));
  const shape = $derived(sketched && !hasOutline(surface.shape) ? templateShape(surface.shape.type) : surface.shape);
  const area = $derived(measured.ok ? areaParts(measured.areaM2, units) : null);
  const WHAT: Record<string, string> = {
    stair: 'treads',
    panels: 'fronts',
    lengths: 'all round',
    box: 'seen',
    area: 'area known, shape not'
  };

  /** Steps as one line from the foot up, in metres. */
  const profile = $derived.by(() => {
    if (shape.type !== 'stair') return null;
    const n = Math.min(40, shape.treads + shape.winders.length);
    const rise = shape.riserM || 0.18;
    const points: [number, number][] = [[0, 0]];
    for (let i = 0; i < n; i++) {
      const [x, y] = points.at(-1)!;
      points.push([x, y + rise], [x + shape.depthM, y + rise]);
    }
    const last = points.at(-1)!;
    points.push([last[0], last[1] + rise]);
    const scale = Math.min(340 / (n * shape.depthM || 1), 250 / ((n + 1) * rise));
    return points.map(([x, y]) => `${50 + x * scale},${320 - y * scale}`).join(' ');
  });
  const bars = $derived.by(() => {
    if (shape.type !== 'lengths' && shape.type !== 'panels') return [];
    const rows = shape.items.slice(0, 8).map((i) => ({
      name: `${i.count} × ${i.name}`,
      long: 'lengthM' in i ? i.lengthM : i.heightM,
      wide: 'girthM' in i ? i.girthM : i.widthM
    }));
    const longest = Math.max(...rows.map((r) => r.long));
    const widest = Math.max(...rows.map((r) => r.wide));
    const scale = Math.min(330 / longest, Math.max(4, 250 / rows.length - 24) / widest);
    let y = 36;
    return rows.map((r) => {
      const bar = { ...r, y, w: Math.max(3, r.long * scale), h: Math.max(3, r.wide * scale) };
      y += bar.h + 34;
      return bar;
    });
  });
  const box = $derived.by(() => {
    if (shape.type !== 'box') return null;
    const slant = 0.4;
    const scale = Math.min(300 / (shape.lengthM + shape.widthM * slant), 220 / (shape.heightM + shape.widthM * slant));
    return { l: shape.lengthM * scale, h: shape.heightM * scale, s: shape.widthM * slant * scale };
  });
</script>

<svg
  viewBox="0 0 {SHEET.w} {SHEET.h}"
  class="w-full"
  role="img"
  aria-label="{surface.name}, {area ? `${area.number} ${area.unit}` : 'not measured'}"
>
  {#if profile}
    <polyline
      points={profile}
      fill="none"
      stroke={sketched ? 'var(--ink-2)' : 'var(--ink)'}
      stroke-width={sketched ? 2 : 4}
      stroke-dasharray={sketched ? '8 6' : undefined}
      stroke-linejoin="miter"
    />
    {#if shape.type === 'stair' && !sketched}
      <text x="50" y="345" class="words"
        >{shape.treads} treads, {showLength(shape.depthM, units)} deep, {showLength(shape.widthM, units)} wide</text
      >
    {/if}
  {:else if box}
    {@const [x, y] = [220 - (box.l + box.s) / 2, 330 - box.h]}
    <g
      fill="var(--sheet)"
      stroke={sketched ? 'var(--ink-2)' : 'var(--ink)'}
      stroke-width={sketched ? 2 : 3}
      stroke-dasharray={sketched ? '8 6' : undefined}
      stroke-linejoin="miter"
    >
      <rect {x} {y} width={box.l} height={box.h} />
      <path
        d="M{x} {y}l{box.s} {-box.s}h{box.l}l{-box.s} {box.s}z"
        fill={shape.type === 'box' && shape.open ? 'var(--sunk)' : 'var(--sheet)'}
      />
      <path d="M{x + box.l} {y}l{box.s} {-box.s}v{box.h}l{-box.s} {box.s}z" />
    </g>
  {:else if bars.length}
    {#each bars as b, i (i)}
      <rect
        x="50"
        y={b.y}
        width={b.w}
        height={b.h}
        fill="var(--sheet)"
        stroke={sketched ? 'var(--ink-2)' : 'var(--ink)'}
        stroke-width={sketched ? 2 : 3}
        stroke-dasharray={sketched ? '8 6' : undefined}
      />
      {#if !sketched}<text x="50" y={b.y + b.h + 17} class="words"
          >{b.name}, {showLength(b.long, units)} × {showLength(b.wide, units)}</text
        >{/if}
    {/each}
  {:else}
    <rect
      x="110"
      y="70"
      width="220"
      height="220"
      fill="var(--sheet)"
      stroke="var(--rule-2)"
      stroke-width="2"
      stroke-dasharray="8 6"
    />
  {/if}
  {#if sketched}<text x={SHEET.w / 2} y={SHEET.h - 8} text-anchor="middle" class="words"
      >not measured yet, out of scale</text
    >{/if}
  {#if area}
    <g transform={shape.type === 'area' ? 'translate(220 180)' : 'translate(220 378)'}>
      <text text-anchor="middle" class="fig" style="font-size:29px"
        >{area.number} <tspan style="font-size:17px">{area.unit}</tspan>
        <tspan style="font-size:13px;font-weight:420" class="words"
          >{shape.type === 'area' ? '' : WHAT[shape.type]}{unitCount(surface) > 1 && surface.dividedInto === undefined
            ? `, × ${unitCount(bySize(surface)[0]!)}${surface.sizes ? ` of ${unitCount(surface)}` : ''}`
            : ''}</tspan
        ></text
      >
      {#if shape.type === 'area'}<text y="22" text-anchor="middle" class="words">{WHAT.area}</text>{/if}
    </g>
  {/if}
</svg>

<style>
  .words {
    font-size: 13px;
    fill: var(--ink-2);
  }
</style>
