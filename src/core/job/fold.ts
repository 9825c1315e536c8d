import { madeAt } from '../keyed';
import { addsUp, samePairCode } from '../mix';
import { noRecord, stepKey, type StepRecord } from '../prep';
import { emptySurvey, testTable, type Survey } from '../survey';
import { countedRags } from '../units';
import type { WorkEvent } from './events-schema';
import type { Approval } from './samples';

export interface BayState {
  bay: number;
  spreadAtMs: number;
  spreadBy: string;
  batch?: string;
  wipedAtMs?: number;
  wipedBy?: string;
}

export interface CoatState {
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
  bays: BayState[];
  tacks: { atMs: number; felt: string; by: string }[];
  /** When oil that stood was taken off again: solvent wiped, abraded, a thin coat laid. */
  remediedAtMs?: number;
}

export interface BatchState {
  batch: string;
  coat: number;
  mixedAtMs: number;
  by: string;
  components: {
    role: 'oil' | 'hardener' | 'thinner';
    litres: number;
    lot: string;
  }[];
  totalL: number;
  /** When it was poured to a second vessel, to be stirred again. */
  pouredAtMs?: number;
  pairCodes?: { oil: string; hardener: string };
  stirredAtMs?: number;
  emptiedAtMs?: number;
  leftL?: number;
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
  /** The client's last word on a sample board, and whether a change was asked for since. */
  approval?: Approval;
  approvalReopenedAtMs?: number;
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

/** The one order of events, whatever way they came: by instant, then by id. */
export const eventOrder = (a: Pick<WorkEvent, 'at' | 'id'>, b: Pick<WorkEvent, 'at' | 'id'>): number =>
  a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

const emptyState = (undone: Set<string>): WorkState => ({
  coats: [],
  batches: [],
  ragsOut: 0,
  ragsSafe: 0,
  readings: [],
  notes: [],
  surveys: new Map(),
  prep: new Map(),
  closedDays: [],
  daysClosedAtMs: [],
  load: { packed: new Map(), from: new Map() },
  setAside: [],
  undone,
  count: 0,
  lastAtMs: 0
});

/**
 * Folds events into the state of the work. Order and repeats do not matter: events are sorted and each id counts once.
 * Undone events and undoings leave no trace in the state but the list of what was undone.
 */
export function fold(events: readonly WorkEvent[]): WorkState {
  const undone = new Set<string>();
  for (const e of events) if (e.type === 'event.undone') undone.add(e.data.event);
  const state = emptyState(undone);
  const seen = new Set<string>();
  for (const e of sorted(events)) {
    if (seen.has(e.id)) continue;
    seen.add(e.id);
    apply(state, e);
  }
  return state;
}

/**
 * Takes in one more event. In place and in constant time when it comes after all others; null when it does not (or undoes),
 * and the whole must be folded anew.
 */
export function foldNext(state: WorkState, last: WorkEvent | undefined, event: WorkEvent): WorkState | null {
  if (event.type === 'event.undone' || (last && eventOrder(last, event) >= 0)) return null;
  apply(state, event);
  return state;
}

function sorted(events: readonly WorkEvent[]): readonly WorkEvent[] {
  for (let i = 1; i < events.length; i++)
    if (eventOrder(events[i - 1]!, events[i]!) > 0) return [...events].sort(eventOrder);
  return events;
}

/** Written at a desk or beside a van: no work on the wood, so that the office may write it too. */
export const DESK_EVENTS: readonly WorkEvent['type'][] = [
  'coat.judged',
  'sample.approved',
  'sample.reopened',
  'load.packed',
  'load.sourced'
];

function apply(state: WorkState, e: WorkEvent): void {
  state.count++;
  if (!isSurvey(e) && !DESK_EVENTS.includes(e.type)) state.lastAtMs = Math.max(state.lastAtMs, e.at);
  if (e.type === 'event.undone' || state.undone.has(e.id)) return;
  const reason = take(state, e);
  if (e.type === 'coat.closed') reckonUp(state, e.data.coat);
  else if (e.type === 'batch.mixed' || e.type === 'batch.emptied')
    reckonUp(state, state.batches.find((b) => b.batch === e.data.batch)?.coat);
  if (reason) state.setAside.push({ id: e.id, reason });
}

/** Takes an event into the state; gives the reason when it can not take effect. */
function take(state: WorkState, e: WorkEvent): string | null {
  switch (e.type) {
    case 'coat.opened':
    case 'coat.closed':
    case 'bay.spread':
    case 'bay.wiped':
    case 'tack.felt':
    case 'coat.judged':
    case 'coat.remedied':
      return takeCoat(state, e);
    case 'batch.poured':
    case 'batch.mixed':
    case 'batch.stirred':
    case 'batch.emptied':
      return takeBatch(state, e);
    case 'reading.taken':
      state.readings.push({ atMs: e.at, by: e.byName, ...e.data });
      return null;
    case 'note.added':
      state.notes.push({
        id: e.id,
        atMs: e.at,
        by: e.byName,
        text: e.data.text
      });
      return null;
    case 'finding.noted':
    case 'test.made':
    case 'moisture.read':
    case 'photo.added':
      return takeSurvey(madeAt(state.surveys, e.data.surface, emptySurvey), e);
    case 'prep.done':
    case 'gate.checked':
      return takePrep(
        madeAt(state.prep, e.data.surface, () => new Map()),
        e
      );
    case 'rags.out':
      state.ragsOut += e.data.count;
      state.ragsCountedAtMs = e.at;
      return null;
    case 'rags.safe': {
      const out = ragsUnaccounted(state);
      state.ragsSafe += e.data.count;
      return e.data.count > out
        ? `${countedRags(e.data.count)} made safe, but only ${out} ${out === 1 ? 'was' : 'were'} out`
        : null;
    }
    case 'sample.approved':
      state.approval = { ...e.data, atMs: e.at, by: e.byName };
      delete state.approvalReopenedAtMs;
      return null;
    case 'sample.reopened':
      if (!state.approval) return 'no sample board was approved';
      state.approvalReopenedAtMs = e.at;
      return null;
    case 'load.packed':
      state.load.packed.set(packedKey(e.data.visit, e.data.item), e.data.packed);
      return null;
    case 'load.sourced':
      state.load.from.set(e.data.item, e.data.from);
      return null;
    case 'day.closed':
      if (ragsUnaccounted(state) > 0) return `${countedRags(ragsUnaccounted(state))} still out`;
      state.closedDays.push(e.data.date);
      state.daysClosedAtMs.push(e.at);
      return null;
    case 'handed.over':
      if (ragsUnaccounted(state) > 0) return `${countedRags(ragsUnaccounted(state))} still out`;
      state.handedOverAtMs ??= e.at;
      return null;
    default:
      return null;
  }
}

type CoatEvent = Extract<
  WorkEvent,
  {
    type: 'coat.opened' | 'coat.closed' | 'bay.spread' | 'bay.wiped' | 'tack.felt' | 'coat.judged' | 'coat.remedied';
  }
>;

function takeCoat(state: WorkState, e: CoatEvent): string | null {
  const found = state.coats.find((c) => c.coat === e.data.coat);
  if (e.type === 'coat.opened' || e.type === 'bay.spread') {
    const coat = found ?? {
      coat: e.data.coat,
      openedAtMs: e.at,
      bays: [],
      tacks: []
    };
    if (!found) state.coats.push(coat);
    if (e.type === 'coat.opened') return found ? `coat ${e.data.coat} was open already` : null;
    if (coat.closedAtMs !== undefined) return `coat ${e.data.coat} was closed already`;
    if (coat.bays.some((b) => b.bay === e.data.bay))
      return `bay ${e.data.bay} of coat ${e.data.coat} was spread already`;
    coat.bays.push({
      bay: e.data.bay,
      spreadAtMs: e.at,
      spreadBy: e.byName,
      batch: e.data.batch
    });
    return null;
  }
  if (!found) return `coat ${e.data.coat} was not open`;
  if (e.type === 'coat.judged') {
    found.judged = { counts: e.data.counts, reason: e.data.reason, by: e.byName };
    return null;
  }
  if (e.type === 'coat.remedied') {
    found.remediedAtMs = e.at;
    return null;
  }
  if (e.type === 'tack.felt') {
    found.tacks.push({ atMs: e.at, felt: e.data.felt, by: e.byName });
    return null;
  }
  if (e.type === 'coat.closed') {
    if (found.closedAtMs !== undefined) return `coat ${e.data.coat} was closed already`;
    Object.assign(found, {
      closedAtMs: e.at,
      usedL: e.data.usedL,
      guessed: e.data.guessed,
      ...(e.data.plannedFilm !== undefined && { plannedFilm: e.data.plannedFilm })
    });
    return null;
  }
  const bay = found.bays.find((b) => b.bay === e.data.bay);
  if (!bay) return `bay ${e.data.bay} of coat ${e.data.coat} was not spread`;
  if (bay.wipedAtMs !== undefined) return `bay ${e.data.bay} of coat ${e.data.coat} was wiped already`;
  Object.assign(bay, { wipedAtMs: e.at, wipedBy: e.byName });
  return null;
}

type BatchEvent = Extract<WorkEvent, { type: 'batch.mixed' | 'batch.poured' | 'batch.stirred' | 'batch.emptied' }>;

function takeBatch(state: WorkState, e: BatchEvent): string | null {
  const found = state.batches.find((b) => b.batch === e.data.batch);
  if (e.type === 'batch.mixed') {
    if (found) return `batch ${e.data.batch} was mixed already`;
    const { batch, coat, components, pairCodes } = e.data;
    if (pairCodes && !samePairCode(pairCodes.oil, pairCodes.hardener))
      return `the pair codes differ: ${pairCodes.oil} and ${pairCodes.hardener}`;
    state.batches.push({
      ...(pairCodes && { pairCodes }),
      batch,
      coat,
      components,
      mixedAtMs: e.at,
      by: e.byName,
      totalL: components.reduce((s, c) => s + c.litres, 0)
    });
    return null;
  }
  if (!found) return `batch ${e.data.batch} was not mixed`;
  if (e.type === 'batch.poured') found.pouredAtMs ??= e.at;
  else if (e.type === 'batch.stirred') found.stirredAtMs ??= e.at;
  else Object.assign(found, { emptiedAtMs: e.at, leftL: e.data.leftL });
  return null;
}

/** Sees whether the litres of a closed coat add up with those of its batches; a coat without any is taken at its word. */
function reckonUp(state: WorkState, number: number | undefined): void {
  const coat = state.coats.find((c) => c.coat === number);
  const batches = state.batches.filter((b) => b.coat === number);
  if (coat?.usedL === undefined || batches.length === 0) return;
  const sum = (of: (b: BatchState) => number) => batches.reduce((s, b) => s + of(b), 0);
  coat.doesNotAddUp = !addsUp({ heldL: sum((b) => b.totalL), leftL: sum((b) => b.leftL ?? 0), usedL: coat.usedL });
}

type SurveyEvent = Extract<WorkEvent, { type: 'finding.noted' | 'test.made' | 'moisture.read' | 'photo.added' }>;

const isSurvey = (e: WorkEvent): e is SurveyEvent =>
  e.type === 'finding.noted' || e.type === 'test.made' || e.type === 'moisture.read' || e.type === 'photo.added';

function takeSurvey(survey: Survey, e: SurveyEvent): string | null {
  const from = { atMs: e.at, by: e.byName, id: e.id };
  switch (e.type) {
    case 'finding.noted': {
      const { finding, present, note } = e.data;
      survey.findings.set(finding, { ...from, present, ...(note && { note }) });
      return null;
    }
    case 'test.made': {
      const { test, result, minutes } = e.data;
      if (!testTable.find((t) => t.id === test)?.results.some((r) => r.id === result))
        return `“${result}” is no result of the test “${test}”`;
      survey.tests.push({ ...from, test, result, ...(minutes !== undefined && { minutes }) });
      return null;
    }
    case 'moisture.read': {
      const { percent, spot } = e.data;
      survey.moisture.push({ ...from, percent, ...(spot && { spot }) });
      return null;
    }
    case 'photo.added': {
      const { photo, stage, face, finding, caption, sample } = e.data;
      survey.photos.push({
        ...from,
        photo,
        stage,
        ...(face && { face }),
        ...(finding && { finding }),
        ...(sample && { sample }),
        ...(caption && { caption })
      });
      return null;
    }
  }
}

type PrepEvent = Extract<WorkEvent, { type: 'prep.done' | 'gate.checked' }>;

/** A failed gate takes the step back: it is done again, and all its gates are checked anew. */
function takePrep(log: Map<string, StepRecord>, e: PrepEvent): string | null {
  const { step, unit } = e.data;
  const record = madeAt(log, stepKey(step, unit), noRecord);
  if (e.type === 'prep.done') {
    if (record.doneAtMs !== undefined) return `the step ${step}${unit ? ` on ${unit}` : ''} was done already`;
    Object.assign(record, { doneAtMs: e.at, by: e.byName });
    record.gates.clear();
    return null;
  }
  const { gate, passed, note } = e.data;
  if (record.doneAtMs === undefined) return `the step ${step} was not done when its gate was checked`;
  const check = { passed, atMs: e.at, by: e.byName, ...(note && { note }), id: e.id };
  if (passed) {
    record.gates.set(gate, check);
    return null;
  }
  record.failures.push({ gate, atMs: e.at, by: e.byName, ...(note && { note }) });
  delete record.doneAtMs;
  record.gates.clear();
  return null;
}

export const packedKey = (visit: number, item: string): string => `${visit} ${item}`;

/** Rags out and not yet made safe. */
export const ragsUnaccounted = (state: Pick<WorkState, 'ragsOut' | 'ragsSafe'>): number =>
  Math.max(0, state.ragsOut - state.ragsSafe);

/** "1 rag is not made safe": why a day stays open. */
export const ragsNotSafe = (count: number): string =>
  `${countedRags(count)} ${count === 1 ? 'is' : 'are'} not made safe`;

export const openBays = (state: WorkState): (BayState & { coat: number })[] =>
  state.coats.flatMap((c) => c.bays.filter((b) => b.wipedAtMs === undefined).map((b) => ({ ...b, coat: c.coat })));

export type JobStage = 'planning' | 'booked' | 'working' | 'drying' | 'in care';

/** Where a job stands, from its document's start and its work. */
export function jobStage(state: WorkState, booked: boolean, coatsWanted: number): JobStage {
  if (state.handedOverAtMs !== undefined) return 'in care';
  if (state.coats.length === 0) return booked ? 'booked' : 'planning';
  const closed = state.coats.filter((c) => c.closedAtMs !== undefined).length;
  return closed >= Math.max(coatsWanted, 1) ? 'drying' : 'working';
}
