import { hash } from '@node-rs/argon2';
import { and, asc, count, eq, inArray, ne, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { ProductCard } from '../../../core/product';
import type { UnitSystem } from '../../../core/units';
import type { WorkingHours } from '../../../core/calendar';
import type { Db, Tx } from '../db/connect';
import { account, crew, firstCrew, productCard, session, user } from '../db/schema';
import { transact } from '../db/transact';
import type { Role } from './permissions';

export interface NewPerson {
  name: string;
  email: string;
  password: string;
  role: Role;
  units?: UnitSystem;
}

export interface NewCrew {
  name: string;
  home: {
    place: string;
    latitudeDeg: number;
    longitudeDeg: number;
    timeZone: string;
  };
  workingHours: WorkingHours;
}

export type Refusal = { ok: false; path: string; problem: string };

/** True before the first account is made. */
export async function isEmpty(db: Db): Promise<boolean> {
  const [row] = await db.select({ n: count() }).from(crew);
  return row!.n === 0;
}

/**
 * Holds a crew's own row: whoever changes its people, cards or house rules waits for the other to be done. It is written and
 * not only locked, since in a cluster a lock is known to its own node alone.
 */
export async function lockCrew(tx: Tx, crewId: string): Promise<void> {
  await tx
    .update(crew)
    .set({ turn: sql`${crew.turn} + 1` })
    .where(eq(crew.id, crewId));
}

/** Makes a crew with its first person and its cards, or nothing at all. */
export const createCrew = (
  db: Db,
  c: NewCrew,
  first: NewPerson,
  nowMs: number,
  cards: readonly ProductCard[] = []
): Promise<{ crewId: string; userId: string }> => transact(db, (tx) => insertCrew(tx, c, first, nowMs, cards));

/**
 * Makes the first crew of this Basket, with its first person and the cards it begins with: all of it or nothing, and once,
 * however many first visits come at once. Null when there is a crew already.
 */
export const createFirstCrew = (
  db: Db,
  c: NewCrew,
  first: NewPerson,
  nowMs: number,
  cards: readonly ProductCard[]
): Promise<{ crewId: string; userId: string } | null> =>
  transact(db, async (tx) => {
    const [there] = await tx.select({ n: count() }).from(crew);
    if (there!.n > 0) return null;
    const made = await insertCrew(tx, c, first, nowMs, cards);
    await tx.insert(firstCrew).values({ one: 1, crewId: made.crewId, madeAt: new Date(nowMs) });
    return made;
  });

async function insertCrew(tx: Tx, c: NewCrew, first: NewPerson, nowMs: number, cards: readonly ProductCard[]) {
  const crewId = uuidv7();
  const at = new Date(nowMs);
  await tx.insert(crew).values({ id: crewId, ...c, createdAt: at });
  const userId = await insertPerson(tx, crewId, first, nowMs);
  if (cards.length)
    await tx.insert(productCard).values(
      cards.map((document) => ({
        crewId,
        cardId: document.id,
        revision: 1,
        newest: true,
        document,
        changedBy: first.name,
        changedAt: at
      }))
    );
  return { crewId, userId };
}

async function insertPerson(tx: Tx, crewId: string, p: NewPerson, nowMs: number): Promise<string> {
  const id = uuidv7();
  const [createdAt, updatedAt] = [new Date(nowMs), new Date(nowMs)];
  await tx.insert(user).values({
    id,
    crewId,
    name: p.name,
    email: p.email.toLowerCase(),
    role: p.role,
    units: p.units ?? 'metric',
    createdAt,
    updatedAt
  });
  await tx.insert(account).values({
    id: uuidv7(),
    userId: id,
    accountId: id,
    providerId: 'credential',
    password: await hash(p.password),
    createdAt,
    updatedAt
  });
  return id;
}

/** Adds a person to a crew, or brings one back who was removed from it, with the new name, role and password; refuses an address that is taken. */
export const addPerson = (
  db: Db,
  crewId: string,
  p: NewPerson,
  nowMs: number
): Promise<{ ok: true; id: string } | Refusal> =>
  transact(db, async (tx) => {
    await lockCrew(tx, crewId);
    const [held] = await tx.select().from(user).where(eq(user.email, p.email.toLowerCase())).for('update');
    if (!held) return { ok: true as const, id: await insertPerson(tx, crewId, p, nowMs) };
    if (held.crewId !== crewId || held.active)
      return { ok: false as const, path: '/email', problem: 'Somebody uses this address already. Take another.' };
    await tx
      .update(user)
      .set({ name: p.name, role: p.role, active: true, updatedAt: new Date(nowMs) })
      .where(eq(user.id, held.id));
    await writePassword(tx, held.id, p.password, nowMs);
    return { ok: true as const, id: held.id };
  });

/** Sets a person's password and ends every session but one. */
export async function writePassword(
  tx: Tx,
  userId: string,
  password: string,
  nowMs: number,
  keepToken?: string
): Promise<void> {
  await tx
    .update(account)
    .set({ password: await hash(password), updatedAt: new Date(nowMs) })
    .where(and(eq(account.userId, userId), eq(account.providerId, 'credential')));
  await tx
    .delete(session)
    .where(and(eq(session.userId, userId), keepToken === undefined ? undefined : ne(session.token, keepToken)));
}

/** How many people of a crew work on site: leads and hands whose account is open. */
export const handsOf = async (db: Db, crewId: string): Promise<number> =>
  (await listPeople(db, crewId)).filter((p) => p.active && p.role !== 'office').length;

/** The people of a crew, by name. */
export const listPeople = (db: Db, crewId: string) =>
  db
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      active: user.active
    })
    .from(user)
    .where(eq(user.crewId, crewId))
    .orderBy(asc(user.name));

