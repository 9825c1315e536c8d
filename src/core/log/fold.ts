import { eventRow, type EventRow } from './event-rows';
import type { EventType, WorkEvent } from './schema';
import { reckonUp } from './take-work';
import { emptyState, type WorkState } from './work-state';

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

function apply(state: WorkState, e: WorkEvent): void {
  const row = eventRow(e.type) as EventRow<EventType>;
  state.count++;
  if (row.works) state.lastAtMs = Math.max(state.lastAtMs, e.at);
  if (state.undone.has(e.id)) return;
  const reason = row.take(state, e);
  if (row.reckons) reckonUp(state, row.reckons(state, e));
  if (reason) state.setAside.push({ id: e.id, reason });
}
