import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import type { WorkEvent } from '../../../core/job';
import type { Db, Tx } from '../db/connect';
import { workEvent } from '../db/schema';

/** An event with its place in the log. */
export type LoggedEvent = WorkEvent & { seq: number };

const asEvent = (r: typeof workEvent.$inferSelect): LoggedEvent =>
  ({
    seq: r.seq,
    id: r.id,
    jobId: r.jobId,
    at: r.at.getTime(),
    type: r.type,
    data: r.data,
    device: r.device,
    by: r.byUserId,
    byName: r.byName
  }) as LoggedEvent;

/** The log of a job after a sequence number, in order of arrival. */
export async function eventsOf(db: Db | Tx, jobId: string, afterSeq = 0): Promise<LoggedEvent[]> {
  const rows = await db
    .select()
    .from(workEvent)
    .where(and(eq(workEvent.jobId, jobId), gt(workEvent.seq, afterSeq)))
    .orderBy(asc(workEvent.seq));
  return rows.map(asEvent);
}

/** The logs of several jobs at once, by job. */
export async function eventsOfJobs(db: Db, jobIds: readonly string[]): Promise<Map<string, LoggedEvent[]>> {
  const out = new Map<string, LoggedEvent[]>(jobIds.map((id) => [id, []]));
  if (jobIds.length === 0) return out;
  const rows = await db
    .select()
    .from(workEvent)
    .where(inArray(workEvent.jobId, [...jobIds]))
    .orderBy(asc(workEvent.jobId), asc(workEvent.seq));
  for (const r of rows) out.get(r.jobId)!.push(asEvent(r));
  return out;
}
