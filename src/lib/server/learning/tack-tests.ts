import { desc, eq } from 'drizzle-orm';
import type { DryingLog, DryingObservation } from '../../../core/knowledge';
import type { TackState } from '../../../core/drying';
import type { Db } from '../db/connect';
import { tackTest } from '../db/schema';
import { transact } from '../db/transact';
import { knowledgeChanged } from '../db/knowledge-version';

/** The newest tests count; a crew's drying does not hang on what it felt years ago. */
const MOST_TESTS = 400;

/** The tack tests a crew goes by, newest first. */
export async function tackTestsKept(db: Db, crewId: string): Promise<DryingLog> {
  const rows = await db
    .select()
    .from(tackTest)
    .where(eq(tackTest.crewId, crewId))
    .orderBy(desc(tackTest.at))
    .limit(MOST_TESTS);
  return rows.map(({ crewId: _, nth: __, at, felt, ...r }) => ({ ...r, felt: felt as TackState, atMs: at.getTime() }));
}

/** Writes down what a job's tack tests teach, in place of what was written of it before. */
export async function keepTackTests(
  db: Db,
  crewId: string,
  jobId: string,
  tests: readonly DryingObservation[]
): Promise<void> {
  await transact(db, async (tx) => {
    const before = await tx.select().from(tackTest).where(eq(tackTest.jobId, jobId)).for('update');
    const same =
      before.length === tests.length &&
      tests.every((t) =>
        before.some(
          (b) =>
            b.coat === t.coat &&
            b.at.getTime() === t.atMs &&
            b.felt === t.felt &&
            Math.abs(b.lnProgress - t.lnProgress) < 1e-6
        )
      );
    if (same) return;
    await tx.delete(tackTest).where(eq(tackTest.jobId, jobId));
    if (tests.length)
      await tx.insert(tackTest).values(
        tests.map(({ atMs, ...t }, i) => {
          const nth = tests.slice(0, i).filter((x) => x.coat === t.coat && x.atMs === atMs).length;
          return { ...t, crewId, jobId, at: new Date(atMs), nth };
        })
      );
    await knowledgeChanged(tx, crewId);
  });
}
