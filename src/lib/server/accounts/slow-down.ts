import { eq, sql } from 'drizzle-orm';
import type { Db } from '../db/connect';
import { signInFailure } from '../db/schema';

const FREE_TRIES = 3;
const LONGEST_WAIT_S = 15 * 60;

/** Seconds to wait after so many wrong passwords in a row: none for three, then 2, 4, 8 … up to a quarter of an hour. */
export const waitSeconds = (failures: number): number =>
  failures <= FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_S, 2 ** (failures - FREE_TRIES));

/** Seconds until this address may try again; 0 when it may now. Kept in the database, so every process slows the same. */
export async function secondsUntilTry(db: Db, email: string, nowMs: number): Promise<number> {
  const [row] = await db.select().from(signInFailure).where(eq(signInFailure.email, email.toLowerCase()));
  return row ? Math.max(0, Math.ceil((row.openAt.getTime() - nowMs) / 1000)) : 0;
}

/** Counts a wrong password and sets when the next try is taken. */
export async function countFailure(db: Db, email: string, nowMs: number): Promise<void> {
  const key = email.toLowerCase();
  await db.transaction(async (tx) => {
    await tx
      .insert(signInFailure)
      .values({ email: key, count: 1, openAt: new Date(nowMs) })
      .onDuplicateKeyUpdate({
        set: { count: sql`${signInFailure.count} + 1` }
      });
    const [row] = await tx.select().from(signInFailure).where(eq(signInFailure.email, key)).for('update');
    await tx
      .update(signInFailure)
      .set({ openAt: new Date(nowMs + waitSeconds(row!.count) * 1000) })
      .where(eq(signInFailure.email, key));
  });
}

export const forgetFailures = (db: Db, email: string) =>
  db.delete(signInFailure).where(eq(signInFailure.email, email.toLowerCase()));
