import type { Point } from '../../core/surface';
import type { Ring } from './drawing';

/** A stretch of a drawing that is not closed by itself: a line, an arc, an open polyline. One bulge less than points. */
export interface Stretch {
  layer: string;
  points: Point[];
  bulges: number[];
  line?: number;
}

/** Ends this far apart, as a share of the drawing's size, are one corner: 2 mm in a room of ten metres. */
const TOLERANCE = 2e-4;
const MOST_PIECES = 4000;

/** A side between two corners, one way; its twin runs the other way. */
interface Side {
  from: number;
  to: number;
  bulge: number;
  /** Direction it leaves its corner in, radians. */
  leaves: number;
  twin: Side;
  done: boolean;
  line?: number;
}

/** Closed outlines made of open stretches, and how many stretches close nothing. */
export interface Loops {
  rings: Ring[];
  open: number;
}

/**
 * Joins stretches whose ends meet within a tolerance into closed outlines: every room, and where rooms share walls the
 * outline of them all. A line that ends on another parts it there. Those of one layer are joined first, what is left of all
 * layers after that.
 */
export function joinLoops(stretches: readonly Stretch[]): Loops {
  if (stretches.length === 0) return { rings: [], open: 0 };
  const tolerance = sizeOf(stretches) * TOLERANCE;
  const rings: Ring[] = [];
  let left: Stretch[] = [];
  for (const layer of new Set(stretches.map((s) => s.layer))) {
    const own = joined(
      stretches.filter((s) => s.layer === layer),
      tolerance
    );
    rings.push(...own.rings);
    left.push(...own.left);
  }
  const mixed = new Set(left.map((s) => s.layer)).size > 1 ? joined(left, tolerance) : null;
  if (mixed) {
    rings.push(...mixed.rings);
    left = mixed.left;
  }
  return { rings, open: left.length };
}

function sizeOf(stretches: readonly Stretch[]): number {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of stretches)
    for (const p of points)
      [x0, y0, x1, y1] = [Math.min(x0, p.x), Math.min(y0, p.y), Math.max(x1, p.x), Math.max(y1, p.y)];
  return Math.max(Math.hypot(x1 - x0, y1 - y0), 1e-9);
}

interface Piece {
  a: Point;
  b: Point;
  bulge: number;
  of: Stretch;
}

function joined(stretches: readonly Stretch[], tolerance: number): { rings: Ring[]; left: Stretch[] } {
  const pieces = partedAtEnds(
    stretches.flatMap((of) =>
      of.bulges.map((bulge, i): Piece => ({ a: of.points[i]!, b: of.points[i + 1]!, bulge, of }))
    ),
    tolerance
  );
  const corners = new Corners(tolerance);
  const sides = new Map<Side, Stretch>();
  const at: Side[][] = [];
  for (const p of pieces) {
    const [from, to] = [corners.at(p.a), corners.at(p.b)];
    // A stretch shorter than the tolerance is no side; one that ends where it began must bend.
    if (from === to) continue;
    const side = { from, to, bulge: p.bulge, line: p.of.line, done: false } as Side;
    const twin = { from: to, to: from, bulge: -p.bulge, line: p.of.line, done: false } as Side;
    [side.twin, twin.twin] = [twin, side];
    for (const s of [side, twin]) {
      s.leaves = leaving(corners.points[s.from]!, corners.points[s.to]!, s.bulge);
      (at[s.from] ??= []).push(s);
    }
    sides.set(side, p.of).set(twin, p.of);
  }
  cutLooseEnds(at);
  for (const list of at) list?.sort((p, q) => p.leaves - q.leaves);
  const rings: Ring[] = [];
  const closed = new Set<Stretch>();
  for (const list of at)
    for (const first of list ?? []) {
      const ring = first.done ? null : walk(first, at, corners.points);
      if (!ring) continue;
      for (const s of ring) closed.add(sides.get(s)!);
      rings.push({
        layer: sides.get(first)!.layer,
        points: ring.map((s) => corners.points[s.from]!),
        bulges: ring.map((s) => s.bulge),
        ...(first.line !== undefined && { line: first.line })
      });
    }
  return { rings: withoutShells(rings), left: stretches.filter((s) => !closed.has(s)) };
}

/** Corners of a drawing: points closer than the tolerance are one. */
class Corners {
  readonly points: Point[] = [];
  readonly #cells = new Map<string, number[]>();

  constructor(private readonly tolerance: number) {}

  at(p: Point): number {
    const [cx, cy] = [Math.floor(p.x / this.tolerance), Math.floor(p.y / this.tolerance)];
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++)
        for (const k of this.#cells.get(`${cx + i} ${cy + j}`) ?? [])
          if (Math.hypot(this.points[k]!.x - p.x, this.points[k]!.y - p.y) <= this.tolerance) return k;
    const key = `${cx} ${cy}`;
    this.#cells.set(key, [...(this.#cells.get(key) ?? []), this.points.length]);
    return this.points.push(p) - 1;
  }
}

