import type { CutOut, FaceKind, SurfaceKind } from './schema';
import type { Template } from './templates';

/** Kinds that take hands alike (handbook 10). */
export const HANDS_GROUPS = ['floor', 'deck', 'stair', 'wall', 'worktop', 'leaf', 'rail', 'small'] as const;
export type HandsGroup = (typeof HANDS_GROUPS)[number];

/** All that is asked of a kind of surface anywhere: no row can leave one out. */
export interface KindRow {
  /** As it is offered, and as it stands in a sentence. */
  name: string;
  noun: string;
  /** What one of several alike is called. */
  one: string;
  /** What it is divided into, where its pieces are its own. */
  dividedIn: string;
  /** The shape it usually has. */
  shape: Template;
  /** Its usual faces, in the order a foreman names them. */
  faces: readonly FaceKind[];
  /** A box of it is open at the top. */
  open: boolean;
  /** It is laid with wide tools, all else with small ones. */
  wide: boolean;
  /** Its usual thickness, m (house). */
  thicknessM: number;
  /** What its two sides are called: one that stands has an outside, one that lies a top. */
  sides: 'top and underside' | 'outside and inside';
  /** Laid in boards from the start. */
  boards: boolean;
  /** Its boards lie over one another in courses. */
  lapped: boolean;
  /** It has ways out: people stand on it while they work. */
  walkedOn: boolean;
  /** Its sides may stand tight against a wall, so that their edge can't be coated. */
  edged: boolean;
  /** Side A usually stands tight, with an upstand. */
  againstWall: boolean;
  /** What is usually cut out of it. */
  cutOut: CutOut['kind'];
  /** It is taken off, tagged and brought back; what is not is masked where it is. */
  loose: boolean;
  /** It may have more faces coated than the one that is seen. */
  manyFaces: boolean;
  /** How its wood usually is, where nobody has looked: trodden, or as it came from the planer. */
  condition: 'worn or gouged' | 'new planed';
  /** The limits its moisture is held to indoors (handbook 8). */
  moisture: 'floor' | 'counter';
  /** Whose rates its hands go by (handbook 10). */
  hands: HandsGroup;
  /** How its finish wears: as what lies, what stands, or as a worktop (handbook 14). */
  wears: 'lying' | 'standing' | 'counter';
}

const lies = {
  one: 'piece',
  dividedIn: 'board',
  wide: false,
  open: false,
  sides: 'top and underside',
  boards: false,
  lapped: false,
  walkedOn: false,
  edged: false,
  againstWall: false,
  cutOut: 'column',
  loose: false,
  manyFaces: true,
  condition: 'new planed',
  moisture: 'floor',
  hands: 'small',
  wears: 'lying'
} as const satisfies Partial<KindRow>;

const worktop = {
  shape: 'rectangle',
  faces: ['top', 'edge', 'end-grain', 'underside'],
  thicknessM: 0.04,
  edged: true,
  moisture: 'counter',
  hands: 'worktop',
  wears: 'counter'
} as const satisfies Partial<KindRow>;

const wall = {
  shape: 'rectangle',
  thicknessM: 0.022,
  sides: 'outside and inside',
  wide: true,
  hands: 'wall',
  wears: 'standing'
} as const satisfies Partial<KindRow>;

/** The kinds of surface, in the order they are offered. */
export const KIND_ROWS: Readonly<Record<SurfaceKind, KindRow>> = {
  floor: {
    ...lies,
    hands: 'floor',
    name: 'Floor',
    noun: 'floor',
    shape: 'rectangle',
    faces: ['top'],
    thicknessM: 0.022,
    walkedOn: true,
    wide: true,
    manyFaces: false,
    condition: 'worn or gouged'
  },
  deck: {
    ...lies,
    hands: 'deck',
    name: 'Deck',
    noun: 'deck',
    shape: 'rectangle',
    faces: ['top', 'edge', 'end-grain', 'underside'],
    thicknessM: 0.028,
    boards: true,
    walkedOn: true,
    wide: true,
    edged: true
  },
  stair: {
    ...lies,
    hands: 'stair',
    name: 'Stair',
    noun: 'stair',
    one: 'flight',
    dividedIn: 'tread',
    shape: 'stair',
    faces: ['tread', 'riser', 'nosing', 'string'],
    thicknessM: 0.04,
    condition: 'worn or gouged'
  },
  counter: {
    ...lies,
    ...worktop,
    name: 'Counter',
    noun: 'counter',
    againstWall: true,
    cutOut: 'sink'
  },
  tabletop: {
    ...lies,
    ...worktop,
    name: 'Tabletop',
    noun: 'tabletop',
    one: 'table',
    thicknessM: 0.03,
    loose: true
  },
  door: {
    ...lies,
    hands: 'leaf',
    name: 'Door',
    noun: 'door',
    one: 'door',
    shape: 'door',
    faces: ['outside', 'inside', 'hinge-edge', 'lock-edge', 'top-edge', 'bottom-edge'],
    thicknessM: 0.04,
    sides: 'outside and inside',
    cutOut: 'glass',
    loose: true,
    wears: 'standing'
  },
  'cabinet-set': {
    ...lies,
    dividedIn: 'front',
    hands: 'leaf',
    name: 'Cabinet set',
    noun: 'cabinet set',
    shape: 'panels',
    faces: ['outside', 'inside', 'edge'],
    thicknessM: 0.02,
    loose: true
  },
  shelving: {
    ...lies,
    dividedIn: 'shelf',
    name: 'Shelving',
    noun: 'shelving',
    one: 'shelf',
    shape: 'rectangle',
    faces: ['top', 'underside', 'edge', 'end-grain'],
    thicknessM: 0.022,
    edged: true,
    loose: true
  },
  cladding: {
    ...lies,
    ...wall,
    name: 'Cladding',
    noun: 'cladding',
    faces: ['outside'],
    lapped: true,
    cutOut: 'opening'
  },
  fence: {
    ...lies,
    ...wall,
    name: 'Fence',
    noun: 'fence',
    one: 'panel',
    faces: ['outside', 'inside'],
    cutOut: 'opening'
  },
  rail: {
    ...lies,
    hands: 'rail',
    name: 'Rail',
    noun: 'rail',
    one: 'rail',
    shape: 'lengths',
    faces: ['all-round'],
    thicknessM: 0.05
  },
  bench: {
    ...lies,
    name: 'Bench',
    noun: 'bench',
    one: 'bench',
    shape: 'box',
    faces: ['top', 'outside', 'underside'],
    thicknessM: 0.035,
    edged: true
  },
  planter: {
    ...lies,
    name: 'Planter',
    noun: 'planter',
    one: 'planter',
    shape: 'box',
    open: true,
    faces: ['outside', 'inside', 'rim', 'underside'],
    thicknessM: 0.03,
    wears: 'standing'
  }
};

/** The row of a kind of surface. */
export const kindRow = (kind: SurfaceKind): KindRow => KIND_ROWS[kind];
