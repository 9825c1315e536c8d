<script lang="ts">
  import { measureShape, outlineFromWalls, wallName, type Boards, type Point, type Shape } from '$core/surface';
  import { areaParts, showLength, type UnitSystem } from '$core/units';

  interface Props {
    shape: Shape;
    boards?: Boards;
    units: UnitSystem;
    /** The wall being typed, drawn as NOW. */
    active?: number | null;
  }
  const { shape, boards, units, active = null }: Props = $props();
  const SIZE = { w: 440, h: 400, pad: 56 };

  const drawn = $derived.by((): { points: Point[]; lengths: number[] } | null => {
    if (shape.type === 'rectangle' && shape.lengthM > 0 && shape.widthM > 0) {
      const { lengthM: l, widthM: w } = shape;
      return {
        points: [
          { x: 0, y: 0 },
          { x: l, y: 0 },
          { x: l, y: -w },
          { x: 0, y: -w }
        ],
        lengths: [l, w, l, w]
      };
    }
    if (shape.type !== 'walls') return null;
    const o = outlineFromWalls(shape.walls);
    return o.ok ? { points: o.points, lengths: shape.walls.map((w) => w.lengthM) } : null;
  });
  const measured = $derived(measureShape(shape));
  const frame = $derived.by(() => {
    const xs = drawn?.points.map((p) => p.x) ?? [0, 1];
    const ys = drawn?.points.map((p) => p.y) ?? [0, 1];
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const scale = Math.min((SIZE.w - 2 * SIZE.pad) / (x1 - x0 || 1), (SIZE.h - 2 * SIZE.pad) / (y1 - y0 || 1));
    return {
      scale,
      ox: (SIZE.w - (x1 - x0) * scale) / 2 - x0 * scale,
      oy: (SIZE.h - (y1 - y0) * scale) / 2 + y1 * scale
    };
  });
  const px = (p: Point) => ({ x: frame.ox + p.x * frame.scale, y: frame.oy - p.y * frame.scale });
  const path = $derived(
    drawn ? drawn.points.map((p, i) => `${i ? 'L' : 'M'}${px(p).x} ${px(p).y}`).join('') + 'Z' : ''
  );
  const pitch = $derived(Math.max(7, (boards ? boards.widthM + boards.gapM : 0.12) * frame.scale));
  /** Where a wall's letter stands: outside, on the side away from the floor. */
  const tags = $derived.by(() => {
    if (!drawn) return [];
    const { points } = drawn;
    const turn =
      points.reduce((s, p, i) => {
        const q = points[(i + 1) % points.length]!;
        return s + p.x * q.y - q.x * p.y;
      }, 0) > 0
        ? 1
        : -1;
    return points.map((p, i) => {
      const q = points[(i + 1) % points.length]!;
      const [a, b] = [px(p), px(q)];
      const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const normal = { x: (-(b.y - a.y) / long) * turn, y: ((b.x - a.x) / long) * turn };
      const flat = Math.abs(b.x - a.x) > Math.abs(b.y - a.y);
      const off = flat ? 24 : 34;
      // Beside an inner corner two walls share the outside: their tags move apart along the wall.
      const inner = (k: number) => isInner(points, turn, (k + points.length) % points.length);
      const slide = (inner(i) ? 0.16 : 0) - (inner(i + 1) ? 0.16 : 0);
      return {
        i,
        a,
        b,
        x: (a.x + b.x) / 2 + (b.x - a.x) * slide + normal.x * off,
        y: (a.y + b.y) / 2 + (b.y - a.y) * slide + normal.y * off,
        flat,
        text: showLength(drawn.lengths[i]!, units)
      };
    });
  });
  /** Whether the outline bends inward at a corner. */
  function isInner(points: readonly Point[], turn: number, k: number): boolean {
    const [p, q, r] = [points[(k + points.length - 1) % points.length]!, points[k]!, points[(k + 1) % points.length]!];
    return ((q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x)) * turn < 0;
  }
  const area = $derived(measured.ok ? areaParts(measured.areaM2, units) : null);
  const label = $derived(
    drawn && measured.ok
      ? `Outline of ${drawn.points.length} walls, ${area!.number} ${area!.unit}: ${tags.map((t) => `${wallName(t.i)} ${t.text}`).join(', ')}`
      : 'No outline'
  );
