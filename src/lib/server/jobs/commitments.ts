import { asc, inArray } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { readyVisits, visitsOf } from '../../../core/crew';
import type { PrepVisit } from '../../../core/prep';
import type { Plan } from '../../../core/plan';
import type { Db } from '../db/connect';
import { committedPlan } from '../db/schema';
import { transact } from '../db/transact';
import { bookVisits, type PartRef } from '../visits/visits';
import type { JobRow } from './reading';

/** A plan the crew commits to: the start, in how many forecasts it holds, and the forecast it rests on. */
export interface Commitment {
  plan: Pick<Plan, 'coats' | 'load' | 'chosen'>;
  /** The visits of getting ready before it. */
  ready: readonly PrepVisit[];
  startMs: number;
  holds: number;
  members: number;
  /** The members as they were told, as one text; null indoors. */
  forecast: string | null;
}

/** Keeps the plan the crew commits to and books its visits, all or nothing. */
export const commitPlan = (
  db: Db,
  { id: jobId, part, name, rowVersion }: Pick<JobRow, 'id' | 'rowVersion'> & Omit<PartRef, 'jobId'>,
  crewId: string,
  { startMs, ready, ...kept }: Commitment,
  by: string,
  nowMs: number
): Promise<void> =>
  transact(db, async (tx) => {
    await tx.insert(committedPlan).values({
      id: uuidv7(),
      jobId,
      part,
      rowVersion,
      ...kept,
      startAt: new Date(Math.round(startMs)),
      committedBy: by,
      committedAt: new Date(nowMs)
    });
    const visits = kept.plan.chosen ? [...readyVisits(ready), ...visitsOf(kept.plan.chosen)] : [];
    await bookVisits(tx, crewId, { jobId, part, ...(name && { name }) }, visits, nowMs);
  });

/** What of a commitment is read with every page of its job. */
const commitmentHead = {
  jobId: committedPlan.jobId,
  part: committedPlan.part,
  committedAt: committedPlan.committedAt,
  committedBy: committedPlan.committedBy,
  startAt: committedPlan.startAt,
  holds: committedPlan.holds,
  members: committedPlan.members
};

const headsOf = (db: Db, ids: readonly string[]) =>
  db
    .select(commitmentHead)
    .from(committedPlan)
    .where(inArray(committedPlan.jobId, [...ids]))
    .orderBy(asc(committedPlan.committedAt));

export type CommitmentHead = Awaited<ReturnType<typeof headsOf>>[number];

/** The last plan committed to for each part of a job that has one, by part. */
export type Committed = ReadonlyMap<string, CommitmentHead>;

/** The last commitments of some jobs, by job and part. */
export async function committedOf(db: Db, ids: readonly string[]): Promise<Map<string, Committed>> {
  if (ids.length === 0) return new Map();
  const out = new Map<string, Map<string, CommitmentHead>>();
  for (const head of await headsOf(db, ids))
    out.set(head.jobId, (out.get(head.jobId) ?? new Map<string, CommitmentHead>()).set(head.part, head));
  return out;
}
