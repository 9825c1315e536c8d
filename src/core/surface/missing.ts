import type { FaceKind, Shape, ShapeOf, ShapeType, Surface } from './schema';
import { kindRow } from './kinds';
import { bySize } from './pieces';
import { wallName } from './outline';

/** A length nobody has measured yet is 0: it gives no area, never an invented one. */
const unmeasured = (lengthM: number) => !(lengthM > 0);

/** The dimensions of each type of shape by the word on the tape; a face that is coated may want more than its outline. */
const DIMENSIONS: {
  [T in ShapeType]: (shape: ShapeOf<T>, coated: ReadonlySet<FaceKind>) => [word: string, m: number][];
} = {
  rectangle: (s) => [
    ['length', s.lengthM],
    ['width', s.widthM]
  ],
  walls: (s) => s.walls.map((w, i) => [`wall ${wallName(i)}`, w.lengthM]),
  triangle: (s) => [
    ['side A', s.aM],
    ['side B', s.bM],
    ['side C', s.cM]
  ],
  circle: (s) => [['diameter', s.diameterM]],
  segment: (s) => [
    ['chord', s.chordM],
    ['rise', s.riseM]
  ],
  points: () => [],
  area: (s) => [['area', s.areaM2]],
  stair: (s, coated) => [
    ['treads', s.treads + s.winders.length],
    ...(s.treads || !s.winders.length
      ? ([
          ['depth', s.depthM],
          ['width', s.widthM]
        ] as [string, number][])
      : []),
    ...s.winders.flatMap((w, n) =>
      w.walls.map((x, i): [string, number] => [`wall ${wallName(i)} of winder ${n + 1}`, x.lengthM])
    ),
    // A stair may be open, have square edges or no strings: asked for only where such a face is coated.
    ...(coated.has('riser') ? [['riser height', s.riserM] as [string, number]] : []),
    ...(coated.has('nosing') ? [['nosing girth', s.nosingGirthM] as [string, number]] : []),
    ...(coated.has('string')
      ? ([
          ['strings', s.strings],
          ['string length', s.stringLengthM],
          ['string girth', s.stringGirthM]
        ] as [string, number][])
      : [])
  ],
  door: (s) => [
    ['width', s.widthM],
    ['height', s.heightM]
  ],
  panels: (s) =>
    s.items.flatMap((i): [string, number][] => [
      [`width of ${i.name}`, i.widthM],
      [`height of ${i.name}`, i.heightM]
    ]),
  lengths: (s) =>
    s.items.flatMap((i): [string, number][] => [
      [`length of ${i.name}`, i.lengthM],
      [`girth of ${i.name}`, i.girthM]
    ]),
  box: (s) => [
    ['length', s.lengthM],
    ['width', s.widthM],
    ['height', s.heightM]
  ]
};

/** What the tape still owes before the outline of a surface and its faces are known, in the order it is taken; empty when nothing. */
export function missingSizes(surface: Surface): string[] {
  const { shape, boards, cutOuts = [] } = surface;
  const coated = new Set(surface.faces.filter((f) => f.coats > 0 && f.areaM2 === undefined).map((f) => f.kind));
  const dimensions = (DIMENSIONS[shape.type] as (s: Shape, coated: ReadonlySet<FaceKind>) => [string, number][])(
    shape,
    coated
  );
  return [
    ...dimensions,
    ...(boards ? [['board width', boards.widthM] as [string, number]] : []),
    ...cutOuts.flatMap((c): [string, number][] =>
      c.shape.type === 'rectangle'
        ? [
            [`length of ${c.name}`, c.shape.lengthM],
            [`width of ${c.name}`, c.shape.widthM]
          ]
        : c.shape.type === 'circle'
          ? [[`diameter of ${c.name}`, c.shape.diameterM]]
          : []
    )
  ]
    .filter(([, m]) => unmeasured(m))
    .map(([word]) => word);
}

/** Faces whose area is a length by the thickness of the wood, on a shape that has them. */
export const THIN_FACES: readonly FaceKind[] = [
  'edge',
  'end-grain',
  'rim',
  'hinge-edge',
  'lock-edge',
  'top-edge',
  'bottom-edge'
];

/** Whether the thickness is still wanted: a coated edge hangs on it, or the inside of a planter. */
export const thicknessMissing = (surface: Surface): boolean =>
  unmeasured(surface.thicknessM) &&
  surface.faces.some(
    (f) =>
      f.coats > 0 &&
      f.areaM2 === undefined &&
      (THIN_FACES.includes(f.kind) || (f.kind === 'inside' && surface.shape.type === 'box'))
  );

/** Everything still to be measured on a surface, in words; of pieces with a size of their own, which. */
export const stillToMeasure = (surface: Surface): string[] => [
  ...bySize(surface).flatMap((s) =>
    missingSizes(s).map((word) => (s.shape === surface.shape ? word : `${word} of ${namedList(s.units ?? [], 3)}`))
  ),
  ...(thicknessMissing(surface) ? ['thickness'] : [])
];

/** Thickness of the wood for what goes on inside it, m: as measured, else the usual one of its kind (house). */
export const woodThicknessM = (surface: Pick<Surface, 'kind' | 'thicknessM'>): number =>
  surface.thicknessM > 0 ? surface.thicknessM : kindRow(surface.kind).thicknessM;

/** "length and width", "wall A, wall B and thickness", at most `most` named. */
export function namedList(words: readonly string[], most = 4): string {
  const shown = words.length > most ? [...words.slice(0, most - 1), `${words.length - most + 1} more`] : words;
  return shown.length < 2 ? (shown[0] ?? '') : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}
