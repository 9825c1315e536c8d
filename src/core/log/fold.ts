import { madeAt } from '../keyed';
import { emptySurvey } from '../survey';
import { countedRags } from '../units';
import type { WorkEvent } from './schema';
import { isSurvey, takePrep, takeSurvey } from './take-survey';
import { reckonUp, takeBatch, takeCoat } from './take-work';
import { emptyState, packedKey, ragsUnaccounted, type WorkState } from './work-state';

/** The one order of events, whatever way they came: by instant, then by id. */
export const eventOrder = (a: Pick<WorkEvent, 'at' | 'id'>, b: Pick<WorkEvent, 'at' | 'id'>): number =>
  a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

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
