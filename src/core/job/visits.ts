import { localDate, type SequenceOutcome } from '../window';

/** One booked visit: a stretch of a day, and the coats that are laid in it. */
export interface PlannedVisit {
  fromMs: number;
  toMs: number;
  coats: number[];
  abrade: boolean;
}

/** The visits a sequence takes, in order: everything laid on one local day is one visit. */
export function visitsOf(outcome: SequenceOutcome, timeZone: string): PlannedVisit[] {
  const days = new Map<string, PlannedVisit>();
  for (const c of outcome.coats)
    for (const r of c.rounds) {
      const day = localDate(r.fromMs, timeZone);
      const v = days.get(day) ?? { fromMs: r.fromMs, toMs: r.toMs, coats: [], abrade: false };
      days.set(day, {
        fromMs: Math.min(v.fromMs, r.fromMs),
        toMs: Math.max(v.toMs, r.toMs),
        coats: v.coats.includes(c.number) ? v.coats : [...v.coats, c.number],
        abrade: v.abrade || c.abradeFirst
      });
    }
  return [...days.values()].sort((a, b) => a.fromMs - b.fromMs);
}