/** Changes a person's role or whether they may sign in. A crew always keeps one active lead. */
export async function changePerson(
  db: Db,
  crewId: string,
  userId: string,
  change: { role?: Role; active?: boolean }
): Promise<{ ok: true } | Refusal> {
  return transact(db, async (tx) => {
    // All leads of a crew change one after the other: two who demote each other would leave none.
    await lockCrew(tx, crewId);
    const [person] = await tx
      .select()
      .from(user)
      .where(and(eq(user.id, userId), eq(user.crewId, crewId)))
      .for('update');
    if (!person)
      return {
        ok: false as const,
        path: '/userId',
        problem: 'This person is not in your crew.'
      };
    const staysLead = (change.role ?? person.role) === 'lead' && (change.active ?? person.active);
    if (!staysLead) {
      const [others] = await tx
        .select({ n: count() })
        .from(user)
        .where(and(eq(user.crewId, crewId), eq(user.role, 'lead'), eq(user.active, true), ne(user.id, userId)));
      if (others!.n === 0)
        return {
          ok: false as const,
          path: '/role',
          problem: 'A crew needs a lead. Make somebody else lead first.'
        };
    }
    await tx.update(user).set(change).where(eq(user.id, userId));
    if (change.active === false) await tx.delete(session).where(eq(session.userId, userId));
    return { ok: true as const };
  });
}

export const setUnits = (db: Db, userId: string, units: UnitSystem) =>
  transact(db, (tx) => tx.update(user).set({ units }).where(eq(user.id, userId)));

/** Which of some people may still sign in. */
export async function stillActive(db: Db, userIds: readonly string[]): Promise<Set<string>> {
  if (userIds.length === 0) return new Set();
  const rows = await db
    .select({ id: user.id })
    .from(user)
    .where(and(inArray(user.id, [...userIds]), eq(user.active, true)));
  return new Set(rows.map((r) => r.id));
}

/** The crew's row. */
export async function crewOf(db: Db, crewId: string) {
  const [row] = await db.select().from(crew).where(eq(crew.id, crewId));
  return row!;
}
