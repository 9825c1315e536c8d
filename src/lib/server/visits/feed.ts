import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { DAY_MS } from '../../../core/units';
import { writeCalendar } from '../../../formats/calendar';
import type { Db } from '../db/connect';
import { calendarFeed, crew } from '../db/schema';
import { visitsBetween } from './visits';

/** The secret of a crew's calendar address; null until it has asked for one. */
export async function feedSecret(db: Db, crewId: string): Promise<string | null> {
  const [r] = await db.select().from(calendarFeed).where(eq(calendarFeed.crewId, crewId));
  return r?.secret ?? null;
}

/** A new secret address; an older one no longer answers. */
export async function renewFeed(db: Db, crewId: string, nowMs: number): Promise<string> {
  const row = { secret: randomBytes(24).toString('hex'), createdAt: new Date(nowMs) };
  await db
    .insert(calendarFeed)
    .values({ crewId, ...row })
    .onDuplicateKeyUpdate({ set: row });
  return row.secret;
}

const BACK_MS = 60 * DAY_MS;
const AHEAD_MS = 400 * DAY_MS;

/** The calendar behind a secret address; null when nobody has it. */
export async function feedOf(db: Db, secret: string, origin: string, nowMs: number): Promise<string | null> {
  const [found] = await db
    .select({ crewId: calendarFeed.crewId, name: crew.name })
    .from(calendarFeed)
    .innerJoin(crew, eq(crew.id, calendarFeed.crewId))
    .where(eq(calendarFeed.secret, secret));
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
