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
  if (view.parts.some((p) => p.state.coats.length > 0 && !p.climate)) return;
  // Each part knows the tests of the others too.
  const tests = view.parts[0].knowledge.drying.filter((t) => t.jobId === jobId);
  await keepTackTests(db, crewId, jobId, tests);
}
