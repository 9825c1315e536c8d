import { distance, turned, type Point } from './outline';
import type { Shape, Wall } from './schema';
import { hasOutline, outlineOf } from './shape';

/** The corners of a shape that can be pulled, in plan; none for round shapes and known areas. */
export function cornersOf(shape: Shape): Point[] {
  if (!hasOutline(shape) || shape.type === 'circle' || shape.type === 'segment') return [];
  const o = outlineOf(shape);
  return o.ok ? o.sides.map((s) => s.from) : [];
}

/**
 * A shape with one corner pulled to another place: its numbers follow. Right-angled walks keep their right angles; other
 * walks get new lengths and turns. What would not be an outline any more comes back unchanged.
 */
export function pullCorner(shape: Shape, corner: number, to: Point): Shape {
  const corners = cornersOf(shape);
  const from = corners[corner];
  if (!from) return shape;
  const next = pulled(shape, corners, corner, { x: to.x - from.x, y: to.y - from.y });
  return next && hasOutline(next) && outlineOf(next).ok ? next : shape;
}

function pulled(shape: Shape, corners: readonly Point[], k: number, by: Point): Shape | null {
  const moved = corners.map((p, i) => (i === k ? { x: p.x + by.x, y: p.y + by.y } : p));
  switch (shape.type) {
    case 'rectangle':
    case 'door': {
      const [dl, dw] = [k === 1 || k === 2 ? by.x : -by.x, k >= 2 ? -by.y : by.y];
      return shape.type === 'door'
        ? { ...shape, widthM: mm(shape.widthM + dl), heightM: mm(shape.heightM + dw) }
        : { ...shape, lengthM: mm(shape.lengthM + dl), widthM: mm(shape.widthM + dw) };
    }
    case 'triangle': {
      const [a, b, c] = moved as [Point, Point, Point];
      return { ...shape, aM: mm(distance(a, b)), bM: mm(distance(b, c)), cM: mm(distance(c, a)) };
    }
    case 'points':
      return { ...shape, points: moved.map((p) => ({ x: mm(p.x), y: mm(p.y) })) };
    case 'walls': {
      const walls = isRightAngled(shape.walls) ? pullSquare(shape.walls, k, by) : wallsThrough(moved, shape.walls);
      return walls.every((w) => w.lengthM > 0) ? { ...shape, walls } : null;
    }
    default:
      return null;
  }
}

const mm = (m: number) => Math.round(m * 1000) / 1000;

export const isRightAngled = (walls: readonly Wall[]): boolean =>
  walls.length % 2 === 0 && walls.every((w) => (w.turnDeg ?? 90) === 90);

/** Pulls a corner of a right-angled walk: the walls at it grow or shrink, and those beyond them follow. */
function pullSquare(walls: readonly Wall[], k: number, by: Point): Wall[] {
  const n = walls.length;
  const directions: Point[] = [];
  let [dx, dy] = [1, 0];
  for (const w of walls) {
    directions.push({ x: dx, y: dy });
    [dx, dy] = turned(dx, dy, w);
  }
  const at = (i: number) => (i + 2 * n) % n;
  const along = (i: number, p: Point) => directions[at(i)]!.x * p.x + directions[at(i)]!.y * p.y;
  const grown = walls.map((w) => w.lengthM);
  const [a, b] = [along(k - 1, by), along(k, by)];
  grown[at(k - 1)]! += a;
  grown[at(k + 1)]! -= a * along(k + 1, directions[at(k - 1)]!);
  grown[at(k)]! -= b;
  grown[at(k - 2)]! += b * along(k - 2, directions[at(k)]!);
  return walls.map((w, i) => ({ ...w, lengthM: mm(grown[i]!) }));
}

/** Lengths and turns of a walk through corners, lengths to so many decimals of a metre. Bows stay with their walls. */
export function wallsThrough(corners: readonly Point[], old: readonly Wall[] = [], places = 3): Wall[] {
  const n = corners.length;
  const scale = 10 ** places;
  const heading = (i: number) => {
    const [p, q] = [corners[i % n]!, corners[(i + 1) % n]!];
    return Math.atan2(q.y - p.y, q.x - p.x);
  };
  return corners.map((p, i) => {
    let deg = ((heading(i + 1) - heading(i)) * 180) / Math.PI;
    deg = ((deg + 540) % 360) - 180;
    const size = Math.round(Math.abs(deg) * 1e6) / 1e6;
    return {
      lengthM: Math.round(distance(p, corners[(i + 1) % n]!) * scale) / scale,
      turn: deg >= 0 ? ('left' as const) : ('right' as const),
      ...(size !== 90 && { turnDeg: Math.min(size, 179.999999) }),
      ...(old[i]?.bowM && { bowM: old[i]!.bowM })
    };
  });
}
