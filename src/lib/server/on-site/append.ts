import { error as refusal } from '@sveltejs/kit';
import { eq, inArray } from 'drizzle-orm';
import { fold, partsNamed, ragsNotSafe, ragsUnaccounted, type NewEvent, type WorkEvent } from '../../../core/log';
import { samePairCode } from '../../../core/mix';
import { canonicalJson } from '../canonical-json';
import type { FieldProblem } from '../../../formats/validate/validate';
import type { Db, Tx } from '../db/connect';
import { job, workEvent } from '../db/schema';
import { transact } from '../db/transact';
import { standing } from '../jobs/jobs';
import { lockJob } from '../jobs/reading';
import { learnFrom } from '../learning/finished';
import { lockTins, moveStock } from '../stock/draw';
import { asKept, readLog } from '../work-log/log';

/** What became of one posted event. Known ones were here already: posting twice is harmless. */
export type Receipt =
  | { id: string; outcome: 'stored' | 'known' }
  | { id: string; outcome: 'refused'; reason: string; problems?: FieldProblem[] };

/** How far a phone's clock may run ahead of the server's before its events are refused. */
export const FUTURE_TOLERANCE_MS = 10 * 60_000;

/**
 * Appends events to a job's log in one transaction: each once, whatever is posted again. Refused with a reason: events from
 * the future or of a part the job has not, ids already used for something else, a day closed while rags are out. Null when the crew has no such job.
 */
export function appendEvents(
  db: Db,
  crewId: string,
  jobId: string,
  events: readonly NewEvent[],
  who: { id: string; name: string },
  nowMs: number
): Promise<Receipt[] | null> {
  return transact(db, async (tx) => {
    const found = await lockJob(tx, crewId, jobId);
    if (!found) return null;
    if (!found.ok)
      refusal(423, 'This job can’t be read at the moment. What you log waits on your device until it is mended.');
    const locked = found.job;
    const known = await knownIds(tx, events);
    const kept = await readLog(tx, locked.id);
    const log: WorkEvent[] = kept.events;
    const unreadable = new Set(kept.unreadable.map((u) => u.id));
    await lockTins(tx, crewId, events, locked.document);
    const parts = new Set(locked.document.parts.map((p) => p.id));
    const receipts: Receipt[] = [];
    let stored = 0;
    for (const e of events) {
      const receipt = judge(e, known.get(e.id), locked.id, log, unreadable, parts, nowMs);
      receipts.push(receipt);
      if (receipt.outcome !== 'stored') continue;
      stored++;
      await tx.insert(workEvent).values({
        seq: locked.eventSeq + stored,
        id: e.id,
        jobId: locked.id,
        at: new Date(e.at),
        version: e.v,
        type: e.type,
        data: e.data,
        device: e.device,
        byUserId: who.id,
        byName: who.name,
        receivedAt: new Date(nowMs)
      });
      await moveStock(tx, { crewId, jobId: locked.id, by: who.name }, e, locked.document);
      known.set(e.id, { ...e, jobId: locked.id });
      log.push({ ...e, jobId: locked.id, by: who.id, byName: who.name } as WorkEvent);
    }
    if (stored > 0) {
      const state = fold(log);
      await learnFrom(tx, crewId, locked.id, locked.document, state);
      await tx
        .update(job)
        .set({ ...standing(locked.document, state), eventSeq: locked.eventSeq + stored, updatedAt: new Date(nowMs) })
        .where(eq(job.id, locked.id));
    }
    return receipts;
  });
}

type Known = { jobId: string; at: number; type: string; data: unknown };

async function knownIds(tx: Tx, events: readonly NewEvent[]): Promise<Map<string, Known>> {
  if (events.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(workEvent)
    .where(
      inArray(
        workEvent.id,
        events.map((e) => e.id)
      )
    );
  return new Map(rows.map((r) => [r.id, { jobId: r.jobId, at: r.at.getTime(), ...asKept(r) }]));
}

function judge(
  e: NewEvent,
  known: Known | undefined,
  jobId: string,
  log: readonly WorkEvent[],
  unreadable: ReadonlySet<string>,
  parts: ReadonlySet<string>,
  nowMs: number
): Receipt {
  const refuse = (reason: string): Receipt => ({
    id: e.id,
    outcome: 'refused',
    reason
  });
  if (known) {
    const same =
      known.jobId === jobId &&
      known.at === e.at &&
      known.type === e.type &&
      canonicalJson(known.data) === canonicalJson(e.data);
    return same ? { id: e.id, outcome: 'known' } : refuse('This id is used by another event.');
  }
  if (e.at > nowMs + FUTURE_TOLERANCE_MS)
    return refuse('This lies in the future. Set the clock of the phone and log it again.');
  if (!partsNamed(e).every((p) => parts.has(p)))
    return refuse('The part it was logged for is no longer in this job: it was joined to another. Log it there.');
  if (e.type === 'day.closed') {
    const out = ragsUnaccounted(fold(log));
    if (out > 0) return refuse(`The day can't be closed: ${ragsNotSafe(out)}.`);
  }
  if (e.type === 'batch.mixed' && e.data.pairCodes && !samePairCode(e.data.pairCodes.oil, e.data.pairCodes.hardener))
    return refuse(`The pair codes differ: ${e.data.pairCodes.oil} and ${e.data.pairCodes.hardener}.`);
  if (
    e.type === 'event.undone' &&
    !unreadable.has(e.data.event) &&
    !log.some((x) => x.id === e.data.event && x.type !== 'event.undone')
  )
    return refuse('There is no such event to undo.');
  return { id: e.id, outcome: 'stored' };
}
