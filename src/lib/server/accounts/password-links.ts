import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt } from 'drizzle-orm';
import type { Db } from '../db/connect';
import { passwordLink, user } from '../db/schema';
import { transact } from '../db/transact';
import { writePassword } from './people';

export const LINK_HOURS = 24;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Makes a link by which a person of this crew sets a new password, once, within a day; older ones end. Null when there is no such person. */
export const makePasswordLink = (
  db: Db,
  crewId: string,
  userId: string,
  by: string,
  nowMs: number
): Promise<string | null> =>
  transact(db, async (tx) => {
    const [person] = await tx
      .select({ id: user.id })
      .from(user)
      .where(and(eq(user.id, userId), eq(user.crewId, crewId), eq(user.active, true)))
      .for('update');
    if (!person) return null;
    await tx.delete(passwordLink).where(eq(passwordLink.userId, userId));
    const token = randomBytes(24).toString('base64url');
    const expiresAt = new Date(nowMs + LINK_HOURS * 3_600_000);
    await tx.insert(passwordLink).values({ tokenHash: hashOf(token), userId, by, expiresAt });
    return token;
  });

/** Whose password a link sets, while it holds; null else. */
export async function personOfLink(db: Db, token: string, nowMs: number) {
  const [row] = await db
    .select({ id: user.id, name: user.name, email: user.email })
    .from(passwordLink)
    .innerJoin(user, eq(user.id, passwordLink.userId))
    .where(
      and(eq(passwordLink.tokenHash, hashOf(token)), gt(passwordLink.expiresAt, new Date(nowMs)), eq(user.active, true))
    );
  return row ?? null;
}

/** Sets the password by a link and uses it up; every session of the person ends. False when the link holds no longer. */
export const usePasswordLink = (db: Db, token: string, password: string, nowMs: number): Promise<boolean> =>
  transact(db, async (tx) => {
    const [link] = await tx
      .select()
      .from(passwordLink)
      .where(and(eq(passwordLink.tokenHash, hashOf(token)), gt(passwordLink.expiresAt, new Date(nowMs))))
      .for('update');
    if (!link) return false;
    await writePassword(tx, link.userId, password, nowMs);
    await tx.delete(passwordLink).where(eq(passwordLink.userId, link.userId));
    return true;
  });
