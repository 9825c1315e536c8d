import type { JobLine } from '$lib/server/overview/rail';
import type { SequenceContext, SequenceOutcome } from '$core/window';
import type { Stretch } from '$core/calendar';

/** A stretch between two coats in which the crew could work elsewhere, and for how long. */
export interface Gap extends Stretch {
  afterCoat: number;
  workMs: number;
  /** Parts of other jobs that have open hours in it, as far as the rail reaches; several of one job each on its own. */
  others: { id: string; part: string; title: string; fromMs: number; openMs: number }[];
}

const WORTH_MS = 2 * 3_600_000;

const overlap = (a: Stretch, b: Stretch): number =>
  Math.max(0, Math.min(a.toMs, b.toMs) - Math.max(a.fromMs, b.fromMs));

/** The gaps between the coats of a start with two working hours or more in them. */
export function dryingGaps(
  outcome: SequenceOutcome,
  { work }: Pick<SequenceContext, 'work'>,
  lines: readonly Pick<JobLine, 'id' | 'part' | 'title' | 'runs'>[],
  jobId: string
): Gap[] {
  return outcome.coats.slice(1).flatMap((next, i): Gap[] => {
    const below = outcome.coats[i]!;
    const gap = { fromMs: below.laidToMs, toMs: next.laidFromMs };
    let workMs = 0;
    work.from.forEach((fromMs, h) => (workMs += work.to[h] ? overlap(gap, { fromMs, toMs: work.to[h] }) : 0));
    if (workMs < WORTH_MS) return [];
    const others = lines
      .filter((l) => l.id !== jobId)
      .flatMap((l) => {
        const open = l.runs.filter((r) => r.rule === null && overlap(gap, r) > 0);
        const openMs = open.reduce((s, r) => s + overlap(gap, r), 0);
        return openMs >= WORTH_MS
          ? [{ id: l.id, part: l.part, title: l.title, fromMs: Math.max(gap.fromMs, open[0]!.fromMs), openMs }]
          : [];
      });
    return [{ ...gap, afterCoat: below.number, workMs, others }];
  });
}
