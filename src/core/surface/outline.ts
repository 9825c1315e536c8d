/** A corner or end of a wall in plan, metres; x to the right, y up the page. */
export interface Point {
  x: number;
  y: number;
}

/** One wall walked round the outline: its length, then the turn at its end. Left is positive, +90°. */
export interface Wall {
  lengthM: number;
  turn: 'left' | 'right';
}

/** A closed outline, or why the walls do not make one. */
export type OutlineResult =
  | {
      ok: true;
      points: Point[];
      areaM2: number;
      perimeterM: number;
      correctionMm: number;
    }
  | { ok: false; problem: string; wall?: number };

/** Largest gap that is closed by itself, as a share of the typed perimeter (handbook 5). */
export const CLOSING_SHARE = 0.01;

/** Area of a polygon by the shoelace sum, m², always positive. */
export function polygonAreaM2(points: readonly Point[]): number {
  let twice = 0;
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!;
    twice += p.x * q.y - q.x * p.y;
  });
  return Math.abs(twice) / 2;
}

const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

/**
 * Walks the walls, starting eastward, and closes the outline. A gap of up to 1 % of the perimeter is spread over
 * the corners in proportion to the length walked (Bowditch) and its size given; a larger one, a zero wall or an
 * outline that crosses or touches itself is refused with the place.
 */
export function outlineFromWalls(walls: readonly Wall[]): OutlineResult {
  if (walls.length < 3) return { ok: false, problem: 'An outline needs at least three walls.' };
  const bad = walls.findIndex((w) => !(w.lengthM > 0) || !Number.isFinite(w.lengthM));
  if (bad >= 0)
    return {
      ok: false,
      problem: `Wall ${wallName(bad)} must be longer than 0.`,
      wall: bad
    };
  const corners: Point[] = [{ x: 0, y: 0 }];
  let [dx, dy] = [1, 0];
  for (const w of walls) {
    const last = corners[corners.length - 1]!;
    corners.push({ x: last.x + dx * w.lengthM, y: last.y + dy * w.lengthM });
    [dx, dy] = w.turn === 'left' ? [-dy, dx] : [dy, -dx];
  }
  const typedPerimeterM = walls.reduce((s, w) => s + w.lengthM, 0);
  const end = corners.pop()!;
  const gapM = Math.hypot(end.x, end.y);
  if (gapM > CLOSING_SHARE * typedPerimeterM + 1e-9)
    return { ok: false, problem: gapText(end, gapM), wall: walls.length - 1 };
  let walked = 0;
  const points = corners.map((c, i) => {
    if (i > 0) walked += walls[i - 1]!.lengthM;
    const share = walked / typedPerimeterM;
    return { x: c.x - end.x * share, y: c.y - end.y * share };
  });
  const clash = firstClash(points);
  if (clash)
    return {
      ok: false,
      problem: `Wall ${wallName(clash[0])} meets wall ${wallName(clash[1])}. Check the turns.`,
      wall: clash[1]
    };
  const perimeterM = points.reduce((s, p, i) => s + distance(p, points[(i + 1) % points.length]!), 0);
  return {
    ok: true,
    points,
    areaM2: polygonAreaM2(points),
    perimeterM,
    correctionMm: gapM * 1000
  };
}

/** Walls are lettered A, B, … Z, A2, B2 … */
export const wallName = (index: number): string =>
  String.fromCharCode(65 + (index % 26)) + (index >= 26 ? String(Math.floor(index / 26) + 1) : '');

function gapText(end: Point, gapM: number): string {
  const mm = (v: number) => `${Math.round(Math.abs(v) * 1000)} mm`;
  const parts = [];
  if (Math.abs(end.x) >= 0.0005) parts.push(`${mm(end.x)} too far ${end.x > 0 ? 'right' : 'left'}`);
  if (Math.abs(end.y) >= 0.0005) parts.push(`${mm(end.y)} too far ${end.y > 0 ? 'up' : 'down'}`);
  return `The walls miss the start by ${mm(gapM)}: the end lies ${parts.join(' and ')}. Measure again.`;
}

const cross = (o: Point, a: Point, b: Point) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

function segmentsMeet(a: Point, b: Point, c: Point, d: Point): boolean {
  const [d1, d2, d3, d4] = [cross(c, d, a), cross(c, d, b), cross(a, b, c), cross(a, b, d)];
  if (((d1 > 0 && d2 < 0) || (d1 < 0 && d2 > 0)) && ((d3 > 0 && d4 < 0) || (d3 < 0 && d4 > 0))) return true;
  const within = (p: Point, q: Point, r: Point) =>
    Math.min(p.x, q.x) - 1e-9 <= r.x &&
    r.x <= Math.max(p.x, q.x) + 1e-9 &&
    Math.min(p.y, q.y) - 1e-9 <= r.y &&
    r.y <= Math.max(p.y, q.y) + 1e-9;
  const flat = 1e-12;
  return (
    (Math.abs(d1) < flat && within(c, d, a)) ||
    (Math.abs(d2) < flat && within(c, d, b)) ||
    (Math.abs(d3) < flat && within(a, b, c)) ||
    (Math.abs(d4) < flat && within(a, b, d))
  );
}

function firstClash(p: readonly Point[]): [number, number] | null {
  const n = p.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      if (segmentsMeet(p[i]!, p[i + 1]!, p[j]!, p[(j + 1) % n]!)) return [i, j];
    }
  return null;
}
