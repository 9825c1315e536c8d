import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { coatCount, fold, jobStage, type JobDocument, type JobStage, type Plan } from '../../../core/job';
import type { Db, Tx } from '../db/connect';
import { committedPlan, job } from '../db/schema';
import { eventsOf } from '../work-log/events';

export interface JobRow {
  id: string;
  document: JobDocument;
  stage: JobStage;
  rowVersion: number;
  eventSeq: number;
  changedBy: string;
  updatedAt: Date;
}

const facts = (d: JobDocument) => ({
  title: d.title,
  clientName: d.client.name,
  place: d.site.place
});
const asRow = (r: typeof job.$inferSelect): JobRow => ({
  id: r.id,
  document: r.document,
  stage: r.stage,
  rowVersion: r.rowVersion,
  eventSeq: r.eventSeq,
  changedBy: r.changedBy,
  updatedAt: r.updatedAt
});

/** Makes a job; gives its id. */
export async function createJob(
  db: Db,
  crewId: string,
  document: JobDocument,
  by: string,
  nowMs: number
): Promise<string> {
  const id = uuidv7();
  const stage = document.startAt ? 'booked' : 'planning';
  const [createdAt, updatedAt] = [new Date(nowMs), new Date(nowMs)];
  await db.insert(job).values({
    id,
    crewId,
    ...facts(document),
    stage,
    document,
    rowVersion: 1,
    changedBy: by,
    createdAt,
    updatedAt
  });
  return id;
}

/** A job of this crew, or null. */
export async function findJob(db: Db, crewId: string, id: string): Promise<JobRow | null> {
  const [r] = await db
    .select()
    .from(job)
    .where(and(eq(job.id, id), eq(job.crewId, crewId)));
  return r ? asRow(r) : null;
}

/** Jobs of a crew in some stages, last changed first. */
export async function jobsInStages(
  db: Db,
  crewId: string,
  stages: readonly JobStage[],
  limit: number
): Promise<JobRow[]> {
  const rows = await db
    .select()
    .from(job)
    .where(and(eq(job.crewId, crewId), inArray(job.stage, [...stages])))
    .orderBy(desc(job.updatedAt))
    .limit(limit);
  return rows.map(asRow);
}

export interface JobListItem {
  id: string;
  title: string;
  clientName: string;
  place: string;
  stage: JobStage;
  updatedAt: Date;
}

/** A page of a crew's jobs without their documents, last changed first; `find` looks in title, client and place. */
export async function listJobs(
  db: Db,
  crewId: string,
  page: { offset: number; limit: number; find?: string }
): Promise<JobListItem[]> {
  const like = `%${(page.find ?? '').replace(/[\\%_]/g, '\\$&')}%`;
  return db
    .select({
      id: job.id,
      title: job.title,
      clientName: job.clientName,
      place: job.place,
      stage: job.stage,
      updatedAt: job.updatedAt
    })
    .from(job)
    .where(
      and(
        eq(job.crewId, crewId),
        page.find ? sql`CONCAT_WS(' ', ${job.title}, ${job.clientName}, ${job.place}) LIKE ${like}` : undefined
      )
    )
    .orderBy(desc(job.updatedAt))
    .limit(page.limit)
    .offset(page.offset);
}

export type SaveJobOutcome =
  | { ok: true; rowVersion: number }
  | { ok: false; reason: 'gone' }
  | { ok: false; reason: 'changed'; by: string; current: JobRow };

/** Saves a job's document over the version it was read at. If somebody saved in between, nothing is written and theirs is given back. */
export function saveJob(
  db: Db,
  crewId: string,
  id: string,
  document: JobDocument,
  expected: number,
  by: string,
  nowMs: number
): Promise<SaveJobOutcome> {
  return db.transaction(async (tx) => {
    const current = await lockJob(tx, crewId, id);
    if (!current) return { ok: false as const, reason: 'gone' as const };
    if (current.rowVersion !== expected)
      return {
        ok: false as const,
        reason: 'changed' as const,
        by: current.changedBy,
        current
      };
    const stage = jobStage(fold(await eventsOf(tx, id)), Boolean(document.startAt), coatCount(document));
    await tx
      .update(job)
      .set({
        ...facts(document),
        stage,
        document,
        rowVersion: expected + 1,
        changedBy: by,
        updatedAt: new Date(nowMs)
      })
      .where(eq(job.id, id));
    return { ok: true as const, rowVersion: expected + 1 };
  });
}

/** Reads a job for change: other writers of this job wait until the transaction ends. */
export async function lockJob(tx: Tx, crewId: string, id: string): Promise<JobRow | null> {
  const [r] = await tx
    .select()
    .from(job)
    .where(and(eq(job.id, id), eq(job.crewId, crewId)))
    .for('update');
  return r ? asRow(r) : null;
}

/** Keeps the plan the crew committed to. */
export const commitPlan = (db: Db, jobId: string, rowVersion: number, plan: Plan, by: string, nowMs: number) =>
  db.insert(committedPlan).values({
    id: uuidv7(),
    jobId,
    rowVersion,
    plan: { coats: plan.coats, load: plan.load, chosen: plan.chosen },
    committedBy: by,
    committedAt: new Date(nowMs)
  });

/** The last plan committed to for a job, or null. */
export async function lastCommitted(db: Db, jobId: string) {
  const [r] = await db
    .select()
    .from(committedPlan)
    .where(eq(committedPlan.jobId, jobId))
    .orderBy(desc(committedPlan.committedAt))
    .limit(1);
  return r ?? null;
}
