import {
  FINISHES_FOUND,
  kindRow,
  profileDefault,
  SURFACE_KINDS,
  textureFactor,
  type Boards,
  type CutOut,
  type Face,
  type FinishFound,
  type Life,
  type Profile,
  type Shape,
  type ShapeType,
  type SurfaceKind,
  type Template,
  type Texture
} from '$core/surface';
import { upperFirst } from '$words/upper-first';
import { GRITS as ALL_GRITS } from '$core/sanding';

/** Rows of a choice, in the order they are offered. */
export type Options<T extends string> = readonly { value: T; label: string; note?: string }[];

const times = (factor: number) => `× ${factor.toFixed(2)}`;

export const KINDS: Options<SurfaceKind> = SURFACE_KINDS.map((value) => ({ value, label: kindRow(value).name }));

/** Shapes to begin with; L, T and U are walks with their turns already set. */
export const SHAPES: Options<Template> = [
  { value: 'rectangle', label: 'Rectangle' },
  { value: 'L', label: 'L', note: 'six walls' },
  { value: 'T', label: 'T', note: 'eight walls' },
  { value: 'U', label: 'U', note: 'eight walls' },
  { value: 'walls', label: 'Walls', note: 'walking round, any lengths and turns' },
  { value: 'triangle', label: 'Triangle', note: 'three sides' },
  { value: 'circle', label: 'Circle' },
  { value: 'segment', label: 'Segment', note: 'chord and rise' },
  { value: 'area', label: 'Area known' },
  { value: 'stair', label: 'Stair', note: 'treads, risers, strings' },
  { value: 'door', label: 'Door leaf' },
  { value: 'panels', label: 'Panels', note: 'cabinet fronts' },
  { value: 'lengths', label: 'Lengths', note: 'length × girth' },
  { value: 'box', label: 'Box', note: 'bench, planter' }
];

export const TEXTURES: Options<Texture> = (
  [
    ['sanded', 'Sanded'],
    ['sawn', 'Sawn'],
    ['wire-brushed', 'Wire-brushed'],
    ['weathered', 'Weathered open'],
    ['grooved', 'Grooved']
  ] as const
).map(([value, label]) => ({ value, label, note: times(textureFactor(value)) }));

export const PROFILES: Options<Profile> = (
  [
    ['flat', 'Flat'],
    ['panelled', 'Panelled'],
    ['bead', 'Bead'],
    ['lap', 'Lap']
  ] as const
).map(([value, label]) => ({ value, label, note: times(profileDefault(value)) }));

export const REACHES: Options<NonNullable<Face['reach']>> = [
  { value: 'yes', label: 'Can be reached' },
  { value: 'before installation', label: 'Before installation' },
  { value: 'no', label: 'Can’t be reached' }
];

export const CAME: Options<FinishFound | ''> = [
  { value: '', label: 'Bare' },
  ...FINISHES_FOUND.map((value) => ({ value, label: value === 'not known' ? 'Nobody knows what' : upperFirst(value) }))
];

export const LIFE_CHOICES: Options<Life | ''> = [
  { value: '', label: 'Where it is worked' },
  { value: 'indoors', label: 'Indoors' },
  { value: 'outdoors, shaded', label: 'Outdoors, shaded', note: 'a north side, under a roof' },
  { value: 'outdoors', label: 'Outdoors' },
  { value: 'sun side', label: 'Outdoors, sun side' }
];

/** How a face may lie outdoors, by its slope; what stands faces a quarter. */
export const LIES: Options<string> = [
  { value: '', label: 'As its place says' },
  { value: '0', label: 'Flat, face up' },
  { value: '45', label: 'Sloped' },
  { value: '90', label: 'Upright' },
  { value: '180', label: 'Overhead' }
];

export const FACINGS: Options<string> = [
  'North',
  'North-east',
  'East',
  'South-east',
  'South',
  'South-west',
  'West',
  'North-west'
].map((label, i) => ({ value: String(i * 45), label }));

export const PATTERNS: Options<NonNullable<Boards['pattern']>> = [
  { value: 'strip', label: 'Strip', note: 'laps lie in the joints along the boards' },
  { value: 'herringbone', label: 'Herringbone', note: 'laps zigzag: work whole columns' },
  { value: 'chevron', label: 'Chevron', note: 'laps lie on the column lines' },
  { value: 'basket weave', label: 'Basket weave', note: 'laps lie round whole squares' }
];

export const CUT_OUT_KINDS: Options<CutOut['kind']> = [
  { value: 'hearth', label: 'Hearth' },
  { value: 'column', label: 'Column' },
  { value: 'island', label: 'Island' },
  { value: 'hatch', label: 'Hatch' },
  { value: 'sink', label: 'Sink' },
  { value: 'glass', label: 'Glass' },
  { value: 'opening', label: 'Opening' },
  { value: 'other', label: 'Other' }
];

export const GRITS = ALL_GRITS.filter((g) => g <= 400);

/** The plain dimensions of a shape, in the order they are taped. */
export const DIMENSIONS: {
  [T in ShapeType]?: readonly { key: string; label: string; zero?: boolean; count?: boolean; small?: boolean }[];
} = {
  rectangle: [
    { key: 'lengthM', label: 'Length' },
    { key: 'widthM', label: 'Width' }
  ],
  triangle: [
    { key: 'aM', label: 'Side A' },
    { key: 'bM', label: 'Side B' },
    { key: 'cM', label: 'Side C' }
  ],
  circle: [{ key: 'diameterM', label: 'Diameter' }],
  segment: [
    { key: 'chordM', label: 'Chord' },
    { key: 'riseM', label: 'Rise' }
  ],
  door: [
    { key: 'widthM', label: 'Width' },
    { key: 'heightM', label: 'Height' }
  ],
  stair: [
    { key: 'treads', label: 'Treads', count: true },
    { key: 'depthM', label: 'Depth with nosing' },
    { key: 'widthM', label: 'Width' },
    { key: 'riserM', label: 'Riser height', zero: true },
    { key: 'nosingGirthM', label: 'Nosing girth', zero: true, small: true },
    { key: 'strings', label: 'Strings', count: true },
    { key: 'stringLengthM', label: 'String length', zero: true },
    { key: 'stringGirthM', label: 'String girth', zero: true, small: true }
  ],
  box: [
    { key: 'lengthM', label: 'Length' },
    { key: 'widthM', label: 'Width' },
    { key: 'heightM', label: 'Height' }
  ]
};

/** The field that rules a side of the drawing, by its id; none for a side that follows from others. */
export function fieldOfSide(shape: Shape, side: number): string | null {
  switch (shape.type) {
    case 'walls':
      return `wall-${side}`;
    case 'points':
      return `point-${side}`;
    case 'triangle':
      return `dim-${['aM', 'bM', 'cM'][side]}`;
    case 'rectangle':
      return `dim-${side % 2 ? 'widthM' : 'lengthM'}`;
    case 'door':
      return `dim-${side % 2 ? 'heightM' : 'widthM'}`;
    case 'circle':
      return 'dim-diameterM';
    case 'segment':
      return side === 0 ? 'dim-riseM' : 'dim-chordM';
    default:
      return null;
  }
}
