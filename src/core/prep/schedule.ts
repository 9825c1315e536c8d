import type { Stretch } from '../calendar';
import { HOUR_MS, MINUTE_MS } from '../units';
import type { PrepStep } from './steps';

/** One visit of getting ready: a stretch of work on site, and the steps that are done in it. */
export interface PrepVisit extends Stretch {
  steps: { surface: string; step: string }[];
}

/** The steps of a surface that are to be done, in order. */
export interface ToPrepare {
  surface: string;
  steps: readonly Pick<PrepStep, 'id' | 'minutes' | 'wait'>[];
}

/**
 * The visits that make surfaces ready just in time for oil: reckoned backwards from the start, all people on one step at a time,
 * each step done its shortest rest before the next of its surface, in the hours that are open. Null when the open hours do not
 * reach back far enough.
 */
export function prepSchedule(
  surfaces: readonly ToPrepare[],
  people: number,
  startMs: number,
  open: readonly Stretch[]
): PrepVisit[] | null {
  const left = surfaces.map((s) => ({ ...s, steps: [...s.steps], untilMs: startMs }));
  const pieces: (Stretch & { surface: string; step: string })[] = [];
  let crewUntilMs = startMs;
  const endOf = (s: (typeof left)[number]) =>
    Math.min(crewUntilMs, s.untilMs - (s.steps.at(-1)!.wait?.minMinutes ?? 0) * MINUTE_MS);
  for (;;) {
    const waiting = left.filter((s) => s.steps.length > 0);
    if (waiting.length === 0) break;
    // The one whose last step may end latest goes last.
    const next = waiting.reduce((a, b) => (endOf(b) > endOf(a) ? b : a));
    const step = next.steps.pop()!;
    const toMs = Math.min(crewUntilMs, next.untilMs - (step.wait?.minMinutes ?? 0) * MINUTE_MS);
    const worked = backwards(open, toMs, (step.minutes / Math.max(1, people)) * MINUTE_MS);
    if (!worked) return null;
    for (const w of worked) pieces.push({ ...w, surface: next.surface, step: step.id });
    crewUntilMs = next.untilMs = worked.at(-1)!.fromMs;
  }
  return visits(pieces);
}

/** So much work before an instant, in open hours, the latest stretch first; null when there are not enough of them. */
function backwards(open: readonly Stretch[], beforeMs: number, workMs: number): Stretch[] | null {
  const out: Stretch[] = [];
  let left = Math.max(workMs, MINUTE_MS);
  for (let i = open.length - 1; i >= 0; i--) {
    const toMs = Math.min(open[i]!.toMs, beforeMs);
    const fromMs = Math.max(open[i]!.fromMs, toMs - left);
    if (toMs <= fromMs) continue;
    out.push({ fromMs, toMs });
    left -= toMs - fromMs;
    if (left <= 1) return out;
  }
  return null;
}

/** Stretches of work as visits, in order: a break of more than an hour begins another (handbook 9). */
function visits(pieces: readonly (Stretch & { surface: string; step: string })[]): PrepVisit[] {
  const out: PrepVisit[] = [];
  for (const { fromMs, toMs, surface, step } of [...pieces].sort((a, b) => a.fromMs - b.fromMs)) {
    const last = out.at(-1);
    const same = last && fromMs - last.toMs <= HOUR_MS ? last : null;
    if (!same) {
      out.push({ fromMs, toMs, steps: [{ surface, step }] });
      continue;
    }
    same.toMs = Math.max(same.toMs, toMs);
    if (!same.steps.some((s) => s.surface === surface && s.step === step)) same.steps.push({ surface, step });
  }
  return out;
}
