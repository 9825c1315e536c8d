import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import type { WorkEvent } from '../../../core/log';
import { liftEvent } from '../../../formats/lift-event';
import { checkEvent } from '../../../formats/work-event';
import type { Db, Tx } from '../db/connect';
import { workEvent } from '../db/schema';

/** An event with its place in the log. */
export type LoggedEvent = WorkEvent & { seq: number };

/** An entry of a log that can't be read: it counts for nothing, and stays until it is taken back. */
export interface UnreadableEvent {
  seq: number;
  id: string;
  atMs: number;
  byName: string;
  type: string;
  raw: unknown;
  why: string;
}

/** A log as it lies in the database: what can be read, and what can't, with why. */
export interface Log {
  events: LoggedEvent[];
  unreadable: UnreadableEvent[];
}

type Row = typeof workEvent.$inferSelect;

/** What a kept row says happened, lifted to the newest version. */
export function asKept({ version, type, data }: Pick<Row, 'version' | 'type' | 'data'>) {
  return liftEvent({ ...(version > 1 && { v: version }), type, data }) as { v: number; type: string; data: unknown };
}

/** Reads rows as the events they are, each checked like one that a stranger sends. */
function readRows(rows: readonly Row[]): Log {
  const log: Log = { events: [], unreadable: [] };
  for (const r of rows) {
    const checked = checkEvent({ id: r.id, at: r.at.getTime(), device: r.device, ...asKept(r) });
    if (checked.ok)
      log.events.push({
        seq: r.seq,
        ...checked.value,
        jobId: r.jobId,
        by: r.byUserId,
        byName: r.byName
      } as LoggedEvent);
    else
      log.unreadable.push({
        seq: r.seq,
        id: r.id,
        atMs: r.at.getTime(),
        byName: r.byName,
        type: r.type,
        raw: r.data,
        why: checked.problems.map((p) => `${p.path} ${p.problem}`.trim()).join('; ')
      });
  }
  const takenBack = new Set(log.events.flatMap((e) => (e.type === 'event.undone' ? [e.data.event] : [])));
  return { ...log, unreadable: log.unreadable.filter((u) => !takenBack.has(u.id)) };
}

/** The log of a job after a sequence number, in order of arrival. */
export async function readLog(db: Db | Tx, jobId: string, afterSeq = 0): Promise<Log> {
  const rows = await db
    .select()
    .from(workEvent)
    .where(and(eq(workEvent.jobId, jobId), gt(workEvent.seq, afterSeq)))
    .orderBy(asc(workEvent.seq));
  return readRows(rows);
}

/** Those of a job's log that can be read. */
export const eventsOf = async (db: Db | Tx, jobId: string, afterSeq = 0): Promise<LoggedEvent[]> =>
  (await readLog(db, jobId, afterSeq)).events;

/** The logs of several jobs at once, by job. */
export async function eventsOfJobs(db: Db, jobIds: readonly string[]): Promise<Map<string, LoggedEvent[]>> {
  const out = new Map<string, LoggedEvent[]>(jobIds.map((id) => [id, []]));
  if (jobIds.length === 0) return out;
  const rows = await db
    .select()
    .from(workEvent)
    .where(inArray(workEvent.jobId, [...jobIds]))
    .orderBy(asc(workEvent.jobId), asc(workEvent.seq));
  for (const e of readRows(rows).events) out.get(e.jobId)?.push(e);
  return out;
}
