import { desc, eq } from 'drizzle-orm';
import { emptyHouse, houseProblems, liftHouse, type HouseDocument, type HouseStep } from '../../../core/house';
import type { HousePlace } from '../../../core/place';
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
  const [first] = checked.ok ? houseProblems(liftHouse(checked.value)) : checked.problems;
  return first || !checked.ok
    ? { ...r, document: emptyHouse, problem: `${first!.path} ${first!.problem}`.trim() }
    : { ...r, document: liftHouse(checked.value) };
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

export type KeepOutcome =
  { ok: true; document: HouseDocument } | { ok: false; problems: { path: string; problem: string }[] };

/** Changes one thing of the house rules, whatever else is chosen meanwhile. */
function keepInHouse(
  db: Db,
  crewId: string,
  change: (before: HouseDocument) => HouseDocument,
  by: string,
  nowMs: number
): Promise<KeepOutcome> {
  return transact(db, async (tx): Promise<KeepOutcome> => {
    await lockCrew(tx, crewId);
    const { document: before, revision, problem } = await houseOf(tx, crewId);
    if (problem)
      return { ok: false, problems: [{ path: '', problem: 'the house rules can’t be read: save them anew first' }] };
    const document = change(before);
    const checked = check<HouseDocument>(houseRulesValidator, document);
    const problems = checked.ok ? houseProblems(document) : checked.problems;
    if (problems.length) return { ok: false, problems };
    await tx
      .insert(houseRulesRow)
      .values({ crewId, revision: revision + 1, document, changedBy: by, changedAt: new Date(nowMs) });
    await knowledgeChanged(tx, crewId);
    return { ok: true, document };
  });
}

/** A list with a row in the place of the one it is, or at its end. */
const kept = <T>(rows: readonly T[], row: T, same: (a: T) => boolean): T[] =>
  rows.some(same) ? rows.map((r) => (same(r) ? row : r)) : [...rows, row];

/** Keeps a place of the house, over the one with its id where there is one. */
export const keepHousePlace = (db: Db, crewId: string, place: HousePlace, by: string, nowMs: number) =>
  keepInHouse(db, crewId, (d) => ({ ...d, places: kept(d.places ?? [], place, (p) => p.id === place.id) }), by, nowMs);

/** Keeps a step of the house, over the one with its id where there is one. */
export const keepHouseStep = (db: Db, crewId: string, step: HouseStep, by: string, nowMs: number) =>
  keepInHouse(db, crewId, (d) => ({ ...d, steps: kept(d.steps ?? [], step, (s) => s.step === step.step) }), by, nowMs);
