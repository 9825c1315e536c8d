import { and, avg, eq, gte, sql, type SQL } from 'drizzle-orm';
import { HOUR_MS } from '../../../core/units';
import type { MeasuredHour } from '../../../core/climate';
import type { Db } from '../db/connect';
import { sensor, sensorReading } from '../db/schema';

export const QUANTITIES = ['airTempC', 'rh', 'surfaceTempC', 'mcPercent'] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** What was measured on a job since an instant, the mean of each hour. */
export const measuredHours = (db: Db, jobId: string, sinceMs: number): Promise<MeasuredHour[]> =>
  hourly(db, and(eq(sensorReading.jobId, jobId), gte(sensorReading.at, new Date(sinceMs))));

/** What one sensor measured since an instant, the mean of each hour, wherever it stood. */
export const sensorHours = (db: Db, sensorId: string, sinceMs: number): Promise<MeasuredHour[]> =>
  hourly(db, and(eq(sensorReading.sensorId, sensorId), gte(sensorReading.at, new Date(sinceMs))));

async function hourly(db: Db, which: SQL | undefined): Promise<MeasuredHour[]> {
  const hour = sql<number>`TIMESTAMPDIFF(HOUR, '1970-01-01', ${sensorReading.at})`;
  const rows = await db
    .select({ hour, quantity: sensorReading.quantity, value: avg(sensorReading.value).mapWith(Number) })
    .from(sensorReading)
    .where(which)
    .groupBy(hour, sensorReading.quantity)
    .orderBy(hour);
  const hours = new Map<number, MeasuredHour>();
  for (const r of rows) {
    const atMs = Number(r.hour) * HOUR_MS;
    hours.set(atMs, { ...(hours.get(atMs) ?? { atMs }), [r.quantity]: Math.round(r.value * 1000) / 1000 });
  }
  return [...hours.values()];
}

/** Whether a crew has a sensor at all. */
export async function hasSensors(db: Db, crewId: string): Promise<boolean> {
  const [r] = await db.select({ id: sensor.id }).from(sensor).where(eq(sensor.crewId, crewId)).limit(1);
  return r !== undefined;
}
