import { prepVisits } from '../../../core/job';
import { jobAtHouse } from '../../../core/document';
import { memberContexts, sequenceContext } from '../../../core/window';
import { rankStart, simulateStart } from '../../../core/window';
import { writeWeather } from '../../../formats/weather-text';
import { partName } from '../../../words/part-words';
import type { Db } from '../db/connect';
import { commitPlan } from '../jobs/commitments';
import { type JobRow } from '../jobs/reading';
import { readOutlook } from './outlook';
import type { Desk } from '../weather/desk';

export type CommitOutcome = { ok: true; holds: number; members: number } | { ok: false; problem: string };

/**
 * Commits a crew to begin the next coat of a part at a start: the plan, in how many forecasts it holds and the forecast
 * itself are kept, and its visits booked.
 */
export async function commitStart(
  db: Db,
  crewId: string,
  job: Pick<JobRow, 'id' | 'rowVersion' | 'document'>,
  part: string,
  startMs: number,
  by: string,
  nowMs: number,
  desk: Desk
): Promise<CommitOutcome> {
  const { view, outlook } = await readOutlook(db, crewId, job, nowMs, desk, startMs);
  const seen = view.parts.find((p) => p.job.part === part);
  if (!seen) return { ok: false, problem: `There is no part “${part}” in this job.` };
  const { plan, climate, knowledge, live } = seen;
  if (!plan.load || !climate || plan.hours.length === 0)
    return { ok: false, problem: 'Measure a surface and choose a product first; hours need weather.' };
  const house = jobAtHouse(seen.job, knowledge.house);
  const ctx = sequenceContext(house, climate, plan.coats, knowledge, nowMs, { onWood: live.coats.at(-1) });
  const judgedBy = outlook(seen);
  const { holds, members } = rankStart(memberContexts(judgedBy), startMs);
  await commitPlan(
    db,
    { ...job, part, ...(view.parts.length > 1 && { name: partName(job.document, part) }) },
    crewId,
    {
      plan: { coats: plan.coats, load: plan.load, chosen: simulateStart(ctx, startMs) },
      startMs,
      ready: prepVisits(view, part, startMs).visits,
      holds,
      members,
      forecast: judgedBy.members && writeWeather(judgedBy.members)
    },
    by,
    nowMs
  );
  return { ok: true, holds, members };
}
