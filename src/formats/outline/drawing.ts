import {
  frameOf,
  outlineOf,
  outlineThrough,
  polygonAreaM2,
  signedAreaM2,
  wallsThrough,
  type CutOut,
  type Exit,
  type Outline,
  type Point,
  type Shape,
  type Surface
} from '../../core/surface';

/** A closed line of a drawing, in the drawing's own unit, y up. A bulge is tan(θ/4) of the arc that leaves a corner, turning left. */
export interface Ring {
  layer: string;
  points: Point[];
  bulges: number[];
  /** Line of the file it began on. */
  line?: number;
}

/** What a file holds of outlines. `unitM` is the length of its unit, null when the file does not say. */
export interface Drawing {
  rings: Ring[];
  unitM: number | null;
  /** What was left out, and why. */
  leftOut: string[];
}

/** A drawing read, or what is wrong with the file and on which line. */
export type ReadDrawing = { ok: true; drawing: Drawing } | { ok: false; problems: FileProblem[] };

export interface FileProblem {
  line?: number;
  problem: string;
}

/** Largest drawing read, bytes. */
export const DRAWING_LIMIT_BYTES = 5_000_000;
const MOST_CORNERS = 500;
const MOST_RINGS = 400;

export const refusedFile = (problem: string, line?: number): { ok: false; problems: FileProblem[] } => ({
  ok: false,
  problems: [{ problem, ...(line !== undefined && { line }) }]
});

/** Refuses a file that is too large before anything reads it. */
export const tooLarge = (text: string): { ok: false; problems: FileProblem[] } | null =>
  text.length > DRAWING_LIMIT_BYTES
    ? refusedFile(
        `The file holds ${Math.ceil(text.length / 1e6)} MB; a drawing is at most 5 MB. Export only the outline.`
      )
    : null;

/** Tidies what a reader found: repeated points go, rings without area or with too many corners are refused. */
export function drawingOf(rings: readonly Ring[], unitM: number | null, leftOut: string[]): ReadDrawing {
  const kept: Ring[] = [];
  for (const r of rings) {
    const ring = withoutRepeats(r);
    if (ring.points.length > MOST_CORNERS)
      return refusedFile(
        `An outline on layer “${r.layer}” has ${ring.points.length} corners; at most ${MOST_CORNERS} are read. Simplify it first.`,
        r.line
      );
    const sound = ring.points.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y));
    if (!sound) return refusedFile(`An outline on layer “${r.layer}” has a corner that is no number.`, r.line);
    if (ring.points.length > 2 || (ring.points.length === 2 && ring.bulges.some((b) => b))) kept.push(ring);
    else leftOut.push(`A line on layer “${r.layer}” encloses nothing.`);
  }
  if (kept.length > MOST_RINGS)
    return refusedFile(`The file holds ${kept.length} closed outlines; at most ${MOST_RINGS} are read.`);
  if (kept.length === 0)
    return refusedFile(
      `There is no closed outline in this file.${leftOut.length ? ` Left out: ${leftOut.slice(0, 3).join(' ')}` : ''}`
    );
  return { ok: true, drawing: { rings: kept, unitM, leftOut } };
}

function withoutRepeats(r: Ring): Ring {
  const size = Math.max(...r.points.map((p) => Math.max(Math.abs(p.x), Math.abs(p.y))), 1e-9);
  const same = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y) <= size * 1e-9;
  const keep = r.points.map((p, i) => !same(p, r.points[(i + 1) % r.points.length]!));
  return { ...r, points: r.points.filter((_, i) => keep[i]), bulges: r.bulges.filter((_, i) => keep[i]) };
}

/** The area of a ring in m², for telling rings apart. */
export function ringAreaM2(ring: Ring, unitM: number): number {
  const o = outlineThrough(...asOutline(ring, unitM));
  return o.ok ? o.areaM2 : polygonAreaM2(ring.points) * unitM * unitM;
}

/** Corners in metres and the bows of their sides, outward positive, as an outline takes them. */
function asOutline(ring: Ring, unitM: number): [Point[], number[]] {
  const points = ring.points.map((p) => ({ x: p.x * unitM, y: p.y * unitM }));
  const turning = turningOf(points, ring.bulges);
  const bows = ring.bulges.map((b, i) => {
    const q = points[(i + 1) % points.length]!;
    return (turning * b * Math.hypot(q.x - points[i]!.x, q.y - points[i]!.y)) / 2;
  });
  // Two arcs on one chord are walked turning right.
  return points.length === 2 && turning === 1 ? [[points[1]!, points[0]!], bows] : [points, bows];
}

const turningOf = (points: readonly Point[], bulges: readonly number[]): 1 | -1 =>
  (points.length === 2 ? bulges[0]! + bulges[1]! : signedAreaM2(points)) >= 0 ? 1 : -1;

/** Shape and cut-outs of a surface taken from a drawing, or why not. */
export type FromDrawing = { ok: true; shape: Shape; cutOuts: CutOut[] } | { ok: false; problem: string };

