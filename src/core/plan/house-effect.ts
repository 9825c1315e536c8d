import type { SiteClimate } from '../climate';
import type { PartJob } from '../document';
import type { Knowledge } from '../knowledge';
import { bestStarts, plan } from './plan';

/** What a job comes to under some rules. */
export interface HouseFigures {
  haveL: number;
  costCents: number;
  personHours: number;
  rags: number;
  batches: number;
  visits: number | null;
  finishMs: number | null;
}

/** The figures of a job as a house's rules make them. */
export function houseFigures(
  job: PartJob,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number
): HouseFigures {
  const p = plan(job, null, knowledge, nowMs);
  const best = climate ? bestStarts(job, climate, knowledge, nowMs).find((s) => s.ok) : undefined;
  return {
    haveL: p.load?.needL ?? 0,
    costCents: p.load?.costCents ?? 0,
    personHours: p.coats.reduce((s, c) => s + c.personHours, 0),
    rags: p.load?.rags ?? 0,
    batches: p.load?.batches.reduce((s, b) => s + b.count, 0) ?? 0,
    visits: best?.visits ?? null,
    finishMs: best?.finishMs ?? null
  };
}

/** Whether a change of rules changes anything on a job. */
export const sameFigures = (a: HouseFigures, b: HouseFigures): boolean =>
  Math.abs(a.haveL - b.haveL) < 0.005 &&
  a.costCents === b.costCents &&
  Math.abs(a.personHours - b.personHours) < 0.05 &&
  a.rags === b.rags &&
  a.batches === b.batches &&
  a.visits === b.visits &&
  Math.abs((a.finishMs ?? 0) - (b.finishMs ?? 0)) < 60_000;
