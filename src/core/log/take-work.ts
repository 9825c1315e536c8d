import { FIRST_PART } from '../document';
import { addsUp, samePairCode } from '../mix';
import type { WorkEvent } from './schema';
import type { BatchState, CoatState, WorkState } from './work-state';

/** What happens to a coat and its bays. */
export type CoatEvent = Extract<
  WorkEvent,
  {
    type: 'coat.opened' | 'coat.closed' | 'bay.spread' | 'bay.wiped' | 'tack.felt' | 'coat.judged' | 'coat.remedied';
  }
>;

/** A coat of a part. */
export type CoatRef = Pick<CoatState, 'part' | 'coat'>;
const isCoat =
  ({ part, coat }: CoatRef) =>
  (c: CoatRef) =>
    c.part === part && c.coat === coat;

/** Takes an event of a coat into the state; gives the reason when it can not take effect. */
export function takeCoat(state: WorkState, e: CoatEvent): string | null {
  const { part = FIRST_PART } = e.data;
  const found = state.coats.find(isCoat({ part, coat: e.data.coat }));
  if (e.type === 'coat.opened' || e.type === 'bay.spread') {
    const coat = found ?? {
      part,
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
      batch: e.data.batch,
      ...(e.data.on && { on: e.data.on })
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

/** What happens to a batch. */
export type BatchEvent = Extract<
  WorkEvent,
  { type: 'batch.mixed' | 'batch.poured' | 'batch.stirred' | 'batch.emptied' }
>;

/** Takes an event of a batch into the state; gives the reason when it can not take effect. */
export function takeBatch(state: WorkState, e: BatchEvent): string | null {
  const found = state.batches.find((b) => b.batch === e.data.batch);
  if (e.type === 'batch.mixed') {
    if (found) return `batch ${e.data.batch} was mixed already`;
    const { batch, part = FIRST_PART, coat, components, pairCodes } = e.data;
    state.batchesMixed++;
    if (pairCodes && !samePairCode(pairCodes.oil, pairCodes.hardener))
      return `the pair codes differ: ${pairCodes.oil} and ${pairCodes.hardener}`;
    state.batches.push({
      ...(pairCodes && { pairCodes }),
      batch,
      part,
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
export function reckonUp(state: WorkState, of: CoatRef | undefined): void {
  if (!of) return;
  const coat = state.coats.find(isCoat(of));
  const batches = state.batches.filter(isCoat(of));
  if (coat?.usedL === undefined || batches.length === 0) return;
  const sum = (of: (b: BatchState) => number) => batches.reduce((s, b) => s + of(b), 0);
  coat.doesNotAddUp = !addsUp({ heldL: sum((b) => b.totalL), leftL: sum((b) => b.leftL ?? 0), usedL: coat.usedL });
}
