import { hash } from '@node-rs/argon2';
import { and, asc, count, eq, ne } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { UnitSystem } from '../../../core/units';
import type { WorkingHours } from '../../../core/window';
import type { Db, Tx } from '../db/connect';
import { account, crew, session, user } from '../db/schema';
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

/** Makes a crew with its first person, or nothing at all. */
export async function createCrew(
  db: Db,
  c: NewCrew,
  first: NewPerson,
  nowMs: number
): Promise<{ crewId: string; userId: string }> {
  return db.transaction(async (tx) => {
    const crewId = uuidv7();
    await tx.insert(crew).values({ id: crewId, ...c, createdAt: new Date(nowMs) });
    return { crewId, userId: await insertPerson(tx, crewId, first, nowMs) };
  });
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

/** Adds a person to a crew; refuses an address that is taken. */
export async function addPerson(
  db: Db,
  crewId: string,
  p: NewPerson,
  nowMs: number
): Promise<{ ok: true; id: string } | Refusal> {
  try {
    return {
      ok: true,
      id: await db.transaction((tx) => insertPerson(tx, crewId, p, nowMs))
    };
  } catch (e) {
    if ((e as { cause?: { code?: string } }).cause?.code === 'ER_DUP_ENTRY')
      return {
        ok: false,
        path: '/email',
        problem: 'Somebody uses this address already. Take another.'
      };
    throw e;
  }
}

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
  return db.transaction(async (tx) => {
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
  db.update(user).set({ units }).where(eq(user.id, userId));

/** The crew's row. */
export async function crewOf(db: Db, crewId: string) {
  const [row] = await db.select().from(crew).where(eq(crew.id, crewId));
  return row!;
}