</script>

<svg viewBox="0 0 {SIZE.w} {SIZE.h}" role="img" aria-label={label} class="w-full">
  <defs>
    <pattern id="boards" width={pitch} height="40" patternUnits="userSpaceOnUse"
      ><path d="M.5 0V40" stroke="var(--rule)" /></pattern
    >
  </defs>
  {#if drawn && measured.ok}
    <path d={path} fill="var(--sheet)" />
    <path d={path} fill="url(#boards)" stroke="var(--ink)" stroke-width="4" stroke-linejoin="miter" />
    {#if active !== null && tags[active]}
      {@const t = tags[active]!}
      <path d="M{t.a.x} {t.a.y}L{t.b.x} {t.b.y}" stroke="var(--now)" stroke-width="8" /><path
        d="M{t.a.x} {t.a.y}L{t.b.x} {t.b.y}"
        stroke="var(--on-now)"
        stroke-width="2.5"
      />
    {/if}
    {#each tags as t (t.i)}
      {@const on = active === t.i}
      <g transform="translate({t.x} {t.y})">
        {#if on}<rect x="-42" y="-13" width="84" height="26" fill="var(--now)" />{/if}
        <circle cx={t.flat ? -27 : 0} cy={t.flat ? 0 : -12} r="10" fill={on ? 'var(--on-now)' : 'var(--ink)'} />
        <text
          x={t.flat ? -27 : 0}
          y={t.flat ? 4.5 : -7.5}
          text-anchor="middle"
          style="font-size:12px;font-weight:700;fill:{on ? '#fff' : 'var(--on-ink)'}">{wallName(t.i)}</text
        >
        <text
          x={t.flat ? -11 : 0}
          y={t.flat ? 5 : 14}
          text-anchor={t.flat ? 'start' : 'middle'}
          style="font-size:14.5px;font-weight:660;{on ? 'fill:var(--on-now)' : ''}">{t.text.replace(' m', '')}</text
        >
      </g>
    {/each}
    {#if area}
      {@const c = px({
        x: drawn.points.reduce((s, p) => s + p.x, 0) / drawn.points.length,
        y: drawn.points.reduce((s, p) => s + p.y, 0) / drawn.points.length
      })}
      <rect x={c.x - 72} y={c.y - 26} width="144" height="44" fill="var(--sheet)" />
      <text x={c.x} y={c.y + 8} text-anchor="middle" class="fig" style="font-size:31px"
        >{area.number} <tspan style="font-size:18px">{area.unit}</tspan></text
      >
    {/if}
  {:else if measured.ok}
    <rect
      x="110"
      y="90"
      width="240"
      height="240"
      fill="url(#boards)"
      stroke="var(--rule-2)"
      stroke-width="2"
      stroke-dasharray="8 6"
    />
    <rect x="150" y="180" width="160" height="62" fill="var(--paper)" />
    <text x="230" y="212" text-anchor="middle" class="fig" style="font-size:31px"
      >{area!.number} <tspan style="font-size:18px">{area!.unit}</tspan></text
    >
    <text x="230" y="234" text-anchor="middle" style="font-size:13px;fill:var(--ink-2)">area known, shape not</text>
  {:else}
    <rect
      x="110"
      y="90"
      width="240"
      height="240"
      fill="none"
      stroke="var(--stop)"
      stroke-width="2"
      stroke-dasharray="8 6"
    />
    <text x="230" y="215" text-anchor="middle" style="font-size:15px;fill:var(--stop);font-weight:600"
      >No outline yet</text
    >
  {/if}
</svg>