/** Makes a shape of one ring, and cut-outs of others. Lengths are kept to a tenth of a millimetre. */
export function surfaceFromDrawing(
  drawing: Drawing,
  outline: number,
  cutOuts: readonly number[],
  unitM: number
): FromDrawing {
  const ring = drawing.rings[outline];
  if (!ring) return { ok: false, problem: 'Pick the outline of the surface.' };
  const shape = shapeOf(ring, unitM);
  const made = outlineOf(shape);
  if (!made.ok) return { ok: false, problem: made.problem };
  const own = outlineThrough(...asOutline(ring, unitM));
  if (!own.ok) return { ok: false, problem: own.problem };
  return {
    ok: true,
    shape,
    cutOuts: cutOuts.map((i, k) => cutOutOf(drawing.rings[i]!, own, unitM, k))
  };
}

type OutlineShape = Extract<Shape, { type: 'walls' | 'points' | 'circle' | 'segment' }>;

/** Tenths of a millimetre. */
const fine = (m: number) => Math.round(m * 1e4) / 1e4;
const finePoints = (points: readonly Point[]) => points.map((p) => ({ x: fine(p.x), y: fine(p.y) }));
const MOST_WALLS = 240;

function shapeOf(ring: Ring, unitM: number): OutlineShape {
  const [points, bows] = asOutline(ring, unitM);
  if (points.length === 2) return roundShape(points as [Point, Point], bows);
  if (points.length > MOST_WALLS) return { type: 'points', points: finePoints(points) };
  return {
    type: 'walls',
    walls: wallsThrough(points, [], 4).map((w, i) => (bows[i] ? { ...w, bowM: fine(bows[i]!) } : w))
  };
}

/** Two arcs on one chord: a circle, a segment, or a lens. */
function roundShape(points: [Point, Point], bows: readonly number[]): OutlineShape {
  const chord = Math.hypot(points[1].x - points[0].x, points[1].y - points[0].y);
  if (bows.every((b) => Math.abs(b - chord / 2) < 1e-6 * chord)) return { type: 'circle', diameterM: fine(chord) };
  const flat = bows.some((b) => Math.abs(b) < 1e-9);
  if (flat) return { type: 'segment', chordM: fine(chord), riseM: fine(Math.max(...bows)) };
  const lens = outlineThrough(points, bows);
  return { type: 'points', points: finePoints(lens.ok ? lens.ring : points) };
}

function cutOutOf(ring: Ring, outline: Outline & { ok: true }, unitM: number, index: number): CutOut {
  const [points, bows] = asOutline(ring, unitM);
  const frame = frameOf(outline, 0);
  const own = outlineThrough(points, bows);
  const seen = (own.ok ? own.ring : points).map((p) => {
    const [dx, dy] = [p.x - frame.origin.x, p.y - frame.origin.y];
    return { x: dx * frame.along.x + dy * frame.along.y, y: dx * frame.inward.x + dy * frame.inward.y };
  });
  const round = points.length === 2 ? roundShape(points as [Point, Point], bows) : null;
  const [alongM, inM] = [Math.min(...seen.map((p) => p.x)), Math.min(...seen.map((p) => p.y))];
  return {
    id: `cut-${index + 1}`,
    name: ring.layer.slice(0, 60) || `cut-out ${index + 1}`,
    kind: 'other',
    side: 0,
    alongM: fine(alongM),
    inM: fine(inM),
    shape:
      round?.type === 'circle'
        ? round
        : {
            type: 'points',
            points: finePoints(seen.slice(0, MOST_CORNERS).map((p) => ({ x: p.x - alongM, y: p.y - inM })))
          }
  };
}

/** What is drawn of a measured surface: its outline, cut-outs and exits, in metres. */
export interface PlanDrawing {
  name: string;
  outline: Outline;
  cutOuts: { name: string; outline: Outline }[];
  exits: { name: string; from: Point; to: Point }[];
}

/** The plan of a surface for writing; null when it has no outline. */
export function planDrawing(
  surface: Surface,
  measured: { outline: (Outline & { ok: true }) | null; cutOuts: (Outline & { cutOut: CutOut })[] }
): PlanDrawing | null {
  const { outline } = measured;
  if (!outline) return null;
  return {
    name: surface.name,
    outline,
    cutOuts: measured.cutOuts.map((c) => ({ name: c.cutOut.name, outline: c })),
    exits: (surface.exits ?? []).map((e) => exitLine(outline, e))
  };
}

function exitLine(outline: Outline & { ok: true }, e: Exit): { name: string; from: Point; to: Point } {
  const f = frameOf(outline, e.side);
  const at = (m: number) => ({ x: f.origin.x + f.along.x * m, y: f.origin.y + f.along.y * m });
  return { name: e.name, from: at(e.alongM), to: at(e.alongM + e.widthM) };
}

/** The bulge of each side of an outline: tan(θ/4), positive when the arc turns left. */
export const bulgesOf = (o: Outline): number[] =>
  o.sides.map((s) => (s.bowM ? (o.turning * 2 * s.bowM) / Math.hypot(s.to.x - s.from.x, s.to.y - s.from.y) : 0));
