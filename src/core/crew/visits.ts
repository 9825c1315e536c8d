import { HOUR_MS } from '../units';
import type { SequenceOutcome } from '../window';

/** One booked visit: a stretch of work on site, and the coats that are laid in it. */
export interface PlannedVisit {
  fromMs: number;
  toMs: number;
  coats: number[];
  abrade: boolean;
  /** What is got ready in it, by the ids of the steps; none of a visit for coats. */
  ready?: string[];
}

/** The visits a sequence takes, in order: a break of more than an hour begins another, on the same day too (handbook 9). */
export function visitsOf(outcome: SequenceOutcome): PlannedVisit[] {
  const out: PlannedVisit[] = [];
  for (const c of outcome.coats)
    for (const { fromMs, toMs } of c.sittings) {
      const last = out[out.length - 1];
      if (!last || fromMs - last.toMs > HOUR_MS) {
        out.push({ fromMs, toMs, coats: [c.number], abrade: c.abradeFirst });
        continue;
      }
      last.toMs = toMs;
      if (!last.coats.includes(c.number)) last.coats.push(c.number);
      last.abrade ||= c.abradeFirst;
    }
  return out;
}

/** Visits of getting ready as they are booked: each step once, whatever surfaces it is done on. */
export const readyVisits = (
  visits: readonly { fromMs: number; toMs: number; steps: readonly { step: string }[] }[]
): PlannedVisit[] =>
  visits.map(({ fromMs, toMs, steps }) => ({
    fromMs,
    toMs,
    coats: [],
    abrade: false,
    ready: [...new Set(steps.map((s) => s.step))]
  }));
