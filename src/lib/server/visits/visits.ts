import { and, asc, eq, gte, lt, sql } from 'drizzle-orm';
import type { BookedVisit, PlannedVisit } from '../../../core/crew';
import { prepStepName } from '../../../core/prep';
import { lowerFirst } from '../../../words/upper-first';
import type { Db, Tx } from '../db/connect';
import { job, visit } from '../db/schema';

export type VisitRow = typeof visit.$inferSelect;

/** What a visit is for, as calendars show it. */
function whatOf(v: PlannedVisit, name: string | undefined): string {
  const what = v.ready
    ? `getting ready: ${v.ready.map((id) => lowerFirst(prepStepName(id).replace(', edges and corners too', ''))).join(', ')}`
    : `${v.abrade ? 'abrade, ' : ''}coat${v.coats.length > 1 ? 's' : ''} ${v.coats.join(' and ')}`;
  return `${name ? `${name}: ` : ''}${what}`;
}

/** Whose visits: those of one part of a job. */
export interface PartRef {
  jobId: string;
  part: string;
  /** What the part is called, where the job has several. */
  name?: string;
}

/**
 * Books the visits of a part from now on: one after another they take the numbers the part had, so that one of a number is the
 * same visit moved, then numbers the job has not used; those no longer wanted are cancelled, visits that have passed stay.
 * What did not change keeps its sequence number.
 */
export async function bookVisits(
  tx: Tx,
  crewId: string,
  { jobId, part, name }: PartRef,
  visits: readonly PlannedVisit[],
  nowMs: number
): Promise<void> {
  const kept = await tx.select().from(visit).where(eq(visit.jobId, jobId)).orderBy(asc(visit.number)).for('update');
  const mine = kept.filter((v) => v.part === part);
  const passed = mine.filter((v) => !v.cancelled && v.toAt.getTime() <= nowMs).at(-1)?.number ?? 0;
  const ahead = mine.filter((v) => v.number > passed);
  let unused = (kept.at(-1)?.number ?? 0) + 1;
  const changedAt = new Date(nowMs);
  for (const [i, v] of visits.entries()) {
    const before = ahead[i];
    const row = {
      fromAt: new Date(Math.round(v.fromMs)),
      toAt: new Date(Math.round(v.toMs)),
      what: whatOf(v, name).slice(0, 200)
    };
    const same =
      before &&
      !before.cancelled &&
      before.fromAt.getTime() === row.fromAt.getTime() &&
      before.toAt.getTime() === row.toAt.getTime() &&
      before.what === row.what;
    if (same) continue;
    if (before)
      await tx
        .update(visit)
        .set({ ...row, cancelled: false, sequence: before.sequence + 1, changedAt })
        .where(and(eq(visit.jobId, jobId), eq(visit.number, before.number)));
    else
      await tx
        .insert(visit)
        .values({ jobId, number: unused++, part, crewId, ...row, sequence: 0, cancelled: false, changedAt });
  }
  for (const k of ahead.slice(visits.length))
    if (!k.cancelled)
      await tx
        .update(visit)
        .set({ cancelled: true, sequence: k.sequence + 1, changedAt })
        .where(and(eq(visit.jobId, jobId), eq(visit.number, k.number)));
}

/** Calls off what is booked of a part from now on. */
export const cancelVisits = (tx: Tx, crewId: string, of: PartRef, nowMs: number): Promise<void> =>
  bookVisits(tx, crewId, of, [], nowMs);

/** A visit with the job it is of. */
export interface VisitOfJob extends VisitRow {
  title: string;
  place: string;
  clientName: string;
}

/** The visits of a crew that begin within a span, cancelled ones too, in order of time. */
export async function visitsBetween(db: Db, crewId: string, fromMs: number, toMs: number): Promise<VisitOfJob[]> {
  const rows = await db
    .select({ row: visit, title: job.title, place: job.place, clientName: job.clientName })
    .from(visit)
    .innerJoin(job, eq(job.id, visit.jobId))
    .where(and(eq(visit.crewId, crewId), gte(visit.fromAt, new Date(fromMs)), lt(visit.fromAt, new Date(toMs))))
    .orderBy(asc(visit.fromAt));
  return rows.map(({ row, ...of }) => ({ ...row, ...of }));
}

/** How many people a job takes, as its document says. */
const people = sql<number>`CAST(JSON_VALUE(${job.document}, '$.crew.people') AS UNSIGNED)`;

/** What is booked of a crew within a span and not called off, with how many people each takes. */
export async function bookedVisits(db: Db, crewId: string, fromMs: number, toMs: number): Promise<BookedVisit[]> {
  const rows = await db
    .select({ jobId: visit.jobId, part: visit.part, title: job.title, fromAt: visit.fromAt, toAt: visit.toAt, people })
    .from(visit)
    .innerJoin(job, eq(job.id, visit.jobId))
    .where(
      and(
        eq(visit.crewId, crewId),
        eq(visit.cancelled, false),
        gte(visit.fromAt, new Date(fromMs)),
        lt(visit.fromAt, new Date(toMs))
      )
    )
    .orderBy(asc(visit.fromAt));
  return rows.map(({ fromAt, toAt, ...of }) => ({
    ...of,
    people: Number(of.people) || 1,
    fromMs: fromAt.getTime(),
    toMs: toAt.getTime()
  }));
}
