import { verify } from '@node-rs/argon2';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../db/connect';
import { account } from '../db/schema';
import { transact } from '../db/transact';
import { writePassword } from './people';

/** Changes a person's own password if the current one is right; every other session of theirs ends. */
export const changePassword = (
  db: Db,
  userId: string,
  currentPassword: string,
  newPassword: string,
  nowMs: number,
  keepToken: string | undefined
): Promise<boolean> =>
  transact(db, async (tx) => {
    const [row] = await tx
      .select({ password: account.password })
      .from(account)
      .where(and(eq(account.userId, userId), eq(account.providerId, 'credential')))
      .for('update');
    if (!row?.password || !(await verify(row.password, currentPassword))) return false;
    await writePassword(tx, userId, newPassword, nowMs, keepToken);
    return true;
  });
