import { error as refusal } from '@sveltejs/kit';
import { and, asc, desc, eq } from 'drizzle-orm';
import { cardProblems, type ProductCard } from '../../../core/product';
import { productCard as productCardValidator } from '../../../formats/validate/gen/productCard.gen.js';
import { newestCard } from '../../../formats/lift-kinds';
import { check } from '../../../formats/validate/validate';
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

type Row = typeof productCard.$inferSelect;
const row = (r: Row): ShelfCard => ({
  card: newestCard(r.document) as ProductCard,
  revision: r.revision,
  changedBy: r.changedBy,
  changedAt: r.changedAt
});

/** A card of the shelf that can't be read, and why. */
export interface UnreadableCard {
  cardId: string;
  changedBy: string;
  why: string;
}

/** What was found of a revision, so that it is checked once and not with every page. */
const verdicts = new Map<string, string | null>();
const MOST_VERDICTS = 20_000;

/** Why a card that lies in the database can't be read, checked like one that a stranger sends; null when it can. */
function whyUnreadable(r: Row): string | null {
  const key = `${r.crewId} ${r.cardId} ${r.revision} ${r.changedAt.getTime()}`;
  const known = verdicts.get(key);
  if (known !== undefined) return known;
  const checked = check<ProductCard>(productCardValidator, newestCard(r.document));
  const problems = checked.ok ? cardProblems(checked.value) : checked.problems;
  const [first] = problems;
  const why = first
    ? `${first.path} ${first.problem}`.trim()
    : r.document.id === r.cardId
      ? null
      : 'carries another id';
  if (verdicts.size >= MOST_VERDICTS) verdicts.clear();
  verdicts.set(key, why);
  return why;
}

/** The cards on a crew's shelf, newest revision of each, by id; those that can't be read apart, so that they stop no page. */
export async function readShelf(db: Db, crewId: string): Promise<{ cards: ShelfCard[]; unreadable: UnreadableCard[] }> {
  const rows = await db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.newest, true)))
    .orderBy(asc(productCard.cardId));
  const unreadable = rows.flatMap((r) => {
    const why = whyUnreadable(r);
    return why === null ? [] : [{ cardId: r.cardId, changedBy: r.changedBy, why }];
  });
  const broken = new Set(unreadable.map((u) => u.cardId));
  return { cards: rows.filter((r) => !broken.has(r.cardId)).map(row), unreadable };
}

/** Those of a crew's cards that can be read. */
export const listCards = async (db: Db, crewId: string): Promise<ShelfCard[]> => (await readShelf(db, crewId)).cards;

const newest = (db: Db, crewId: string, cardId: string): Promise<Row[]> =>
  db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.cardId, cardId), eq(productCard.newest, true)));

/** One card, newest revision, or null. One that can't be read answers 422 with why. */
export async function findCard(db: Db, crewId: string, cardId: string): Promise<ShelfCard | null> {
  const [r] = await newest(db, crewId, cardId);
  const why = r ? whyUnreadable(r) : null;
  if (why !== null) refusal(422, `This card can’t be read: ${why}. Import it anew on the Shelf.`);
  return r ? row(r) : null;
}

/** A card as it lies in the database, readable or not, with its revision; null when there is none. */
export async function rawCard(db: Db, crewId: string, cardId: string) {
  const [r] = await newest(db, crewId, cardId);
  return r ? { document: r.document as unknown, revision: r.revision } : null;
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

/** Every revision of a card that can be read, newest first. */
export async function cardRevisions(db: Db, crewId: string, cardId: string): Promise<ShelfCard[]> {
  const rows = await db
    .select()
    .from(productCard)
    .where(and(eq(productCard.crewId, crewId), eq(productCard.cardId, cardId)))
    .orderBy(desc(productCard.revision));
  return rows.filter((r) => whyUnreadable(r) === null).map(row);
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
