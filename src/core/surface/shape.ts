import { outlineFromWalls, outlineThrough, type OutlineResult, type Point } from './outline';
import type { Shape, ShapeOf } from './schema';

/** Shapes that are drawn as one closed outline in plan. */
const FLAT = ['rectangle', 'walls', 'triangle', 'circle', 'segment', 'points', 'door'] as const;
export type FlatShape = ShapeOf<(typeof FLAT)[number]>;

/** Whether a shape has an outline to draw, to cut from and to leave by. */
export const hasOutline = (shape: Shape): shape is FlatShape => (FLAT as readonly string[]).includes(shape.type);

const rectangle = (lengthM: number, widthM: number): OutlineResult =>
  lengthM > 0 && widthM > 0
    ? outlineThrough([
        { x: 0, y: 0 },
        { x: lengthM, y: 0 },
        { x: lengthM, y: -widthM },
        { x: 0, y: -widthM }
      ])
    : { ok: false, problem: 'Length and width must be more than 0.' };

function triangle({ aM, bM, cM }: ShapeOf<'triangle'>): OutlineResult {
  const sides = [aM, bM, cM];
  const longest = Math.max(...sides);
  if (!(longest < sides.reduce((s, v) => s + v, 0) - longest))
    return {
      ok: false,
      problem: 'These three sides do not meet: the longest must be shorter than the other two together.',
      side: sides.indexOf(longest)
    };
  // A lies along the top from the start; B leaves its end, C comes back.
  const x = (aM * aM + cM * cM - bM * bM) / (2 * aM);
  const y = -Math.sqrt(Math.max(0, cM * cM - x * x));
  return outlineThrough([
    { x: 0, y: 0 },
    { x: aM, y: 0 },
    { x, y }
  ]);
}

function segment({ chordM, riseM }: ShapeOf<'segment'>): OutlineResult {
  return outlineThrough(
    [
      { x: 0, y: 0 },
      { x: chordM, y: 0 }
    ],
    [riseM, 0]
  );
}

function circle({ diameterM: d }: ShapeOf<'circle'>): OutlineResult {
  return outlineThrough(
    [
      { x: 0, y: -d / 2 },
      { x: d, y: -d / 2 }
    ],
    [d / 2, d / 2]
  );
}

/** The closed outline of a flat shape in plan, or why it has none. A door leaf is seen upright, its top edge first. */
export function outlineOf(shape: FlatShape): OutlineResult {
  switch (shape.type) {
    case 'rectangle':
      return rectangle(shape.lengthM, shape.widthM);
    case 'door':
      return rectangle(shape.widthM, shape.heightM);
    case 'walls':
      return outlineFromWalls(shape.walls);
    case 'triangle':
      return triangle(shape);
    case 'circle':
      return circle(shape);
    case 'segment':
      return segment(shape);
    case 'points':
      return outlineThrough(shape.points);
  }
}

/** The frame of a side: its start, the direction along it, and the direction square into the surface. */
export interface Frame {
  origin: Point;
  along: Point;
  inward: Point;
}

/**
 * The frame that dimensions are taken from at a side. Round shapes have no straight side to measure from: theirs is the
 * upper left corner of the square around them.
 */
export function frameOf(outline: Extract<OutlineResult, { ok: true }>, side: number): Frame {
  const s = outline.sides[Math.min(side, outline.sides.length - 1)]!;
  if (outline.sides.length === 2) {
    const xs = outline.ring.map((p) => p.x);
    const ys = outline.ring.map((p) => p.y);
    return { origin: { x: Math.min(...xs), y: Math.max(...ys) }, along: { x: 1, y: 0 }, inward: { x: 0, y: -1 } };
  }
  const long = Math.hypot(s.to.x - s.from.x, s.to.y - s.from.y);
  const along = { x: (s.to.x - s.from.x) / long, y: (s.to.y - s.from.y) / long };
  const inward = outline.turning === 1 ? { x: -along.y, y: along.x } : { x: along.y, y: -along.x };
  return { origin: s.from, along, inward };
}

/** A point given along a side and into the surface, in plan. */
export const fromSide = (f: Frame, alongM: number, inM: number): Point => ({
  x: f.origin.x + f.along.x * alongM + f.inward.x * inM,
  y: f.origin.y + f.along.y * alongM + f.inward.y * inM
});
