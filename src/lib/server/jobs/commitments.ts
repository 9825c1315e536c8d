import { asc, desc, eq, inArray } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { visitsOf } from '../../../core/crew';
import type { Plan } from '../../../core/plan';
import type { Db } from '../db/connect';
import { committedPlan } from '../db/schema';
import { transact } from '../db/transact';
import { bookVisits } from '../visits/visits';
import type { JobRow } from './reading';

/** A plan the crew commits to: the start, in how many forecasts it holds, and the forecast it rests on. */
export interface Commitment {
  plan: Pick<Plan, 'coats' | 'load' | 'chosen'>;
  startMs: number;
  holds: number;
  members: number;
  /** The members as they were told, as one text; null indoors. */
  forecast: string | null;
}

/** Keeps the plan the crew commits to and books its visits, all or nothing. */
export const commitPlan = (
  db: Db,
  { id: jobId, rowVersion }: Pick<JobRow, 'id' | 'rowVersion'>,
  crewId: string,
  { startMs, ...kept }: Commitment,
  by: string,
  nowMs: number
): Promise<void> =>
  transact(db, async (tx) => {
    await tx.insert(committedPlan).values({
      id: uuidv7(),
      jobId,
      rowVersion,
      ...kept,
      startAt: new Date(Math.round(startMs)),
      committedBy: by,
      committedAt: new Date(nowMs)
    });
    const visits = kept.plan.chosen ? visitsOf(kept.plan.chosen) : [];
    await bookVisits(tx, crewId, jobId, visits, nowMs);
  });

/** What of a commitment is read with every page of its job. */
const commitmentHead = {
  jobId: committedPlan.jobId,
  committedAt: committedPlan.committedAt,
  committedBy: committedPlan.committedBy,
  startAt: committedPlan.startAt,
  holds: committedPlan.holds,
  members: committedPlan.members
};

/** The last plan committed to for a job, or null. */
export async function lastCommitted(db: Db, jobId: string) {
  const [r] = await db
    .select(commitmentHead)
    .from(committedPlan)
    .where(eq(committedPlan.jobId, jobId))
    .orderBy(desc(committedPlan.committedAt))
    .limit(1);
  return r ?? null;
}

export type CommitmentHead = NonNullable<Awaited<ReturnType<typeof lastCommitted>>>;

/** The last commitments of some jobs, by job. */
export async function committedOf(db: Db, ids: readonly string[]): Promise<Map<string, CommitmentHead>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select(commitmentHead)
    .from(committedPlan)
    .where(inArray(committedPlan.jobId, [...ids]))
    .orderBy(asc(committedPlan.committedAt));
  return new Map(rows.map((r) => [r.jobId, r]));
}
