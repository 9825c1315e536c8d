import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { StockTin } from '../../../core/stock';
import type { Db, Tx } from '../db/connect';
import { tin, tinMovement } from '../db/schema';
import { transact } from '../db/transact';
import { knowledgeChanged } from '../db/knowledge-version';

type TinRow = typeof tin.$inferSelect;
export type KeptTin = StockTin & { rowVersion: number };
export type Movement = typeof tinMovement.$inferSelect;

const asTin = ({ crewId: _, pairCode, openedOn, ...r }: TinRow): KeptTin => ({
  ...r,
  ...(pairCode !== null && { pairCode }),
  ...(openedOn !== null && { openedOn })
});

/** The tins of a crew that hold anything, opened ones first. */
export async function tinsOf(db: Db | Tx, crewId: string): Promise<KeptTin[]> {
  const rows = await db
    .select()
    .from(tin)
    .where(and(eq(tin.crewId, crewId), gt(tin.leftMl, 0)))
    .orderBy(asc(tin.productId), asc(tin.colour), desc(tin.openedOn));
  return rows.map(asTin);
}

/** The last movements of a crew's stock, newest first. */
export const movementsOf = (db: Db, crewId: string, limit: number): Promise<Movement[]> =>
  db.select().from(tinMovement).where(eq(tinMovement.crewId, crewId)).orderBy(desc(tinMovement.at)).limit(limit);

/** Oil that was used from lots nobody entered, by product and lot, and not taken back. */
export const unknownLots = (db: Db, crewId: string) =>
  db
    .select({
      productId: tinMovement.productId,
      of: tinMovement.of,
      lot: tinMovement.lot,
      usedMl: sql<number>`CAST(-SUM(${tinMovement.deltaMl}) AS SIGNED)`
    })
    .from(tinMovement)
    .where(and(eq(tinMovement.crewId, crewId), isNull(tinMovement.tinId)))
    .groupBy(tinMovement.productId, tinMovement.of, tinMovement.lot)
    .having(sql`SUM(${tinMovement.deltaMl}) < 0`);

/** Puts a bought tin into the stock. */
export function addTin(db: Db, crewId: string, t: Omit<StockTin, 'id'>, by: string, nowMs: number): Promise<string> {
  return transact(db, async (tx) => {
    const id = uuidv7();
    await tx.insert(tin).values({ ...t, id, crewId });
    await tx.insert(tinMovement).values({
      ...movement(crewId, { ...t, id }, by, nowMs),
      kind: 'bought',
      deltaMl: t.leftMl
    });
    await knowledgeChanged(tx, crewId);
    return id;
  });
}

const movement = (crewId: string, t: Pick<StockTin, 'id' | 'productId' | 'of' | 'lot'>, by: string, nowMs: number) => ({
  id: uuidv7(),
  crewId,
  tinId: t.id,
  productId: t.productId,
  of: t.of,
  lot: t.lot,
  by,
  at: new Date(nowMs)
});

/** What a crew may set right on a tin by hand. */
export interface TinChange {
  leftMl?: number;
  place?: string;
  openedOn?: string;
  thrownOut?: boolean;
  note: string;
}

export type ChangeTinOutcome =
  | { ok: true }
  | { ok: false; reason: 'gone' }
  | { ok: false; reason: 'too much' }
  | { ok: false; reason: 'changed'; current: KeptTin };

/** Corrects a tin over the version it was read at, and writes the movement down. */
export function changeTin(
  db: Db,
  crewId: string,
  id: string,
  change: TinChange,
  expected: number,
  by: string,
  nowMs: number
): Promise<ChangeTinOutcome> {
  return transact(db, async (tx) => {
    const [row] = await tx
      .select()
      .from(tin)
      .where(and(eq(tin.id, id), eq(tin.crewId, crewId)))
      .for('update');
    if (!row) return { ok: false as const, reason: 'gone' as const };
    if (row.rowVersion !== expected) return { ok: false as const, reason: 'changed' as const, current: asTin(row) };
    const leftMl = change.thrownOut ? 0 : (change.leftMl ?? row.leftMl);
    if (leftMl > row.volumeMl) return { ok: false as const, reason: 'too much' as const };
    await tx
      .update(tin)
      .set({
        leftMl,
        place: change.place ?? row.place,
        openedOn: change.openedOn ?? row.openedOn,
        rowVersion: expected + 1
      })
      .where(eq(tin.id, id));
    const moved = change.place !== undefined && change.place !== row.place;
    await tx.insert(tinMovement).values({
      ...movement(crewId, row, by, nowMs),
      kind: change.thrownOut ? 'thrown out' : leftMl === row.leftMl && moved ? 'moved' : 'corrected',
      deltaMl: leftMl - row.leftMl,
      note: change.note || (moved ? `to ${change.place}` : '')
    });
    await knowledgeChanged(tx, crewId);
    return { ok: true as const };
  });
}
