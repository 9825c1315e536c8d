import type { Wall } from './schema';

/** A corner or end of a side in plan, metres; x to the right, y up the page. */
export interface Point {
  x: number;
  y: number;
}

/** One side of a closed outline: straight, or an arc whose rise over the chord is `bowM` (outward positive). */
export interface Side {
  from: Point;
  to: Point;
  bowM: number;
  lengthM: number;
}

/** A closed outline. `ring` holds its corners and the points that stand for its arcs; area and perimeter are exact. */
export interface Outline {
  sides: Side[];
  ring: Point[];
  areaM2: number;
  perimeterM: number;
  /** Size of the gap that was closed by itself. */
  correctionMm: number;
  /** +1 when its corners turn left, −1 when they turn right. */
  turning: 1 | -1;
}

/** A closed outline, or why there is none and at which side. */
export type OutlineResult = ({ ok: true } & Outline) | { ok: false; problem: string; side?: number };

/** Largest gap that is closed by itself, as a share of the typed perimeter (handbook 5). */
export const CLOSING_SHARE = 0.01;
/** Two pieces nearer than this touch, m. */
const TOUCH_M = 1e-9;
/** How far the points that stand for an arc may lie beside it, m. */
const ARC_TOLERANCE_M = 0.0005;

/** Sides are lettered A, B, … Z, A2, B2 … */
export const wallName = (index: number): string =>
  String.fromCharCode(65 + (index % 26)) + (index >= 26 ? String(Math.floor(index / 26) + 1) : '');

/** Area of a polygon by the shoelace sum, m²; positive when its corners turn left. */
export function signedAreaM2(points: readonly Point[]): number {
  // Told from the first corner, so that far from the origin no digits are lost.
  const o = points[0]!;
  let twice = 0;
  for (let i = 1; i < points.length - 1; i++) twice += cross(o, points[i]!, points[i + 1]!);
  return twice / 2;
}

/** Area of a polygon, m², always positive. */
export const polygonAreaM2 = (points: readonly Point[]): number => Math.abs(signedAreaM2(points));

/** Radius of the arc over a chord with a rise, m. */
const arcRadius = (chordM: number, riseM: number) => (chordM * chordM) / (8 * riseM) + riseM / 2;

/** Area between a chord and its arc, m². Rises beyond half the chord make more than a half circle. */
export function segmentAreaM2(chordM: number, riseM: number): number {
  const r = arcRadius(chordM, riseM);
  const half = Math.atan2(chordM / 2, r - riseM);
  return r * r * (half - Math.sin(half) * Math.cos(half));
}

/** Length of the arc over a chord, m. */
export function arcLengthM(chordM: number, riseM: number): number {
  const r = arcRadius(chordM, riseM);
  return 2 * r * Math.atan2(chordM / 2, r - riseM);
}

/**
 * The outline through corners, each side straight or bowed. Refuses a side without length and an outline that crosses or
 * touches itself, with the place.
 */
export function outlineThrough(
  corners: readonly Point[],
  bowsM: readonly number[] = [],
  correctionMm = 0
): OutlineResult {
  const n = corners.length;
  const next = (i: number) => corners[(i + 1) % n]!;
  const turning = signedAreaM2(corners) + bowShare(corners, bowsM) >= 0 ? 1 : -1;
  const sides: Side[] = corners.map((from, i) => {
    const chord = distance(from, next(i));
    const bowM = bowsM[i] ?? 0;
    return { from, to: next(i), bowM, lengthM: bowM ? arcLengthM(chord, Math.abs(bowM)) : chord };
  });
  const empty = sides.findIndex((s) => !(s.lengthM > 0) || !Number.isFinite(s.lengthM));
  if (empty >= 0)
    return { ok: false, problem: `Side ${wallName(empty)} has no length. Give it one, or take it out.`, side: empty };
  const pieces = sides.flatMap((s, side) => arcPoints(s, turning).map((from) => ({ from, side })));
  const clash = firstClash(pieces.map((p) => p.from));
  if (clash) {
    const [a, b] = clash.map((i) => pieces[i]!.side) as [number, number];
    return { ok: false, problem: clashText(a, b, n), side: b };
  }
  const ring = pieces.map((p) => p.from);
  const bows = sides.reduce(
    (sum, s) => sum + (s.bowM ? Math.sign(s.bowM) * segmentAreaM2(distance(s.from, s.to), Math.abs(s.bowM)) : 0),
    0
  );
  const areaM2 = Math.abs(signedAreaM2(corners)) + bows;
  if (!(areaM2 > 0)) return { ok: false, problem: 'The outline encloses nothing. Check the lengths.' };
  return {
    ok: true,
    sides,
    ring,
    areaM2,
    perimeterM: sides.reduce((sum, s) => sum + s.lengthM, 0),
    correctionMm,
    turning
  };
}

