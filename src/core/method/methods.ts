import type { Method, StageId } from './schema';

/** What oil is laid with; each keeps a little of it (handbook 6). */
export const APPLICATORS = ['rag', 'pad', 'brush', 'trowel', 'mini roller', 'roller', 'spray gun'] as const;
export type Applicator = (typeof APPLICATORS)[number];

/**
 * One stage of a method with its clock: due `fromMinutes` to `toMinutes` after the stage before it, or after itself where it
 * comes again. It comes at least `least` times, and goes on while the last answer was yes, up to `most`.
 */
export interface StageRow {
  stage: StageId;
  fromMinutes: number;
  toMinutes: number;
  least: number;
  most: number;
  /** It puts oil on: the longest dwell counts from here (handbook 9). */
  wets?: true;
  /** It is a question, answered yes (something rose, ran, drinks still) or no. */
  asks?: true;
}

/** All that is asked of a method anywhere: no row can leave one out. */
export interface MethodRow {
  /** What it is laid with, on wide faces and on small ones; each keeps a little oil. */
  tools: { wide: readonly Applicator[]; small: readonly Applicator[] };
  /** It is rubbed or wiped while it goes on, so that it pulls a fresh colour below (handbook 12). */
  rubs: boolean;
  /** Wet on wet: it dries as a flooded coat does, and its longest dwell counts from the last wetting (handbook 9). */
  keptWet: boolean;
  /** Which wind limit holds (handbook 8). */
  wind: 'brush' | 'spray';
  /** What takes the oil off where its class has to be wiped. */
  off: 'wipe' | 'buff' | 'dry roller' | 'blot';
  /** As many rags as a thin coat takes, or as a flooded one. */
  rags: 'thin' | 'flood';
  /** While the oil is on and nobody has taken it off. */
  wet: readonly StageRow[];
  /** Once it is wiped, or laid off. */
  after: readonly StageRow[];
}

/** Looking again, so many minutes after the last stage: again while something rose (handbook 16). */
const look = (fromMinutes: number, toMinutes: number, least: number, most: number): StageRow => ({
  stage: 'look again',
  fromMinutes,
  toMinutes,
  least,
  most,
  asks: true
});
const once = (stage: StageId, fromMinutes = 0, toMinutes = 5): StageRow => ({
  stage,
  fromMinutes,
  toMinutes,
  least: 1,
  most: 1
});

const plain = {
  rubs: false,
  keptWet: false,
  wind: 'brush',
  off: 'wipe',
  rags: 'thin',
  wet: []
} as const satisfies Partial<MethodRow>;

/** The methods of handbook 16, each a run of stages from the oil going on to the last look. */
export const METHOD_ROWS: Readonly<Record<Method, MethodRow>> = {
  thin: { ...plain, tools: { wide: ['pad'], small: ['rag'] }, rubs: true, after: [look(20, 25, 1, 3)] },
  flood: {
    ...plain,
    tools: { wide: ['pad'], small: ['brush'] },
    rubs: true,
    keptWet: true,
    rags: 'flood',
    wet: [{ stage: 'top up', fromMinutes: 8, toMinutes: 12, least: 1, most: 1, wets: true }],
    after: [look(15, 20, 2, 6)]
  },
  roller: {
    ...plain,
    tools: { wide: ['roller', 'brush'], small: ['mini roller', 'brush'] },
    after: [look(5, 10, 1, 2)]
  },
  'dry-roller': {
    ...plain,
    tools: { wide: ['roller', 'brush'], small: ['mini roller', 'brush'] },
    off: 'dry roller',
    after: [once('polish pad'), look(20, 25, 1, 3)]
  },
  trowel: {
    ...plain,
    tools: { wide: ['trowel', 'pad'], small: ['trowel', 'pad'] },
    rubs: true,
    off: 'buff',
    after: [once('flip the pad'), look(5, 10, 1, 2)]
  },
  brush: { ...plain, tools: { wide: ['brush'], small: ['brush'] }, after: [look(5, 10, 1, 3)] },
  blot: {
    ...plain,
    tools: { wide: ['brush'], small: ['brush'] },
    off: 'blot',
    after: [{ ...once('colour check'), asks: true }]
  },
  'dry-brush': { ...plain, tools: { wide: ['brush'], small: ['brush'] }, rubs: true, after: [look(15, 20, 1, 3)] },
  'wet-sand': {
    ...plain,
    tools: { wide: ['pad'], small: ['rag'] },
    rubs: true,
    wet: [once('wet sand', 0, 15)],
    after: [look(20, 25, 1, 3)]
  },
  saturate: {
    ...plain,
    tools: { wide: ['pad'], small: ['brush'] },
    rubs: true,
    keptWet: true,
    rags: 'flood',
    wet: [{ stage: 'wet again', fromMinutes: 15, toMinutes: 20, least: 1, most: 12, wets: true, asks: true }],
    after: [look(15, 20, 2, 6)]
  },
  'second-at-20': {
    ...plain,
    tools: { wide: ['pad'], small: ['rag'] },
    rubs: true,
    keptWet: true,
    wet: [{ stage: 'second coat', fromMinutes: 20, toMinutes: 22, least: 1, most: 1, wets: true }],
    after: [look(20, 25, 1, 3)]
  },
  spray: {
    ...plain,
    tools: { wide: ['spray gun', 'brush'], small: ['spray gun', 'brush'] },
    wind: 'spray',
    after: [look(5, 10, 1, 3)]
  }
};

/** The row of a method. */
export const methodRow = (method: Method): MethodRow => METHOD_ROWS[method];
