import { desc, eq } from 'drizzle-orm';
import { emptyHouse, houseProblems, type HouseDocument } from '../../../core/house';
import { houseRules as houseRulesValidator } from '../../../formats/validate/gen/houseRules.gen.js';
import { check } from '../../../formats/validate/validate';
import { lockCrew } from '../accounts/people';
import type { Db, Tx } from '../db/connect';
import { houseRulesRow } from '../db/schema';
import { transact } from '../db/transact';
import { knowledgeChanged } from '../db/knowledge-version';

export interface KeptHouse {
  document: HouseDocument;
  /** 0 while the crew goes by the presets. */
  revision: number;
  changedBy: string;
  changedAt: Date | null;
  /** Why what lies in the database can't be read; the presets hold until it is saved anew. */
  problem?: string;
}

/** A crew's house rules as they stand; the presets until it has chosen. */
export async function houseOf(db: Db | Tx, crewId: string): Promise<KeptHouse> {
  const [r] = await db
    .select()
    .from(houseRulesRow)
    .where(eq(houseRulesRow.crewId, crewId))
    .orderBy(desc(houseRulesRow.revision))
    .limit(1);
  if (!r) return { document: emptyHouse, revision: 0, changedBy: '', changedAt: null };
  const checked = check<HouseDocument>(houseRulesValidator, r.document);
  const [first] = checked.ok ? houseProblems(checked.value) : checked.problems;
  return first ? { ...r, document: emptyHouse, problem: `${first.path} ${first.problem}`.trim() } : r;
}

export type SaveHouseOutcome = { ok: true; revision: number } | { ok: false; current: KeptHouse };

/** Saves house rules over the revision they were read at. If somebody saved in between, nothing is written. */
export function saveHouse(
  db: Db,
  crewId: string,
  document: HouseDocument,
  expected: number,
  by: string,
  nowMs: number
): Promise<SaveHouseOutcome> {
  return transact(db, async (tx) => {
    await lockCrew(tx, crewId);
    const current = await houseOf(tx, crewId);
    if (current.revision !== expected) return { ok: false as const, current };
    const revision = expected + 1;
    await tx.insert(houseRulesRow).values({ crewId, revision, document, changedBy: by, changedAt: new Date(nowMs) });
    await knowledgeChanged(tx, crewId);
    return { ok: true as const, revision };
  });
}