const clashText = (a: number, b: number, n: number) =>
  a === b || (a + 1) % n === b || (b + 1) % n === a
    ? `Side ${wallName(a)} runs back over side ${wallName(b)}. Check the turn between them.`
    : `Side ${wallName(a)} meets side ${wallName(b)}. Check the turns.`;

/** Arcs alone may enclose an area: two corners with two bows make a lens or a circle. */
const bowShare = (corners: readonly Point[], bowsM: readonly number[]) =>
  corners.length === 2 && bowsM.some((b) => b) ? -1 : 0;

/** The start of a side and the points that stand for its arc, its end left out. */
function arcPoints(s: Side, turning: 1 | -1): Point[] {
  if (!s.bowM) return [s.from];
  const chord = distance(s.from, s.to);
  const rise = Math.abs(s.bowM);
  const r = arcRadius(chord, rise);
  const sweep = s.lengthM / r;
  const step = 2 * Math.acos(Math.max(0.9, 1 - ARC_TOLERANCE_M / r));
  const pieces = Math.min(128, Math.max(4, 2 * Math.ceil(sweep / step / 2)));
  // Outward lies to the right of the walk when the corners turn left.
  const out = turning * Math.sign(s.bowM);
  const [ux, uy] = [(s.to.x - s.from.x) / chord, (s.to.y - s.from.y) / chord];
  const [nx, ny] = [uy * out, -ux * out];
  const mid = { x: (s.from.x + s.to.x) / 2, y: (s.from.y + s.to.y) / 2 };
  const centre = { x: mid.x + nx * (rise - r), y: mid.y + ny * (rise - r) };
  return Array.from({ length: pieces }, (_, i) => {
    if (i === 0) return s.from;
    const a = -sweep / 2 + (sweep * i) / pieces;
    return {
      x: centre.x + r * (Math.sin(a) * ux + Math.cos(a) * nx),
      y: centre.y + r * (Math.sin(a) * uy + Math.cos(a) * ny)
    };
  });
}

/**
 * Walks the walls, starting eastward, and closes the outline. A gap of up to 1 % of the perimeter is spread over
 * the corners in proportion to the length walked (Bowditch) and its size given; a larger one is refused with its size
 * and direction. The turn after the last wall is not walked.
 */
export function outlineFromWalls(walls: readonly Wall[]): OutlineResult {
  if (walls.length < 3) return { ok: false, problem: 'An outline needs at least three walls.' };
  const bad = walls.findIndex((w) => !(w.lengthM > 0) || !Number.isFinite(w.lengthM));
  if (bad >= 0) return { ok: false, problem: `Wall ${wallName(bad)} must be longer than 0.`, side: bad };
  const steep = walls.findIndex((w) => Math.abs(w.bowM ?? 0) > w.lengthM / 2);
  if (steep >= 0)
    return {
      ok: false,
      problem: `Wall ${wallName(steep)} bows by more than half its length. Measure it as two walls.`,
      side: steep
    };
  const corners = walkedCorners(walls);
  const typedPerimeterM = walls.reduce((s, w) => s + w.lengthM, 0);
  const end = corners.pop()!;
  const gapM = Math.hypot(end.x, end.y);
  if (gapM > CLOSING_SHARE * typedPerimeterM + 1e-9)
    return { ok: false, problem: gapText(end, gapM), side: walls.length - 1 };
  let walkedM = 0;
  const closed = corners.map((c, i) => {
    if (i > 0) walkedM += walls[i - 1]!.lengthM;
    const share = walkedM / typedPerimeterM;
    return { x: c.x - end.x * share, y: c.y - end.y * share };
  });
  return outlineThrough(
    closed,
    walls.map((w) => w.bowM ?? 0),
    gapM * 1000
  );
}

/** Every corner of a walk from the origin, the last one being where it ends, closed or not. */
export function walkedCorners(walls: readonly Wall[]): Point[] {
  const corners: Point[] = [{ x: 0, y: 0 }];
  let [dx, dy] = [1, 0];
  for (const w of walls) {
    const last = corners[corners.length - 1]!;
    corners.push({ x: last.x + dx * w.lengthM, y: last.y + dy * w.lengthM });
    [dx, dy] = turned(dx, dy, w);
  }
  return corners;
}

