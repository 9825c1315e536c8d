import { error } from '@sveltejs/kit';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { JobDocument } from '../../../core/document';
import type { JobStage } from '../../../core/log';
import { checkJobDocument } from '../../../formats/job-json';
import { newestJob } from '../../../formats/lift-job';
import type { FieldProblem } from '../../../formats/validate/validate';
import type { Db, Tx } from '../db/connect';
import { job } from '../db/schema';

/** What is known of a job without its document. */
export interface JobFacts {
  id: string;
  title: string;
  clientName: string;
  place: string;
  stage: JobStage;
  rowVersion: number;
  eventSeq: number;
  changedBy: string;
  updatedAt: Date;
  servedAt: Date | null;
  setAsideAt: Date | null;
  setAsideBy: string | null;
}

export interface JobRow extends JobFacts {
  document: JobDocument;
}

/** A job whose document can't be read: what is wrong with it, and the document as it lies there. */
export interface UnreadableJob extends JobFacts {
  raw: unknown;
  problems: FieldProblem[];
}

export type AnyJob = { ok: true; job: JobRow } | { ok: false; job: UnreadableJob };

/** What was found of a document at a version, so that it is checked once and not with every page. */
const verdicts = new Map<string, { version: string; problems: FieldProblem[] | null }>();
const MOST_VERDICTS = 20_000;

const versionOf = (r: { rowVersion: number; updatedAt: Date }) => `${r.rowVersion} ${r.updatedAt.getTime()}`;

/** What is wrong with a document that lies in the database: it is checked like one that a stranger sends. */
function problemsOf(id: string, version: string, document: unknown): FieldProblem[] | null {
  const known = verdicts.get(id);
  if (known?.version === version) return known.problems;
  let problems: FieldProblem[] | null;
  try {
    const checked = checkJobDocument(document);
    problems = checked.ok ? null : checked.problems;
  } catch (fault) {
    problems = [{ path: '', problem: `could not be checked: ${(fault as Error).message}` }];
  }
  if (verdicts.size >= MOST_VERDICTS) verdicts.clear();
  verdicts.set(id, { version, problems });
  return problems;
}

/** Notes that a document which passed the checks could not be computed, so that it counts as unreadable until it changes. */
export function noteTrouble(j: Pick<JobRow, 'id' | 'rowVersion' | 'updatedAt'>, fault: unknown): FieldProblem[] {
  const problems = [{ path: '', problem: `could not be computed: ${(fault as Error).message ?? String(fault)}` }];
  verdicts.set(j.id, { version: versionOf(j), problems });
  process.stderr.write(`job ${j.id} can't be computed: ${(fault as Error).stack ?? String(fault)}\n`);
  return problems;
}

const computed = new Map<string, string>();

/**
 * Whether a job that can be read can be computed too: tried once for each state of its document and log, so that a page is
 * never built on one that would break it. What went wrong is noted.
 */
export function canBeComputed(j: JobRow, compute: () => unknown): boolean {
  const state = `${versionOf(j)} ${j.eventSeq}`;
  if (computed.get(j.id) === state) return true;
  try {
    compute();
  } catch (fault) {
    noteTrouble(j, fault);
    return false;
  }
  if (computed.size >= MOST_VERDICTS) computed.clear();
  computed.set(j.id, state);
  return true;
}

/** A row of the table as a job, or as one that can't be read. */
export function asAnyJob(r: typeof job.$inferSelect): AnyJob {
  const facts: JobFacts = {
    id: r.id,
    title: r.title,
    clientName: r.clientName,
    place: r.place,
    stage: r.stage,
    rowVersion: r.rowVersion,
    eventSeq: r.eventSeq,
    changedBy: r.changedBy,
    updatedAt: r.updatedAt,
    servedAt: r.servedAt,
    setAsideAt: r.setAsideAt,
    setAsideBy: r.setAsideBy
  };
  const problems = problemsOf(r.id, versionOf(r), r.document);
  return problems
    ? { ok: false, job: { ...facts, raw: r.document, problems } }
    : { ok: true, job: { ...facts, document: newestJob(r.document) } };
}

/** Jobs apart from those that can't be read: no one of them stands in the way of the others. */
export const apart = (rows: readonly AnyJob[]): { jobs: JobRow[]; unreadable: UnreadableJob[] } => ({
  jobs: rows.flatMap((r) => (r.ok ? [r.job] : [])),
  unreadable: rows.flatMap((r) => (r.ok ? [] : [r.job]))
});

/** A job of this crew whether it can be read or not, or null. */
export async function findAnyJob(db: Db, crewId: string, id: string): Promise<AnyJob | null> {
  const [r] = await db
    .select()
    .from(job)
    .where(and(eq(job.id, id), eq(job.crewId, crewId)));
  return r ? asAnyJob(r) : null;
}

/** A sentence for the first thing that is wrong. */
export const whyUnreadable = (problems: readonly FieldProblem[]): string => {
  const [first] = problems;
  return `${[first?.path, first?.problem].filter(Boolean).join(' ')}${problems.length > 1 ? `, and ${problems.length - 1} more` : ''}`;
};

/** A job that can't be read as lists show it. */
export interface Trouble {
  id: string;
  title: string;
  why: string;
}
export const troubleOf = (u: Pick<UnreadableJob, 'id' | 'title' | 'problems'>): Trouble => ({
  id: u.id,
  title: u.title,
  why: whyUnreadable(u.problems)
});

/** The job, or an answer that says why it can't be read and where it is mended. */
export function readable(found: AnyJob): JobRow {
  if (!found.ok)
    error(422, `This job can’t be read: ${whyUnreadable(found.job.problems)}. It is mended at /mend/${found.job.id}.`);
  return found.job;
}

/** A job of this crew, or null. One that can't be read answers 422 with why. */
export async function findJob(db: Db, crewId: string, id: string): Promise<JobRow | null> {
  const found = await findAnyJob(db, crewId, id);
  return found && readable(found);
}

/** Jobs of a crew by their ids, in no order, those set aside left out. */
export async function findJobs(db: Db, crewId: string, ids: readonly string[]): Promise<AnyJob[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(job)
    .where(and(eq(job.crewId, crewId), inArray(job.id, [...ids]), isNull(job.setAsideAt)));
  return rows.map(asAnyJob);
}

/** Reads a job for change: other writers of this job wait until the transaction ends. */
export async function lockJob(tx: Tx, crewId: string, id: string): Promise<AnyJob | null> {
  const [r] = await tx
    .select()
    .from(job)
    .where(and(eq(job.id, id), eq(job.crewId, crewId)))
    .for('update');
  return r ? asAnyJob(r) : null;
}

/** Which of some jobs can't be read, with the first reason; documents are read only of those not yet judged. */
export async function unreadableOf(
  db: Db,
  crewId: string,
  heads: readonly Pick<JobFacts, 'id' | 'rowVersion' | 'updatedAt'>[]
): Promise<Map<string, string>> {
  const unjudged = heads.filter((h) => verdicts.get(h.id)?.version !== versionOf(h)).map((h) => h.id);
  if (unjudged.length)
    await db
      .select()
      .from(job)
      .where(and(eq(job.crewId, crewId), inArray(job.id, unjudged)))
      .then((rows) => rows.forEach(asAnyJob));
  return new Map(
    heads.flatMap((h) => {
      const problems = verdicts.get(h.id)?.problems;
      return problems ? [[h.id, whyUnreadable(problems)]] : [];
    })
  );
}
