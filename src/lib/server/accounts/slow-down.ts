import { createHash } from 'node:crypto';
import { eq, inArray, lt, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/connect';
import { signInTry } from '../db/schema';
import { transact } from '../db/transact';

/** How wrong passwords are slowed under one kind of key: so many are free, then the wait doubles up to the longest. */
interface Slowing {
  free: number;
  longestS: number;
}

/**
 * What a try is counted under. An address from one source is slowed soonest; a source that tries many addresses, and an
 * address tried from many sources, later and less. A device that has signed in as this person before is counted by itself
 * alone, so that no stranger can keep its owner out.
 */
const SLOWING = {
  'address and source': { free: 3, longestS: 15 * 60 },
  source: { free: 20, longestS: 15 * 60 },
  address: { free: 30, longestS: 60 },
  'known device': { free: 6, longestS: 5 * 60 }
} satisfies { readonly [kind in string]: Slowing };
export type TryKind = keyof typeof SLOWING;

/** Seconds to wait after so many wrong passwords in a row. */
export function waitSeconds(kind: TryKind, failures: number): number {
  const { free, longestS } = SLOWING[kind];
  return failures <= free ? 0 : Math.min(longestS, 2 ** Math.min(30, failures - free));
}

/** Who tries: the address typed, where from, and the device if it has signed in as this person before. */
export interface Trier {
  email: string;
  source: string;
  knownDevice: string | null;
}

const keyOf = (...parts: readonly string[]): string => createHash('sha256').update(parts.join('\0')).digest('hex');

/** A source as it is counted: a whole network of the newer addresses is one household. */
const networkOf = (source: string): string =>
  source.includes(':') && !source.startsWith('::ffff:') ? source.split(':').slice(0, 4).join(':') : source;

function keysOf({ email, source, knownDevice }: Trier): { key: string; kind: TryKind }[] {
  const address = email.toLowerCase();
  const from = networkOf(source);
  const keys: { key: string; kind: TryKind }[] = knownDevice
    ? [{ kind: 'known device', key: keyOf('known device', address, knownDevice) }]
    : [
        { kind: 'address and source', key: keyOf('address and source', address, from) },
        { kind: 'source', key: keyOf('source', from) },
        { kind: 'address', key: keyOf('address', address) }
      ];
  return keys.sort((a, b) => (a.key < b.key ? -1 : 1));
}

/**
 * Takes a try before its password is looked at, and counts it as a wrong one: a hundred guesses at once are a hundred, each
 * counted under the lock of its keys. Gives the seconds to wait, 0 when the password may be looked at now.
 */
export const takeTry = (db: Db, trier: Trier, nowMs: number): Promise<number> =>
  transact(db, async (tx) => {
    const keys = keysOf(trier);
    const rows = await held(
      tx,
      keys.map((k) => k.key),
      nowMs
    );
    // Who has free tries left waits for nothing: another of the same source may have begun a moment later and been quicker.
    const waitMs = Math.max(
      ...keys.map(({ key, kind }) => {
        const { count, openAt } = rows.get(key)!;
        return waitSeconds(kind, count) > 0 ? openAt.getTime() - nowMs : 0;
      })
    );
    if (waitMs > 0) return Math.ceil(waitMs / 1000);
    for (const { key, kind } of keys) {
      const count = rows.get(key)!.count + 1;
      const openAt = new Date(nowMs + waitSeconds(kind, count) * 1000);
      await tx.insert(signInTry).values({ key, count, openAt }).onDuplicateKeyUpdate({ set: { count, openAt } });
    }
    return 0;
  });

/** The rows of some keys, made where they are not there, in order and locked. */
async function held(tx: Tx, keys: readonly string[], nowMs: number) {
  for (const key of keys)
    await tx
      .insert(signInTry)
      .values({ key, count: 0, openAt: new Date(nowMs) })
      .onDuplicateKeyUpdate({ set: { key } });
  const rows = await tx
    .select()
    .from(signInTry)
    .where(inArray(signInTry.key, [...keys]))
    .orderBy(signInTry.key)
    .for('update');
  return new Map(rows.map((r) => [r.key, r]));
}

/**
 * The password was right: what was counted for it in advance is taken back, and the wrong ones of this person here are
 * forgotten. What others did from this source or with this address stays counted.
 */
export const forgiveTries = (db: Db, trier: Trier, nowMs: number): Promise<void> =>
  transact(db, async (tx) => {
    for (const { key, kind } of keysOf(trier))
      if (kind === 'source' || kind === 'address')
        await tx
          .update(signInTry)
          .set({ count: sql`GREATEST(0, ${signInTry.count} - 1)`, openAt: new Date(nowMs) })
          .where(eq(signInTry.key, key));
      else await tx.delete(signInTry).where(eq(signInTry.key, key));
  });

const KEPT_MS = 24 * 3_600_000;

/** Forgets what was counted more than a day ago. */
export const sweepTries = (db: Db, nowMs: number): Promise<unknown> =>
  transact(db, (tx) => tx.delete(signInTry).where(lt(signInTry.openAt, new Date(nowMs - KEPT_MS))));
