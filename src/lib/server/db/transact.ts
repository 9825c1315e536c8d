import type { Db, Tx } from './connect';

const TRIES = 4;

const isDeadlock = (e: unknown): boolean => {
  for (let x = e as { code?: string; cause?: unknown } | undefined; x; x = x.cause as typeof x)
    if (x.code === 'ER_LOCK_DEADLOCK') return true;
  return false;
};

/**
 * A transaction that is begun again when the database had to break a deadlock by ending it: nothing of it was written, so
 * nothing is done twice. Any other error is the caller's.
 */
export async function transact<T>(db: Db, work: (tx: Tx) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++)
    try {
      return await db.transaction(work);
    } catch (e) {
      if (attempt >= TRIES || !isDeadlock(e)) throw e;
    }
}
