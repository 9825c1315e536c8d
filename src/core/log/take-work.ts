import { addsUp, samePairCode } from '../mix';
import type { WorkEvent } from './schema';
import { batchesFor, type BatchState, type CoatRef, type CoatState, type WorkState } from './work-state';

/** What happens to a coat and its bays. */
export type CoatEvent = Extract<
  WorkEvent,
  {
    type:
      | 'coat.opened'
      | 'coat.closed'
      | 'laying.spread'
      | 'laying.wiped'
      | 'laying.stage'
      | 'tack.felt'
      | 'coat.judged'
      | 'coat.remedied';
  }
>;

const isCoat =
  ({ part, coat }: CoatRef) =>
  (c: CoatRef) =>
    c.part === part && c.coat === coat;

/** Takes an event of a coat into the state; gives the reason when it can not take effect. */
export function takeCoat(state: WorkState, e: CoatEvent): string | null {
  const { part } = e.data;
  const found = state.coats.find(isCoat({ part, coat: e.data.coat }));
  if (e.type === 'coat.opened' || e.type === 'laying.spread') {
    const coat = found ?? {
      part,
      coat: e.data.coat,
      openedAtMs: e.at,
      layings: [],
      tacks: []
    };
    if (!found) state.coats.push(coat);
    if (e.type === 'coat.opened') return found ? `coat ${e.data.coat} was open already` : null;
    if (coat.closedAtMs !== undefined) return `coat ${e.data.coat} was closed already`;
    if (coat.layings.some((b) => b.laying === e.data.laying))
      return `bay ${e.data.laying} of coat ${e.data.coat} was spread already`;
    coat.layings.push({
      laying: e.data.laying,
      spreadAtMs: e.at,
      spreadBy: e.byName,
      stages: [],
      batch: e.data.batch,
      bay: e.data.bay ?? e.data.on === undefined,
      ...(e.data.on && { on: e.data.on }),
      ...(e.data.people && { people: e.data.people })
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
  const laying = found.layings.find((b) => b.laying === e.data.laying);
  if (!laying) return `bay ${e.data.laying} of coat ${e.data.coat} was not spread`;
  if (e.type === 'laying.stage') {
    const { stage, found: rose, note } = e.data;
    laying.stages.push({
      stage,
      atMs: e.at,
      by: e.byName,
      ...(rose !== undefined && { found: rose }),
      ...(note && { note })
    });
    return null;
  }
  if (laying.wipedAtMs !== undefined) return `bay ${e.data.laying} of coat ${e.data.coat} was wiped already`;
  Object.assign(laying, { wipedAtMs: e.at, wipedBy: e.byName, ...(e.data.took && { took: e.data.took }) });
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
    const { batch, for: coats, components, pairCodes } = e.data;
    state.batchesMixed++;
    if (pairCodes && !samePairCode(pairCodes.oil, pairCodes.hardener))
      return `the pair codes differ: ${pairCodes.oil} and ${pairCodes.hardener}`;
    state.batches.push({
      ...(pairCodes && { pairCodes }),
      batch,
      for: coats,
      components,
      mixedAtMs: e.at,
      by: e.byName,
      totalL: components.reduce((s, c) => s + c.litres, 0)
    });
    return null;
  }
  if (!found) return `batch ${e.data.batch} was not mixed`;
  if (e.type === 'batch.poured') found.pouredAtMs ??= e.at;
  else if (e.type === 'batch.stirred') {
    found.stirredAtMs ??= e.at;
    found.lastStirredAtMs = e.at;
  } else {
    const { batch: _, ...said } = e.data;
    Object.assign(found, { ...said, emptiedAtMs: e.at });
  }
  return null;
}

/** The coats that a batch joins with one, directly or by another coat, and those batches. */
function joinedWith(state: WorkState, of: CoatRef): { coats: CoatRef[]; batches: BatchState[] } {
  const coats: CoatRef[] = [of];
  const batches = new Set<BatchState>();
  for (const c of coats)
    for (const b of batchesFor(state, c)) {
      if (batches.has(b)) continue;
      batches.add(b);
      coats.push(...b.for.filter((f) => !coats.some(isCoat(f))));
    }
  return { coats, batches: [...batches] };
}

/**
 * Sees whether the litres of a closed coat add up with those of its batches; a coat without any is taken at its word. Coats that
 * share a batch are reckoned up together, once all of them are closed.
 */
export function reckonUp(state: WorkState, of: CoatRef | undefined): void {
  if (!of) return;
  const joined = joinedWith(state, of);
  if (joined.batches.length === 0) return;
  const coats = joined.coats.map((c) => state.coats.find(isCoat(c)));
  if (!coats.every((c): c is CoatState & { usedL: number } => c?.usedL !== undefined)) return;
  const sum = (litresOf: (b: BatchState) => number) => joined.batches.reduce((s, b) => s + litresOf(b), 0);
  const usedL = coats.reduce((s, c) => s + c.usedL, 0);
  const doesNotAddUp = !addsUp({
    heldL: sum((b) => b.totalL),
    leftL: sum((b) => (b.leftL ?? 0) + (b.spiltL ?? 0)),
    usedL
  });
  for (const c of coats) c.doesNotAddUp = doesNotAddUp;
}
