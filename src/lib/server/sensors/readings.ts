import { and, count, eq, gte, inArray, isNull, sql, sum, type SQL } from 'drizzle-orm';
import { HOUR_MS } from '../../../core/units';
import type { MeasuredHour, PlaceMeasured } from '../../../core/climate';
import type { JobDocument } from '../../../core/document';
import { madeAt } from '../../../core/keyed';
import type { Db } from '../db/connect';
import { sensor, sensorReading } from '../db/schema';

export const QUANTITIES = ['airTempC', 'rh', 'surfaceTempC', 'mcPercent'] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** A job whose places sensors may stand in. */
interface Measured {
  id: string;
  document: Pick<JobDocument, 'places'>;
}

/**
 * What was measured in the places of a job since an instant, the mean of each hour: by sensors that stood on the job, in its
 * first place where none was named, and by those that stood in a place of the house that the job uses.
 */
export async function measuredHours(
  db: Db,
  crewId: string,
  { id, document: { places } }: Measured,
  sinceMs: number
): Promise<PlaceMeasured[]> {
  const since = gte(sensorReading.at, new Date(sinceMs));
  const ofHouse = places.flatMap((p) => p.house ?? []);
  const [onJob, inHouse] = await Promise.all([
    hourly(db, and(eq(sensorReading.jobId, id), since)),
    ofHouse.length
      ? hourly(
          db,
          and(
            inArray(sensorReading.sensorId, db.select({ id: sensor.id }).from(sensor).where(eq(sensor.crewId, crewId))),
            since,
            isNull(sensorReading.jobId),
            inArray(sensorReading.place, ofHouse)
          )
        )
      : []
  ]);
  return places.flatMap(({ id: place, house }, i) => {
    const hours = meansOf([
      ...onJob.filter((r) => r.place === place || (i === 0 && r.place === null)),
      ...inHouse.filter((r) => house !== undefined && r.place === house)
    ]);
    return hours.length ? [{ place, hours }] : [];
  });
}

/** What one sensor measured since an instant, the mean of each hour, wherever it stood. */
export const sensorHours = async (db: Db, sensorId: string, sinceMs: number): Promise<MeasuredHour[]> =>
  meansOf(await hourly(db, and(eq(sensorReading.sensorId, sensorId), gte(sensorReading.at, new Date(sinceMs)))));

/** Readings of one quantity in one place and hour: how many, and their sum. */
interface HourSum {
  place: string | null;
  atMs: number;
  quantity: Quantity;
  sum: number;
  count: number;
}

async function hourly(db: Db, which: SQL | undefined): Promise<HourSum[]> {
  const hour = sql<number>`TIMESTAMPDIFF(HOUR, '1970-01-01', ${sensorReading.at})`;
  const rows = await db
    .select({
      hour,
      place: sensorReading.place,
      quantity: sensorReading.quantity,
      sum: sum(sensorReading.value).mapWith(Number),
      count: count()
    })
    .from(sensorReading)
    .where(which)
    .groupBy(sensorReading.place, hour, sensorReading.quantity)
    .orderBy(hour);
  return rows.map(({ hour: h, ...r }) => ({ ...r, atMs: Number(h) * HOUR_MS }));
}

/** The mean of each hour over all its readings, whichever sensor took them, in their order. */
function meansOf(sums: readonly HourSum[]): MeasuredHour[] {
  const hours = new Map<number, Map<Quantity, { sum: number; count: number }>>();
  for (const { atMs, quantity, sum: s, count: n } of sums) {
    const all = madeAt(
      madeAt(hours, atMs, () => new Map<Quantity, { sum: number; count: number }>()),
      quantity,
      () => ({ sum: 0, count: 0 })
    );
    all.sum += s;
    all.count += n;
  }
  return [...hours]
    .sort(([a], [b]) => a - b)
    .map(([atMs, of]) => ({
      atMs,
      ...Object.fromEntries([...of].map(([q, v]) => [q, Math.round((v.sum / v.count) * 1000) / 1000]))
    }));
}

/** Whether a crew has a sensor at all. */
export async function hasSensors(db: Db, crewId: string): Promise<boolean> {
  const [r] = await db.select({ id: sensor.id }).from(sensor).where(eq(sensor.crewId, crewId)).limit(1);
  return r !== undefined;
}
