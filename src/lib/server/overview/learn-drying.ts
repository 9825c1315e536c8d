import type { Db } from '../db/connect';
import { findJob } from '../jobs/reading';
import { keepTackTests } from '../learning/tack-tests';
import { readOutlook } from './outlook';
import type { Desk } from '../weather/desk';

/** Reads a job's tack tests against the air it dried in, and keeps what they teach. Without weather nothing is learned. */
export async function learnDrying(db: Db, crewId: string, jobId: string, nowMs: number, desk: Desk): Promise<void> {
  const job = await findJob(db, crewId, jobId);
  if (!job) return;
  const { view } = await readOutlook(db, crewId, job, nowMs, desk);
  if (!view.climate) return;
  await keepTackTests(
    db,
    crewId,
    jobId,
    view.knowledge.drying.filter((t) => t.jobId === jobId)
  );
}
