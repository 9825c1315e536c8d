import { error as refusal } from '@sveltejs/kit';
import type { Db, Tx, Writable } from './connect';
import { againFor, isAway, type Again } from './faults';

/** How often a transaction is begun, by why it broke: a duplicate that stays one after a second reading is a conflict. */
const TRIES: Readonly<{ [why in Again]: number }> = { clash: 12, duplicate: 3 };
const FIRST_WAIT_MS = 4;
const LONGEST_WAIT_MS = 250;

/** Some time between nothing and twice as long as the last time, so that those who met do not meet again. */
const pause = (attempt: number) =>
  new Promise((go) => setTimeout(go, Math.random() * Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** attempt)));

/**
 * The one way to write: a transaction in which every statement sees what is committed by then, so that what it locks it also
 * reads as it stands. Lock in the order crew, job, tins by id, keys of evidence in order, the count of knowledge. It is begun
 * again when the database had to break it or somebody wrote the same key first: nothing of it was written, so nothing is
 * done twice. What stays a duplicate is answered 409, a database out of reach 503; any other error is the caller's.
 */
export async function transact<T>(db: Db, work: (tx: Tx) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++)
    try {
      return await (db as unknown as Writable).transaction(work, { isolationLevel: 'read committed' });
    } catch (fault) {
      const why = againFor(fault);
      if (why && attempt < TRIES[why]) {
        await pause(attempt);
        continue;
      }
      if (why === 'duplicate')
        refusal(409, 'Somebody else wrote this at the same moment. Read it again, then try again.');
      if (why === 'clash' || isAway(fault))
        refusal(503, 'The database is busy or away for a moment. Nothing was written; try again.');
      throw fault;
    }
}
