import { and, asc, desc, eq, inArray, isNotNull, lt, lte, or, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/mysql-core';
import { v7 as uuidv7 } from 'uuid';
import { defaultHouseRules } from '../../../core/house';
import {
  careDueAt,
  coatCount,
  fold,
  jobStage,
  sampleProblems,
  servedAt,
  visitsOf,
  type JobDocument,
  type JobStage,
  type Plan,
  type Problem,
  type WorkState
} from '../../../core/job';
import type { Db, Tx } from '../db/connect';
import { committedPlan, job } from '../db/schema';
import { transact } from '../db/transact';
import { learnFrom } from '../learning/finished';
import { bookVisits, cancelVisits } from '../visits/visits';
import { eventsOf } from '../work-log/log';

export interface JobRow {
  id: string;
  document: JobDocument;
  stage: JobStage;
  rowVersion: number;
  eventSeq: number;
  changedBy: string;
  updatedAt: Date;
  servedAt: Date | null;
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
  updatedAt: r.updatedAt,
  servedAt: r.servedAt
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

/** What tells one state of a job from another, without its document. */
export type JobHead = Pick<JobRow, 'id' | 'stage' | 'rowVersion' | 'eventSeq'>;

/** Stages of jobs, and how many of them at most: the last changed ones. */
interface StageGroup {
  stages: readonly JobStage[];
  most: number;
}

/** Heads of a crew's jobs in some stages, last changed first; with a second group both in one question, in no order. */
export async function headsInStages(
  db: Db,
  crewId: string,
  group: StageGroup,
  beside?: StageGroup
): Promise<JobHead[]> {
  const heads = ({ stages, most }: StageGroup) =>
    db
      .select({ id: job.id, stage: job.stage, rowVersion: job.rowVersion, eventSeq: job.eventSeq })
      .from(job)
      .where(and(eq(job.crewId, crewId), inArray(job.stage, [...stages])))
      .orderBy(desc(job.updatedAt))
      .limit(most);
  return beside ? unionAll(heads(group), heads(beside)) : heads(group);
}

/** Jobs of a crew by their ids, in no order. */
export async function findJobs(db: Db, crewId: string, ids: readonly string[]): Promise<JobRow[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(job)
    .where(and(eq(job.crewId, crewId), inArray(job.id, [...ids])));
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

/** The end of a page of jobs: the next page goes on after it. */
export interface ListCursor {
  updatedAt: Date;
  id: string;
}

/**
 * A page of a crew's jobs without their documents, last changed first; `find` looks in title, client and place. A page goes
 * on after a cursor, so that a far one costs as much as the first.
 */
export async function listJobs(
  db: Db,
  crewId: string,
  page: { after?: ListCursor; limit: number; find?: string }
): Promise<JobListItem[]> {
  const like = `%${(page.find ?? '').replace(/[\\%_]/g, '\\$&')}%`;
  const { after } = page;
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
        after && lte(job.updatedAt, after.updatedAt),
        after && or(lt(job.updatedAt, after.updatedAt), lt(job.id, after.id)),
        page.find ? sql`CONCAT_WS(' ', ${job.title}, ${job.clientName}, ${job.place}) LIKE ${like}` : undefined
      )
    )
    .orderBy(desc(job.updatedAt), desc(job.id))
    .limit(page.limit);
}

export type SaveJobOutcome =
  | { ok: true; rowVersion: number }
  | { ok: false; reason: 'gone' }
  | { ok: false; reason: 'locked'; problems: Problem[] }
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
  return transact(db, async (tx) => {
    const current = await lockJob(tx, crewId, id);
    if (!current) return { ok: false as const, reason: 'gone' as const };
    if (current.rowVersion !== expected)
      return {
        ok: false as const,
        reason: 'changed' as const,
        by: current.changedBy,
        current
      };
    const state = fold(await eventsOf(tx, id));
    const locked = newProblems(sampleProblems(current.document, state), sampleProblems(document, state));
    if (locked.length) return { ok: false as const, reason: 'locked' as const, problems: locked };
    await learnFrom(tx, crewId, id, document, state);
    const stands = standing(document, state);
    if (current.document.startAt && !document.startAt) await cancelVisits(tx, crewId, id, nowMs);
    await tx
      .update(job)
      .set({
        ...facts(document),
        ...stands,
        document,
        rowVersion: expected + 1,
        changedBy: by,
        updatedAt: new Date(nowMs)
      })
      .where(eq(job.id, id));
    return { ok: true as const, rowVersion: expected + 1 };
  });
}

const newProblems = (before: readonly Problem[], after: readonly Problem[]): Problem[] =>
  after.filter((p) => !before.some((b) => b.problem === p.problem));

/** Where a job stands and when it is due, from its document and its log: what the lists and Today are read by. */
export function standing(document: JobDocument, state: WorkState) {
  const date = (ms: number | null) => (ms === null ? null : new Date(Math.round(ms)));
  return {
    stage: jobStage(state, Boolean(document.startAt), coatCount(document)),
    dueAt: date(careDueAt(document, state, defaultHouseRules)),
    servedAt: date(servedAt(state))
  };
}

/** Jobs in care, soonest due first: up to `dueBy`, a page at a time. */
export async function jobsInCare(
  db: Db,
  crewId: string,
  page: { dueBy?: Date; offset: number; limit: number }
): Promise<JobRow[]> {
  const rows = await db
    .select()
    .from(job)
    .where(and(eq(job.crewId, crewId), page.dueBy ? lt(job.dueAt, page.dueBy) : isNotNull(job.dueAt)))
    .orderBy(asc(job.dueAt))
    .limit(page.limit)
    .offset(page.offset);
  return rows.map(asRow);
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
  { id: jobId, rowVersion, document }: Pick<JobRow, 'id' | 'rowVersion' | 'document'>,
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
    const visits = kept.plan.chosen ? visitsOf(kept.plan.chosen, document.site.timeZone) : [];
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
