import { randomBytes } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { DAY_MS } from '../../../core/units';
import { writeCalendar } from '../../../formats/calendar';
import type { Db } from '../db/connect';
import { calendarAddress, crew, user } from '../db/schema';
import { transact } from '../db/transact';
import { visitsBetween } from './visits';

/** The secret of a person's calendar address; null until it has been asked for. */
export async function addressSecret(db: Db, userId: string): Promise<string | null> {
  const [r] = await db.select().from(calendarAddress).where(eq(calendarAddress.userId, userId));
  return r?.secret ?? null;
}

/** A new secret address for a person; an older one no longer answers. */
export async function renewAddress(db: Db, userId: string, nowMs: number): Promise<string> {
  const row = { secret: randomBytes(24).toString('hex'), createdAt: new Date(nowMs) };
  await transact(db, (tx) =>
    tx
      .insert(calendarAddress)
      .values({ userId, ...row })
      .onDuplicateKeyUpdate({ set: row })
  );
  return row.secret;
}

const BACK_MS = 60 * DAY_MS;
const AHEAD_MS = 400 * DAY_MS;

/** The calendar behind a secret address; null when nobody has it, or nobody who is still one of the crew. */
export async function feedOf(db: Db, secret: string, origin: string, nowMs: number): Promise<string | null> {
  const [found] = await db
    .select({ crewId: user.crewId, name: crew.name })
    .from(calendarAddress)
    .innerJoin(user, eq(user.id, calendarAddress.userId))
    .innerJoin(crew, eq(crew.id, user.crewId))
    .where(and(eq(calendarAddress.secret, secret), eq(user.active, true)));
  if (!found) return null;
  const visits = await visitsBetween(db, found.crewId, nowMs - BACK_MS, nowMs + AHEAD_MS);
  return writeCalendar(
    `${found.name}, visits`,
    visits.map((v) => ({
      jobId: v.jobId,
      number: v.number,
      title: v.title,
      what: v.what,
      place: v.place,
      client: v.clientName,
      fromMs: v.fromAt.getTime(),
      toMs: v.toAt.getTime(),
      sequence: v.sequence,
      cancelled: v.cancelled,
      changedMs: v.changedAt.getTime(),
      url: `${origin}/jobs/${v.jobId}`
    }))
  );
}