/** The direction after a wall's turn; right angles without rounding. */
export function turned(dx: number, dy: number, w: Pick<Wall, 'turn' | 'turnDeg'>): [number, number] {
  const deg = w.turnDeg ?? 90;
  const sign = w.turn === 'left' ? 1 : -1;
  const [c, s] = deg === 90 ? [0, sign] : [Math.cos((deg * Math.PI) / 180), sign * Math.sin((deg * Math.PI) / 180)];
  return [dx * c - dy * s, dx * s + dy * c];
}

function gapText(end: Point, gapM: number): string {
  const mm = (v: number) => `${Math.round(Math.abs(v) * 1000)} mm`;
  const parts = [];
  if (Math.abs(end.x) >= 0.0005) parts.push(`${mm(end.x)} too far ${end.x > 0 ? 'right' : 'left'}`);
  if (Math.abs(end.y) >= 0.0005) parts.push(`${mm(end.y)} too far ${end.y > 0 ? 'up' : 'down'}`);
  return `The walls miss the start by ${mm(gapM)}: the end lies ${parts.join(' and ')}. Measure again.`;
}

/** Whether a point lies inside a ring. One that lies on it may be told either way. */
export function isInside(p: Point, ring: readonly Point[]): boolean {
  let odd = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [a, b] = [ring[i]!, ring[j]!];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) odd = !odd;
  }
  return odd;
}

export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

const cross = (o: Point, a: Point, b: Point) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Whether two pieces of an outline cross or touch. */
function piecesMeet(a: Point, b: Point, c: Point, d: Point): boolean {
  const [d1, d2, d3, d4] = [cross(c, d, a), cross(c, d, b), cross(a, b, c), cross(a, b, d)];
  if (((d1 > 0 && d2 < 0) || (d1 < 0 && d2 > 0)) && ((d3 > 0 && d4 < 0) || (d3 < 0 && d4 > 0))) return true;
  const within = (p: Point, q: Point, r: Point) =>
    Math.min(p.x, q.x) - TOUCH_M <= r.x &&
    r.x <= Math.max(p.x, q.x) + TOUCH_M &&
    Math.min(p.y, q.y) - TOUCH_M <= r.y &&
    r.y <= Math.max(p.y, q.y) + TOUCH_M;
  const [onAb, onCd] = [TOUCH_M * distance(a, b), TOUCH_M * distance(c, d)];
  return (
    (Math.abs(d1) <= onCd && within(c, d, a)) ||
    (Math.abs(d2) <= onCd && within(c, d, b)) ||
    (Math.abs(d3) <= onAb && within(a, b, c)) ||
    (Math.abs(d4) <= onAb && within(a, b, d))
  );
}

/** The first two pieces of a closed ring that cross, touch or run back over each other. */
function firstClash(p: readonly Point[]): [number, number] | null {
  const n = p.length;
  const at = (i: number) => p[(i + n) % n]!;
  for (let i = 0; n > 2 && i < n; i++) {
    const [a, b, c] = [at(i - 1), at(i), at(i + 1)];
    const back = (a.x - b.x) * (c.x - b.x) + (a.y - b.y) * (c.y - b.y);
    if (back > 0 && Math.abs(cross(a, b, c)) <= 1e-9 * back) return [(i - 1 + n) % n, i];
  }
  // Pieces sorted from the left: only those whose boxes meet are compared.
  const order = p
    .map((from, i) => {
      const to = at(i + 1);
      return {
        i,
        left: Math.min(from.x, to.x),
        right: Math.max(from.x, to.x) + TOUCH_M,
        low: Math.min(from.y, to.y),
        high: Math.max(from.y, to.y) + TOUCH_M
      };
    })
    .sort((s, t) => s.left - t.left);
  for (let k = 0; k < n; k++) {
    const s = order[k]!;
    for (let l = k + 1; l < n && order[l]!.left <= s.right; l++) {
      const t = order[l]!;
      if (t.low > s.high || s.low > t.high) continue;
      const [i, j] = s.i < t.i ? [s.i, t.i] : [t.i, s.i];
      if (j === i + 1 || (i === 0 && j === n - 1)) continue;
      if (piecesMeet(at(i), at(i + 1), at(j), at(j + 1))) return [i, j];
    }
  }
  return null;
}
