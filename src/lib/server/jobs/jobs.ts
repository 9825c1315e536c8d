import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { defaultHouseRules } from '../../../core/house';
import { servedAt } from '../../../core/care';
import { cellKey, cellsOf, ownersOf, partJobs, type JobDocument, type Problem } from '../../../core/document';
import { isBooked, jobDueAt, stageOf } from '../../../core/job';
import { fold, forPart, type WorkState } from '../../../core/log';
import { sampleProblems } from '../../../core/choose';
import { partName } from '../../../words/part-words';
import type { Db } from '../db/connect';
import { job } from '../db/schema';
import { transact } from '../db/transact';
import { learnFrom } from '../learning/finished';
import { cancelVisits } from '../visits/visits';
import { eventsOf } from '../work-log/log';
import { forgetUnused, keepClientAndSite, keptBefore } from './client-and-site';
import { lockJob, type AnyJob } from './reading';

const facts = (d: JobDocument) => ({
  title: d.title,
  clientName: d.client.name,
  place: d.site.place
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
  const stage = isBooked(document) ? 'booked' : 'planning';
  const [createdAt, updatedAt] = [new Date(nowMs), new Date(nowMs)];
  await transact(db, async (tx) => {
    const kept = await keepClientAndSite(tx, crewId, document, nowMs);
    await tx.insert(job).values({
      id,
      crewId,
      ...facts(document),
      ...kept,
      stage,
      document,
      rowVersion: 1,
      changedBy: by,
      createdAt,
      updatedAt
    });
  });
  return id;
}

export type SaveJobOutcome =
  | { ok: true; rowVersion: number }
  | { ok: false; reason: 'gone' }
  | { ok: false; reason: 'locked'; problems: Problem[] }
  | { ok: false; reason: 'changed'; current: AnyJob };

/** Saves a job's document over the version it was read at; one that was set aside comes back with it. If somebody saved in between, nothing is written and theirs is given back. */
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
    const found = await lockJob(tx, crewId, id);
    if (!found) return { ok: false as const, reason: 'gone' as const };
    if (found.job.rowVersion !== expected) return { ok: false as const, reason: 'changed' as const, current: found };
    const state = fold(await eventsOf(tx, id));
    // A document that can't be read holds nobody to what it says: whatever mends it may be saved.
    const before = found.ok ? found.job.document : null;
    const locked = before
      ? [
          ...newProblems(heldProblems(before, state), heldProblems(document, state)),
          ...movedUnderOil(before, document, state)
        ]
      : [];
    if (locked.length) return { ok: false as const, reason: 'locked' as const, problems: locked };
    await learnFrom(tx, crewId, id, document, state);
    const stands = standing(document, state);
    for (const part of before ? noLongerBooked(before, document) : [])
      await cancelVisits(tx, crewId, { jobId: id, part }, nowMs);
    const was = await keptBefore(tx, id);
    const kept = await keepClientAndSite(tx, crewId, document, nowMs, { id, before, was, by });
    await tx
      .update(job)
      .set({
        ...facts(document),
        ...kept,
        ...stands,
        document,
        setAsideAt: null,
        setAsideBy: null,
        rowVersion: expected + 1,
        changedBy: by,
        updatedAt: new Date(nowMs)
      })
      .where(eq(job.id, id));
    await forgetUnused(tx, was, kept);
    return { ok: true as const, rowVersion: expected + 1 };
  });
}

/** Parts that had a start and have none now, or are gone. */
const noLongerBooked = (before: JobDocument, after: JobDocument): string[] =>
  before.parts.filter((p) => p.startAt && !after.parts.some((a) => a.id === p.id && a.startAt)).map((p) => p.id);

/** What the log holds a document to: colours that were approved. */
const heldProblems = (document: JobDocument, state: WorkState): Problem[] =>
  partJobs(document).flatMap((job) => sampleProblems(job, forPart(state, job.part)));

/** Parts with oil on them that are gone, and faces that leave one or come to one: the record says what its coats went on. */
function movedUnderOil(before: JobDocument, after: JobDocument, state: WorkState): Problem[] {
  const begun = new Set(state.coats.map((c) => c.part));
  if (begun.size === 0 || (before.parts.length === 1 && after.parts.length === 1)) return [];
  const stays = (part: string, how: string): Problem[] => [
    { path: '/parts', severity: 'stop', problem: `oil is on “${partName(before, part)}”: ${how}` }
  ];
  const gone = before.parts.find((p) => begun.has(p.id) && !after.parts.some((a) => a.id === p.id));
  if (gone) return stays(gone.id, 'it stays a part of the job');
  const [was, is] = [ownersOf(before), ownersOf(after)];
  const there = new Set(cellsOf(before).map(cellKey));
  const moved = cellsOf(after).find(
    (c) => there.has(cellKey(c)) && was(c) !== is(c) && (begun.has(was(c)) || begun.has(is(c)))
  );
  return moved
    ? stays(begun.has(was(moved)) ? was(moved) : is(moved), 'its faces stay in it, and no others come to it')
    : [];
}

const newProblems = (before: readonly Problem[], after: readonly Problem[]): Problem[] =>
  after.filter((p) => !before.some((b) => b.problem === p.problem));

/** Where a job stands and when it is due, from its document and its log: what the lists and Today are read by. */
export function standing(document: JobDocument, state: WorkState) {
  const date = (ms: number | null) => (ms === null ? null : new Date(Math.round(ms)));
  return {
    stage: stageOf(document, state),
    dueAt: date(jobDueAt(document, state, defaultHouseRules)),
    servedAt: date(servedAt(state))
  };
}

/** Sets a job aside that can't be read, or brings it back. False when it is not there. */
export const setAside = (db: Db, crewId: string, id: string, aside: boolean, by: string, nowMs: number) =>
  transact(db, async (tx) => {
    const found = await lockJob(tx, crewId, id);
    if (!found) return false;
    await tx
      .update(job)
      .set(aside ? { setAsideAt: new Date(nowMs), setAsideBy: by } : { setAsideAt: null, setAsideBy: null })
      .where(eq(job.id, id));
    return true;
  });