/** Parts straight pieces where an end of another lies on them. */
function partedAtEnds(pieces: readonly Piece[], tolerance: number): Piece[] {
  if (pieces.length > MOST_PIECES) return [...pieces];
  const ends = pieces.flatMap((p) => [p.a, p.b]);
  return pieces.flatMap((p) => {
    const length = Math.hypot(p.b.x - p.a.x, p.b.y - p.a.y);
    if (p.bulge !== 0 || length <= 2 * tolerance) return [p];
    const [ux, uy] = [(p.b.x - p.a.x) / length, (p.b.y - p.a.y) / length];
    const cuts = new Set<number>();
    for (const e of ends) {
      const along = (e.x - p.a.x) * ux + (e.y - p.a.y) * uy;
      const off = Math.abs((e.y - p.a.y) * ux - (e.x - p.a.x) * uy);
      if (off <= tolerance && along > tolerance && along < length - tolerance) cuts.add(along);
    }
    const order = [...cuts].sort((s, t) => s - t).filter((s, i, all) => i === 0 || s - all[i - 1]! > tolerance);
    const points = [p.a, ...order.map((s) => ({ x: p.a.x + ux * s, y: p.a.y + uy * s })), p.b];
    return points.slice(1).map((b, i) => ({ ...p, a: points[i]!, b }));
  });
}

/** Direction an arc or line leaves a corner in: the chord's, turned back by half the arc. */
const leaving = (a: Point, b: Point, bulge: number): number => {
  const angle = Math.atan2(b.y - a.y, b.x - a.x) - 2 * Math.atan(bulge);
  return Math.atan2(Math.sin(angle), Math.cos(angle));
};

/** Takes away sides that end nowhere, and those that then do. */
function cutLooseEnds(at: Side[][]): void {
  const loose = at.flatMap((list, i) => (list?.length === 1 ? [i] : []));
  for (let i = loose.pop(); i !== undefined; i = loose.pop()) {
    const [side] = at[i]!;
    if (!side) continue;
    at[i] = [];
    at[side.to] = at[side.to]!.filter((s) => s !== side.twin);
    if (at[side.to]!.length === 1) loose.push(side.to);
  }
}

/** Walks round the face to the left of a side: at every corner the next side clockwise from where one came. Null when it does not close. */
function walk(first: Side, at: readonly Side[][], points: readonly Point[]): Side[] | null {
  const ring: Side[] = [];
  for (let s = first; !s.done;) {
    s.done = true;
    ring.push(s);
    const here = at[s.to]!;
    const back = here.indexOf(s.twin);
    s = here[(back - 1 + here.length) % here.length]!;
    if (s === first) return Math.abs(areaOf(ring, points)) > 1e-12 ? ring : null;
  }
  return null;
}

/** Area to the left of a walk, arcs counted; negative round the outside. */
function areaOf(ring: readonly Side[], points: readonly Point[]): number {
  return ring.reduce((sum, s) => {
    const [p, q] = [points[s.from]!, points[s.to]!];
    const bend = 4 * Math.atan(s.bulge);
    const chord = Math.hypot(q.x - p.x, q.y - p.y);
    const cap = bend === 0 ? 0 : ((chord * chord) / 8) * ((bend - Math.sin(bend)) / Math.sin(bend / 2) ** 2);
    return sum + (p.x * q.y - q.x * p.y) / 2 + cap;
  }, 0);
}

const ringArea = (r: Ring): number => {
  const n = r.points.length;
  return areaOf(
    r.bulges.map((bulge, i) => ({ from: i, to: (i + 1) % n, bulge }) as Side),
    r.points
  );
};

/**
 * Rooms are walked with their inside to the left. A walk with it to the right goes round a group of them: kept, turned the
 * right way, where the group has more than one room, else it is the one room again.
 */
function withoutShells(rings: readonly Ring[]): Ring[] {
  const rooms = rings.filter((r) => ringArea(r) > 0);
  const shells = rings
    .filter((r) => ringArea(r) < 0)
    .filter((s) => !rooms.some((r) => Math.abs(ringArea(r) + ringArea(s)) <= 1e-9 * ringArea(r)))
    .map((r): Ring => {
      const points = [...r.points].reverse();
      const bulges = [...r.bulges].reverse().map((b) => -b);
      // Turned round, a side's bulge belongs to the corner it now leaves.
      return { ...r, points, bulges: [...bulges.slice(1), bulges[0]!] };
    });
  return [...rooms, ...shells];
}
