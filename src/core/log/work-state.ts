import type { FlawKind, TinReasonKind } from '../course';
import type { DirtySolvent, RestGoes } from './schema';
import type { StageDone } from '../method';
import type { StepRecord } from '../prep';
import type { Survey } from '../survey';
import { countedRags } from '../units';
import type { SampleBoard, Taken } from '../document';

/** How one layer of a board was shown. */
export type LayerLook = Pick<SampleBoard['layers'][number], 'productId' | 'colour'>;

/** The client's word that holds: which board, whose word, when, and the layers as they were shown. */
export interface Approval {
  sample: string;
  client: string;
  atMs: number;
  by: string;
  layers: LayerLook[];
}

/** The client's last word on a sample board, and whether a change was asked for since. */
export interface ColourWord {
  approval: Approval;
  reopenedAtMs?: number;
}

/** One laying of a coat: what it went on, when, and by whom. */
export interface LayingState {
  laying: number;
  spreadAtMs: number;
  spreadBy: string;
  batch?: string;
  /** The faces of pieces it went on, where that was kept. */
  on?: Taken[];
  /** Whether it went on a stretch of them only. */
  bay: boolean;
  wipedAtMs?: number;
  wipedBy?: string;
  /** How many worked at it, where somebody said. */
  people?: number;
  /** What the dry roller took off again. */
  took?: { litres: number; guessed: boolean };
  /** What its method asked for besides, as it was done. */
  stages: (StageDone & { note?: string })[];
}

export interface CoatState {
  part: string;
  coat: number;
  openedAtMs: number;
  closedAtMs?: number;
  usedL?: number;
  guessed?: boolean;
  /** Film it was planned at, as a share of the card's. */
  plannedFilm?: number;
  /** What its batches held, what went on and what was left do not add up: its litres are a guess (handbook 10). */
  doesNotAddUp?: boolean;
  /** Whether it counts for what the log teaches, and why so. */
  judged?: { counts: boolean; reason: string; by: string };
  layings: LayingState[];
  tacks: { atMs: number; felt: string; by: string }[];
  /** When oil that stood was taken off again: solvent wiped, abraded, a thin coat laid. */
  remediedAtMs?: number;
}

/** A coat of a part. */
export type CoatRef = Pick<CoatState, 'part' | 'coat'>;

export interface BatchState {
  batch: string;
  /** The coats it is for, with the litres planned of it for each where several share it. */
  for: (CoatRef & { litres?: number })[];
  mixedAtMs: number;
  by: string;
  components: {
    role: 'oil' | 'hardener' | 'thinner';
    name?: string;
    litres: number;
    lot: string;
  }[];
  totalL: number;
  /** When it was poured to a second vessel, to be stirred again. */
  pouredAtMs?: number;
  pairCodes?: { oil: string; hardener: string };
  stirredAtMs?: number;
  /** When its pigment was stirred up last. */
  lastStirredAtMs?: number;
  emptiedAtMs?: number;
  leftL?: number;
  spiltL?: number;
  /** Where the rest went. */
  rest?: RestGoes;
  /** How much of its coat was on by then, 0 to 1. */
  done?: number;
}

/** Whether a coat that hangs on the look goes on, and who said so. */
export interface LookSaid {
  coat: number;
  another: boolean;
  atMs: number;
  by: string;
}

/** A flaw of a coat, where it was found, and who mended it. */
export interface FlawFound extends CoatRef {
  /** The entry that found it. */
  id: string;
  flaw: FlawKind;
  on: Taken[];
  extent: 'spot' | 'whole face';
  more: boolean;
  note?: string;
  atMs: number;
  by: string;
  mended?: { atMs: number; by: string; note?: string };
}

/** A reason that somebody saw to, or went on in spite of: then it says why. */
export interface TinSettled extends CoatRef {
  reason: TinReasonKind;
  of?: string;
  why?: string;
  atMs: number;
  by: string;
}

