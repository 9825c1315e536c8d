import type { Shape, ShapeType, Wall } from './schema';

/** Shapes a tape meets, by the name they are picked by. */
export type Template = 'rectangle' | 'L' | 'T' | 'U' | Exclude<ShapeType, 'walls' | 'points'> | 'walls';

const right = (lengthM: number): Wall => ({ lengthM, turn: 'right' });
const left = (lengthM: number): Wall => ({ lengthM, turn: 'left' });

const WALKS: Record<'L' | 'T' | 'U' | 'walls', Wall[]> = {
  L: [right(5), right(3), left(2), right(1), right(3), right(4)],
  T: [right(6), right(2), left(2), right(3), right(2), left(3), right(2), right(2)],
  U: [right(6), right(4), right(2), left(2), left(2), right(2), right(2), right(4)],
  walls: [right(4), right(3), right(4), right(3)]
};

/** An example of a shape, of about a given area, m²: what a sketch of it looks like before it is measured. */
export function templateShape(t: Template, areaM2 = 12): Shape {
  const side = (share: number) => Math.max(0.1, Math.round(Math.sqrt(areaM2 * share) * 100) / 100);
  switch (t) {
    case 'L':
    case 'T':
    case 'U':
    case 'walls':
      return { type: 'walls', walls: WALKS[t].map((w) => ({ ...w })) };
    case 'rectangle':
      return { type: 'rectangle', lengthM: side(4 / 3), widthM: side(3 / 4) };
    case 'triangle':
      return { type: 'triangle', aM: 4, bM: 3, cM: 5 };
    case 'circle':
      return { type: 'circle', diameterM: side(4 / Math.PI) };
    case 'segment':
      return { type: 'segment', chordM: 2.4, riseM: 0.6 };
    case 'area':
      return { type: 'area', areaM2 };
    case 'stair':
      return {
        type: 'stair',
        treads: 13,
        depthM: 0.27,
        widthM: 0.9,
        riserM: 0.18,
        nosingGirthM: 0.06,
        strings: 2,
        stringLengthM: 4,
        stringGirthM: 0.3,
        winders: []
      };
    case 'door':
      return { type: 'door', widthM: 0.9, heightM: 2.05 };
    case 'panels':
      return {
        type: 'panels',
        items: [
          { name: 'door', count: 4, widthM: 0.5, heightM: 0.7 },
          { name: 'drawer front', count: 3, widthM: 0.5, heightM: 0.2 }
        ]
      };
    case 'lengths':
      return { type: 'lengths', items: [{ name: 'handrail', count: 1, lengthM: 4, girthM: 0.2 }] };
    case 'box':
      return { type: 'box', lengthM: 1.2, widthM: 0.4, heightM: 0.45, open: false };
  }
}

/** The same with each figure put through `change`, turns and angles kept. */
function mapFigures<T>(shape: T, change: (value: number, path: string) => number, path = ''): T {
  if (Array.isArray(shape)) return shape.map((v, i) => mapFigures(v as unknown, change, `${path}/${i}`)) as T;
  if (shape === null || typeof shape !== 'object') return shape;
  return Object.fromEntries(
    Object.entries(shape).map(([key, v]) => [
      key,
      typeof v === 'number' ? change(v, `${path}/${key}`) : mapFigures(v, change, `${path}/${key}`)
    ])
  ) as T;
}

/** How many of something a shape has at the start, where one is no guess: one row of a list is one piece. */
const isCount = (path: string) => path.endsWith('/count');

/** A shape to be measured: no figure in it is known yet. A box may be open at the top. */
export const blankShape = (t: Template, open = false): Shape => {
  const { items, ...plain } = templateShape(t) as Shape & { items?: readonly unknown[] };
  const shape = (items ? { ...plain, items: items.slice(0, 1) } : t === 'box' ? { ...plain, open } : plain) as Shape;
  return mapFigures(shape, (_, path) => (isCount(path) ? 1 : 0));
};

/**
 * A sketch of a shape that is not measured yet, out of scale: the example with the same sides and turns. Null where none is
 * like it.
 */
export function sketchShape(shape: Shape): Shape | null {
  const example = (['L', 'T', 'U', 'walls', 'rectangle', 'triangle', 'circle', 'segment', 'door'] as const)
    .map((t) => templateShape(t))
    .find((e) => likeness(e) === likeness(shape));
  return example ?? null;
}

/** What two shapes have in common that only their figures tell apart. */
const likeness = (s: Shape): string =>
  s.type === 'walls' ? s.walls.map((w) => `${w.turn} ${w.turnDeg ?? 90} ${w.bowM ?? 0}`).join() : s.type;
