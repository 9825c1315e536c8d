import { and, asc, desc, eq } from 'drizzle-orm';
import type { ProductCard } from '../../../core/product';
import { canonicalJson } from '../canonical-json';
import { lockCrew } from '../accounts/people';
import type { Db, Tx } from '../db/connect';
import { productCard } from '../db/schema';
import { transact } from '../db/transact';

export type ShelfCard = {
  card: ProductCard;
  revision: number;
  changedBy: string;
  changedAt: Date;
};

const row = (r: typeof productCard.$inferSelect): ShelfCard => ({
  card: r.document,
  revision: r.revision,
  changedBy: r.changedBy,
  changedAt: r.changedAt
});

/** The cards on a crew's shelf, newest revision of each, by id. */
export async function listCards(db: Db, crewId: string): Promise<ShelfCard[]> {
  const rows = await db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.newest, true)))
    .orderBy(asc(productCard.cardId));
  return rows.map(row);
}

/** One card, newest revision, or null. */
export async function findCard(db: Db, crewId: string, cardId: string): Promise<ShelfCard | null> {
  const [r] = await db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.cardId, cardId), eq(productCard.newest, true)));
  return r ? row(r) : null;
}

export type SaveOutcome = { ok: true; revision: number } | { ok: false; current: ShelfCard | null };

/**
 * Puts a card on the shelf as its next revision. `expected` is the revision it was read at (0: a new card); if somebody saved
 * in between, nothing is written and theirs is given back.
 */
export function saveCard(
  db: Db,
  crewId: string,
  card: ProductCard,
  expected: number,
  by: string,
  nowMs: number
): Promise<SaveOutcome> {
  return transact(db, async (tx) => {
    await lockCrew(tx, crewId);
    return insertRevision(tx, crewId, card, expected, by, nowMs);
  });
}

/** Cards of an import, each over the revision it was read at: all of them or none. Gives back the ids that had changed. */
export async function saveCards(
  db: Db,
  crewId: string,
  cards: readonly { card: ProductCard; revision: number }[],
  by: string,
  nowMs: number
): Promise<{ ok: true } | { ok: false; changed: string[] }> {
  class Clash extends Error {
    constructor(readonly ids: string[]) {
      super('cards changed meanwhile');
    }
  }
  try {
    await transact(db, async (tx) => {
      await lockCrew(tx, crewId);
      const clashed: string[] = [];
      for (const { card, revision } of cards)
        if (!(await insertRevision(tx, crewId, card, revision, by, nowMs)).ok) clashed.push(card.id);
      if (clashed.length) throw new Clash(clashed);
    });
    return { ok: true };
  } catch (e) {
    if (e instanceof Clash) return { ok: false, changed: e.ids };
    throw e;
  }
}

/** Every revision of a card, newest first. */
export async function cardRevisions(db: Db, crewId: string, cardId: string): Promise<ShelfCard[]> {
  const rows = await db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.cardId, cardId)))
    .orderBy(desc(productCard.revision));
  return rows.map(row);
}

async function insertRevision(
  tx: Tx,
  crewId: string,
  card: ProductCard,
  expected: number,
  by: string,
  nowMs: number
): Promise<SaveOutcome> {
  const key = and(eq(productCard.crewId, crewId), eq(productCard.cardId, card.id), eq(productCard.newest, true));
  const [current] = await tx.select().from(productCard).where(key).for('update');
  if ((current?.revision ?? 0) !== expected) return { ok: false, current: current ? row(current) : null };
  await tx.update(productCard).set({ newest: false }).where(key);
  const revision = expected + 1;
  await tx.insert(productCard).values({
    crewId,
    cardId: card.id,
    revision,
    newest: true,
    document: card,
    changedBy: by,
    changedAt: new Date(nowMs)
  });
  return { ok: true, revision };
}

/** True when every card is one the job has already or one as it stands on the shelf, unchanged. */
export async function areFromShelf(
  db: Db,
  crewId: string,
  cards: readonly ProductCard[],
  held: readonly ProductCard[]
): Promise<boolean> {
  const same = (a: ProductCard) => (b: ProductCard) => canonicalJson(a) === canonicalJson(b);
  for (const card of cards) {
    if (held.some(same(card))) continue;
    const shelf = await findCard(db, crewId, card.id);
    if (!shelf || !same(card)(shelf.card)) return false;
  }
  return true;
}
