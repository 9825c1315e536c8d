import { and, desc, eq, inArray, lt, max, sql } from 'drizzle-orm';
import { defaultHouseRules } from '../../../core/house';
import { cardPlans, finishedCoats, finishedHands, type FinishedCoat } from '../../../core/knowledge';
import { partJobs, type JobDocument } from '../../../core/document';
import { forPart, type WorkState } from '../../../core/log';
import type { CoverageLog } from '../../../core/coverage';
import type { Db, Tx } from '../db/connect';
import { finishedCoat, finishedHandsRow, job, rateEvidence } from '../db/schema';
import { knowledgeChanged } from '../db/knowledge-version';

type Row = typeof finishedCoat.$inferInsert;
type HandsRow = typeof finishedHandsRow.$inferInsert;

/** What a job's closed coats teach, as rows. The presets' losses and rates are taken: a change of rules does not rewrite the past. */
function rowsOf(crewId: string, jobId: string, document: JobDocument, state: WorkState) {
  const [coats, hands]: [Row[], HandsRow[]] = [[], []];
  for (const job of partJobs(document)) {
    const mine = forPart(state, job.part);
    const plans = cardPlans(job, defaultHouseRules);
    const of = { jobId, crewId, part: job.part };
    for (const c of finishedCoats(job, mine, defaultHouseRules, plans)) coats.push(...coatRows(of, c));
    for (const h of finishedHands(job, mine, plans))
      hands.push(
        ...h.keys.map((k) => ({
          ...of,
          coat: h.coat,
          rateKey: k.key,
          at: new Date(h.atMs),
          areaM2: h.areaM2,
          tookMinutes: h.tookMinutes,
          plannedMinutes: h.plannedMinutes,
          lnRate: k.lnRate,
          weight: k.precision,
          guessed: h.guessed
        }))
      );
  }
  return { coats, hands };
}

const coatRows = (of: Pick<Row, 'jobId' | 'crewId' | 'part'>, c: FinishedCoat): Row[] =>
  c.keys.map((k) => {
    const [, position, speciesGroup] = k.key.split(' ');
    return {
      ...of,
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
  });

/** The same rows, whatever their order: by the columns that can change. */
function sameRows<T extends { part?: string; coat: number; rateKey: string }>(
  before: readonly T[],
  after: readonly T[],
  columns: readonly (keyof T)[]
): boolean {
  const key = ({ part, coat, rateKey }: T) => `${part} ${coat} ${rateKey}`;
  const known = new Map(before.map((r) => [key(r), r]));
  return before.length === after.length && after.every((a) => columns.every((c) => known.get(key(a))?.[c] === a[c]));
}

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
  const handsBefore: HandsRow[] = await tx.select().from(finishedHandsRow).where(eq(finishedHandsRow.jobId, jobId));
  const { coats: after, hands: handsAfter } = rowsOf(crewId, jobId, document, state);
  const coatsSame = sameRows(before, after, ['counts', 'reason', 'usedL', 'lnRate', 'weight']);
  const handsSame = sameRows(handsBefore, handsAfter, ['lnRate', 'weight']);
  if (coatsSame && handsSame) return;
  if (!coatsSame) {
    if (before.length) await tx.delete(finishedCoat).where(eq(finishedCoat.jobId, jobId));
    if (after.length) await tx.insert(finishedCoat).values(after);
  }
  if (!handsSame) {
    if (handsBefore.length) await tx.delete(finishedHandsRow).where(eq(finishedHandsRow.jobId, jobId));
    if (handsAfter.length) await tx.insert(finishedHandsRow).values(handsAfter);
  }
  const change = new Map<string, { coats: number; weight: number; weightedLn: number }>();
  const add = (rows: readonly Pick<Row, 'rateKey' | 'weight' | 'lnRate'>[], sign: 1 | -1) => {
    for (const r of rows) {
      const c = change.get(r.rateKey) ?? { coats: 0, weight: 0, weightedLn: 0 };
      change.set(r.rateKey, {
        coats: c.coats + sign,
        weight: c.weight + sign * r.weight,
        weightedLn: c.weightedLn + sign * r.weight * r.lnRate
      });
    }
  };
  add([...before.filter((r) => r.counts), ...handsBefore], -1);
  add([...after.filter((r) => r.counts), ...handsAfter], 1);
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

/** The hands of finished coats of a crew, newest first. */
export const handsSeenOf = (db: Db, crewId: string, limit: number) =>
  db
    .select({ row: finishedHandsRow, title: job.title })
    .from(finishedHandsRow)
    .innerJoin(job, eq(job.id, finishedHandsRow.jobId))
    .where(eq(finishedHandsRow.crewId, crewId))
    .orderBy(desc(finishedHandsRow.at))
    .limit(limit)
    .then((rows) => rows.map(({ row: { at, ...r }, title }) => ({ ...r, title, atMs: at.getTime() })));

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