/** What is so on site: the fold of all events, the same on every phone and on the server. */
export interface WorkState {
  coats: CoatState[];
  batches: BatchState[];
  ragsOut: number;
  ragsSafe: number;
  readings: {
    atMs: number;
    by: string;
    /** The place of the job it was read in; the first where that was not said. */
    place?: string;
    airTempC?: number;
    rh?: number;
    surfaceTempC?: number;
    mcPercent?: number;
  }[];
  notes: { id: string; atMs: number; by: string; text: string }[];
  /** What was found, tested, read and photographed, by surface. */
  surveys: Map<string, Survey>;
  /** Preparation done and gates checked, by surface, then by step and unit. */
  prep: Map<string, Map<string, StepRecord>>;
  closedDays: string[];
  /** When days were closed: what was open then was left so. */
  daysClosedAtMs: number[];
  /** When rags were last counted out. */
  ragsCountedAtMs?: number;
  /** What the client said last of sample boards, by part. */
  approvals: Map<string, ColourWord>;
  /** What was last said of a coat that hangs on the look, by part. */
  looks: Map<string, LookSaid>;
  /** What was seen to, or overruled, before a tin was opened. */
  tins: TinSettled[];
  /** Coats rubbed for the next: `coat` is the one to come. */
  rubbed: (CoatRef & { how: 'denib' | 'abrade'; lamp: boolean; note?: string; atMs: number; by: string })[];
  /** What was found wrong with coats. */
  flaws: FlawFound[];
  /** When the last coat of a part was rubbed once more. */
  lastRubs: Map<string, { atMs: number; by: string }>;
  gunsCleaned: (CoatRef & { thinnerL: number; dirty: DirtySolvent; atMs: number; by: string })[];
  /** When parts were installed. */
  installed: Map<string, number>;
  /** Where parts were carried, in order. */
  moved: Map<string, { atMs: number; by: string; place: string }[]>;
  /** How many batches the job has had, whatever their part: the next one's letter follows. */
  batchesMixed: number;
  /** The load list: what is packed, by visit and item, and where each item comes from. */
  load: { packed: Map<string, boolean>; from: Map<string, 'have' | 'buy' | 'borrow'> };
  handedOverAtMs?: number;
  /** Events that could not take effect, and why. Nothing is dropped in silence. */
  setAside: { id: string; reason: string }[];
  undone: Set<string>;
  count: number;
  /** When hands last worked; looking is not working. */
  lastAtMs: number;
}

/** The state before anything happened, with the events that will be undone. */
export const emptyState = (undone: Set<string>): WorkState => ({
  coats: [],
  batches: [],
  ragsOut: 0,
  ragsSafe: 0,
  readings: [],
  notes: [],
  surveys: new Map(),
  prep: new Map(),
  closedDays: [],
  approvals: new Map(),
  looks: new Map(),
  tins: [],
  rubbed: [],
  flaws: [],
  lastRubs: new Map(),
  gunsCleaned: [],
  installed: new Map(),
  moved: new Map(),
  batchesMixed: 0,
  daysClosedAtMs: [],
  load: { packed: new Map(), from: new Map() },
  setAside: [],
  undone,
  count: 0,
  lastAtMs: 0
});

/** The state as one part of the job has it: its own coats and batches, and what is so of the whole job. */
export interface PartState extends WorkState {
  colour?: ColourWord;
}

/** What is so of one part. */
export const forPart = (state: WorkState, part: string): PartState => ({
  ...state,
  coats: state.coats.filter((c) => c.part === part),
  batches: state.batches.filter((b) => b.for.some((f) => f.part === part)),
  ...(state.approvals.has(part) && { colour: state.approvals.get(part)! })
});

/** The key of an item of the load list. */
export const packedKey = (visit: string, item: string): string => `${visit} ${item}`;

/** What the dry roller took off a coat again, litres: it is on the wood no more (handbook 6). */
export const tookOffL = ({ layings }: Pick<CoatState, 'layings'>): number =>
  layings.reduce((s, l) => s + (l.took?.litres ?? 0), 0);

/** The batches that are for a coat. */
export const batchesFor = (state: Pick<WorkState, 'batches'>, { part, coat }: CoatRef): BatchState[] =>
  state.batches.filter((b) => b.for.some((f) => f.part === part && f.coat === coat));

/** The coat of a part that a batch is for. */
export const coatOfBatch = ({ for: coats }: BatchState, part: string): number | undefined =>
  coats.find((f) => f.part === part)?.coat;

/** A coat's share of a batch, 0 to 1: as the litres were planned, else each of its coats alike. */
export function shareOfBatch({ for: coats }: BatchState, { part, coat }: CoatRef): number {
  const own = coats.filter((f) => f.part === part && f.coat === coat);
  const sum = (some: typeof coats) => some.reduce((s, f) => s + (f.litres ?? 0), 0);
  return coats.every((f) => f.litres !== undefined) ? sum(own) / sum(coats) : own.length / coats.length;
}

/** Rags out and not yet made safe. */
export const ragsUnaccounted = (state: Pick<WorkState, 'ragsOut' | 'ragsSafe'>): number =>
  Math.max(0, state.ragsOut - state.ragsSafe);

/** "1 rag is not made safe": why a day stays open. */
export const ragsNotSafe = (count: number): string =>
  `${countedRags(count)} ${count === 1 ? 'is' : 'are'} not made safe`;

/** Bays nobody has wiped yet, with their coats. */
export const openLayings = (state: WorkState): (LayingState & { coat: number })[] =>
  state.coats.flatMap((c) => c.layings.filter((b) => b.wipedAtMs === undefined).map((b) => ({ ...b, coat: c.coat })));

export const JOB_STAGES = ['planning', 'booked', 'working', 'drying', 'in care'] as const;
export type JobStage = (typeof JOB_STAGES)[number];

/** Where a job stands, from its document's start and its work. */
export function jobStage(state: WorkState, booked: boolean, coatsWanted: number): JobStage {
  if (state.handedOverAtMs !== undefined) return 'in care';
  if (state.coats.length === 0) return booked ? 'booked' : 'planning';
  const closed = state.coats.filter((c) => c.closedAtMs !== undefined).length;
  return closed >= Math.max(coatsWanted, 1) ? 'drying' : 'working';
}
