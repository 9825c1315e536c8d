import { and, desc, eq, inArray, lt, max, sql } from 'drizzle-orm';
import { defaultHouseRules } from '../../../core/house';
import { finishedCoats } from '../../../core/knowledge';
import { partJobs, type JobDocument } from '../../../core/document';
import { forPart, type WorkState } from '../../../core/log';
import type { CoverageLog } from '../../../core/coverage';
import type { Db, Tx } from '../db/connect';
import { finishedCoat, job, rateEvidence } from '../db/schema';
import { knowledgeChanged } from '../db/knowledge-version';

type Row = typeof finishedCoat.$inferInsert;

/** What a job's closed coats teach, as rows. The presets' losses are taken: a change of rules does not rewrite the past. */
function rowsOf(crewId: string, jobId: string, document: JobDocument, state: WorkState): Row[] {
  const finished = partJobs(document).flatMap((job) =>
    finishedCoats(job, forPart(state, job.part), defaultHouseRules).map((c) => ({ ...c, part: job.part }))
  );
  return finished.flatMap((c) =>
    c.keys.map((k) => {
      const [, position, speciesGroup] = k.key.split(' ');
      return {
        jobId,
        crewId,
        part: c.part,
        coat: c.coat,
        rateKey: k.key,
        at: new Date(c.atMs),
        productId: c.productId,
        product: c.product,
        position: position!,
        speciesGroup: speciesGroup!,
        method: c.method,
        areaM2: c.areaM2,
        usedL: c.usedL,
        cardM2PerL: k.rate.cardM2PerL,
        lnRate: k.observed.lnRate,
        weight: k.observed.precision,
        guessed: c.guessed,
        counts: c.counts,
        reason: c.reason
      };
    })
  );
}

const sameRow = (a: Row, b: Row) =>
  a.part === b.part &&
  a.coat === b.coat &&
  a.rateKey === b.rateKey &&
  a.counts === b.counts &&
  a.reason === b.reason &&
  a.usedL === b.usedL &&
  a.lnRate === b.lnRate &&
  a.weight === b.weight;

/**
 * Writes down what a job's coats teach, in the transaction that changed its log or document: old rows out, new ones in,
 * and the difference added to the sums, keys in order so that two writers never wait for each other crosswise.
 */
export async function learnFrom(
  tx: Tx,
  crewId: string,
  jobId: string,
  document: JobDocument,
  state: WorkState
): Promise<void> {
  if (!state.coats.some((c) => c.closedAtMs !== undefined) && !(await anyRow(tx, jobId))) return;
  const before: Row[] = await tx.select().from(finishedCoat).where(eq(finishedCoat.jobId, jobId));
  const after = rowsOf(crewId, jobId, document, state);
  if (before.length === after.length && after.every((a) => before.some((b) => sameRow(a, b)))) return;
  if (before.length) await tx.delete(finishedCoat).where(eq(finishedCoat.jobId, jobId));
  if (after.length) await tx.insert(finishedCoat).values(after);
  const change = new Map<string, { coats: number; weight: number; weightedLn: number }>();
  const add = (rows: readonly Row[], sign: 1 | -1) => {
    for (const r of rows.filter((x) => x.counts)) {
      const c = change.get(r.rateKey) ?? { coats: 0, weight: 0, weightedLn: 0 };
      change.set(r.rateKey, {
        coats: c.coats + sign,
        weight: c.weight + sign * r.weight,
        weightedLn: c.weightedLn + sign * r.weight * r.lnRate
      });
    }
  };
  add(before, -1);
  add(after, 1);
  for (const [rateKey, c] of [...change].sort(([a], [b]) => (a < b ? -1 : 1)))
    await tx
      .insert(rateEvidence)
      .values({ crewId, rateKey, ...c })
      .onDuplicateKeyUpdate({
        set: {
          coats: sql`${rateEvidence.coats} + ${c.coats}`,
          weight: sql`${rateEvidence.weight} + ${c.weight}`,
          weightedLn: sql`${rateEvidence.weightedLn} + ${c.weightedLn}`
        }
      });
  await knowledgeChanged(tx, crewId);
}

async function anyRow(tx: Tx, jobId: string): Promise<boolean> {
  const [r] = await tx
    .select({ coat: finishedCoat.coat })
    .from(finishedCoat)
    .where(eq(finishedCoat.jobId, jobId))
    .limit(1);
  return Boolean(r);
}

/** When the last coat of each part of some jobs was closed, by job and part. */
export async function servedParts(db: Db, jobIds: readonly string[]): Promise<Map<string, Map<string, Date>>> {
  const out = new Map<string, Map<string, Date>>();
  if (jobIds.length === 0) return out;
  const rows = await db
    .select({ jobId: finishedCoat.jobId, part: finishedCoat.part, at: max(finishedCoat.at) })
    .from(finishedCoat)
    .where(inArray(finishedCoat.jobId, [...jobIds]))
    .groupBy(finishedCoat.jobId, finishedCoat.part);
  for (const { jobId, part, at } of rows)
    if (at) out.set(jobId, (out.get(jobId) ?? new Map<string, Date>()).set(part, at));
  return out;
}

/** What a crew's log has taught, summed by key. */
export async function coverageOf(db: Db | Tx, crewId: string): Promise<CoverageLog> {
  const rows = await db.select().from(rateEvidence).where(eq(rateEvidence.crewId, crewId));
  return new Map(
    rows
      .filter((r) => r.coats > 0)
      .map((r) => [r.rateKey, { coats: r.coats, precision: r.weight, weightedLn: r.weightedLn }])
  );
}

/** A finished coat on the Log page, with its job. */
export type LearnedCoat = typeof finishedCoat.$inferSelect & { title: string };

/** The finished coats of a crew, newest first, a page at a time after a cursor. */
export async function learnedCoats(
  db: Db,
  crewId: string,
  page: { before?: Date; limit: number }
): Promise<LearnedCoat[]> {
  const rows = await db
    .select({ row: finishedCoat, title: job.title })
    .from(finishedCoat)
    .innerJoin(job, eq(job.id, finishedCoat.jobId))
    .where(and(eq(finishedCoat.crewId, crewId), page.before && lt(finishedCoat.at, page.before)))
    .orderBy(desc(finishedCoat.at))
    .limit(page.limit);
  return rows.map((r) => ({ ...r.row, title: r.title }));
}
