import { isInside, type Boards, type Exit, type Outline, type Point, type Side } from '$core/surface';

/** The sheet a plan is drawn on, px. */
export const SHEET = { w: 440, h: 400, pad: 50 };

/** How plan metres lie on the sheet. */
export interface SheetFrame {
  scale: number;
  ox: number;
  oy: number;
}

/** Fits points into the sheet, centred, true to scale. */
export function fitted(points: readonly Point[], sheet = SHEET): SheetFrame {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((sheet.w - 2 * sheet.pad) / (x1 - x0 || 1), (sheet.h - 2 * sheet.pad) / (y1 - y0 || 1));
  return {
    scale,
    ox: (sheet.w - (x1 - x0) * scale) / 2 - x0 * scale,
    oy: (sheet.h - (y1 - y0) * scale) / 2 + y1 * scale
  };
}

export const toSheet = (f: SheetFrame, p: Point): Point => ({ x: f.ox + p.x * f.scale, y: f.oy - p.y * f.scale });
export const toPlan = (f: SheetFrame, p: Point): Point => ({ x: (p.x - f.ox) / f.scale, y: (f.oy - p.y) / f.scale });

export const pathOf = (f: SheetFrame, ring: readonly Point[], closed = true): string =>
  ring
    .map((p, i) => {
      const q = toSheet(f, p);
      return `${i ? 'L' : 'M'}${q.x.toFixed(2)} ${q.y.toFixed(2)}`;
    })
    .join('') + (closed ? 'Z' : '');

/** Where a side's letter and length stand: outside, on the side away from the floor. */
export interface SideTag {
  i: number;
  a: Point;
  b: Point;
  x: number;
  y: number;
  flat: boolean;
  /** Length of the side on the sheet, px. */
  px: number;
  side: Side;
}

/** Tags of all sides. Beside an inner corner two sides share the outside: their tags move apart. */
export function sideTags(f: SheetFrame, o: Outline, exits: readonly Exit[] = []): SideTag[] {
  const n = o.sides.length;
  return o.sides.map((side, i) => {
    const [a, b] = [toSheet(f, side.from), toSheet(f, side.to)];
    const px = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    // On the sheet y runs down, so outside lies the other way round.
    const normal = { x: (-(b.y - a.y) / px) * o.turning, y: ((b.x - a.x) / px) * o.turning };
    const flat = Math.abs(b.x - a.x) > Math.abs(b.y - a.y);
    const out = (flat ? 24 : 34) + Math.max(0, side.bowM, doorBefore(exits, i, side.lengthM)) * f.scale;
    const slide = (isInner(o, i) ? 0.16 : 0) - (isInner(o, (i + 1) % n) ? 0.16 : 0);
    return {
      i,
      a,
      b,
      x: (a.x + b.x) / 2 + (b.x - a.x) * slide + normal.x * out,
      y: (a.y + b.y) / 2 + (b.y - a.y) * slide + normal.y * out,
      flat,
      px,
      side
    };
  });
}

/** How far a door leaf stands out before the middle of a side, m: a tag there stands beyond it. */
const doorBefore = (exits: readonly Exit[], side: number, lengthM: number): number =>
  exits
    .filter((e) => e.side === side && e.alongM < lengthM * 0.62 && e.alongM + e.widthM > lengthM * 0.38)
    .reduce((most, e) => Math.max(most, e.widthM), 0);

/** Whether an outline bends inward at the start of a side. */
function isInner(o: Outline, i: number): boolean {
  const n = o.sides.length;
  if (n < 3) return false;
  const [p, q, r] = [o.sides[(i + n - 1) % n]!.from, o.sides[i]!.from, o.sides[i]!.to];
  return ((q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x)) * o.turning < 0;
}

/** Lines of a board pattern in one tile, px; its x axis lies along the boards. */
export interface BoardTile {
  w: number;
  h: number;
  d: string;
}

const LEAST_PITCH_PX = 7;

/** The tile that draws boards of this width at this scale; boards too fine to draw stand wider. */
export function boardTile(boards: Boards | undefined, scale: number): BoardTile {
  const p = Math.max(LEAST_PITCH_PX, (boards?.widthM ? boards.widthM + boards.gapM : 0.12) * scale);
  const c = p * 4;
  const rows = Array.from({ length: 12 }, (_, k) => (k - 2) * p);
  switch (boards?.pattern) {
    case 'chevron':
      return {
        w: 2 * c,
        h: p,
        d: rows.map((y) => `M0 ${y}L${c} ${y - c / 2}L${2 * c} ${y}`).join('') + `M.5 0V${p}M${c} 0V${p}`
      };
    case 'herringbone':
      return {
        w: 2 * c,
        h: p * 2,
        d: rows.map((y) => `M0 ${y}L${c} ${y - c}M${c} ${y - c + p}L${2 * c} ${y + p}`).join('')
      };
    case 'basket weave': {
      const lines = [0, 1, 2, 3].map((k) => k * p + 0.5);
      return {
        w: 2 * c,
        h: 2 * c,
        d: lines.map((v) => `M0 ${v}H${c}M${c} ${c + v}H${2 * c}M${c + v} 0V${c}M${v} ${c}V${2 * c}`).join('')
      };
    }
    default:
      return { w: 40, h: p, d: 'M0 .5H40' };
  }
}

/**
 * A point well inside a ring and outside its holes, for the figure that says its size, and the room around it. Among places
 * with about as much room the one nearest the middle is taken.
 */
export function labelPoint(ring: readonly Point[], holes: readonly (readonly Point[])[]): Point & { room: number } {
  const xs = ring.map((p) => p.x);
  const ys = ring.map((p) => p.y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  const size = Math.hypot(x1 - x0, y1 - y0) || 1;
  let best = { ...middle, room: 0 };
  let most = -Infinity;
  const steps = 20;
  for (let i = 1; i < steps; i++)
    for (let j = 1; j < steps; j++) {
      const p = { x: x0 + ((x1 - x0) * i) / steps, y: y0 + ((y1 - y0) * j) / steps };
      if (!isInside(p, ring) || holes.some((h) => isInside(p, h))) continue;
      const room = holes.reduce((least, h) => nearest(p, h, least, most), nearest(p, ring, Infinity, most));
      const worth = room - (0.1 * room * Math.hypot(p.x - middle.x, p.y - middle.y)) / size;
      if (worth > most + 1e-9) [best, most] = [{ ...p, room }, worth];
    }
  return best;
}

/** The distance from a point to a ring, or `least` if that is less; what is under `enough` is not looked at more closely. */
function nearest(p: Point, ring: readonly Point[], least: number, enough: number): number {
  for (let i = 0; i < ring.length && least > enough; i++) {
    const a = ring[i]!;
    const b = ring[(i + 1) % ring.length]!;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy));
  }
  return least;
}
