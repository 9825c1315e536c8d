import { eq } from 'drizzle-orm';
import type { WeatherSeries } from '../../../core/air';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { readCoverage } from '../../../formats/coverage-json';
import type { Db } from '../db/connect';
import { forecast } from '../db/schema';

export interface Place {
  latitudeDeg: number;
  longitudeDeg: number;
}

/** A forecast with its age; stale when the desk could not be reached for a newer one. */
export interface Forecast {
  series: WeatherSeries;
  fetchedMs: number;
  stale: boolean;
}

const FRESH_MS = HOUR_MS;
const DAYS_BACK = 40;
const DAYS_AHEAD = 10;
const PATIENCE_MS = 8000;

/** Places within about a kilometre share a forecast. */
export const placeKey = (p: Place): string => `${p.latitudeDeg.toFixed(2)} ${p.longitudeDeg.toFixed(2)}`;

const parsed = new Map<string, { fetchedMs: number; series: WeatherSeries }>();

/**
 * The forecast of a place: the kept one while it is fresh, else a new one from the desk, else the kept one however old.
 * Null when there is none and the desk is down. `ask` puts the position query to the desk.
 */
export async function forecastFor(
  db: Db,
  place: Place,
  nowMs: number,
  ask: (query: string) => Promise<Response>
): Promise<Forecast | null> {
  const key = placeKey(place);
  const kept = parsed.get(key) ?? (await readKept(db, key));
  if (kept && Math.abs(nowMs - kept.fetchedMs) < FRESH_MS) return { ...kept, stale: false };
  const fresh = await askDesk(place, nowMs, ask);
  if (!fresh) return kept ? { ...kept, stale: true } : null;
  const row = {
    issuedAt: new Date(fresh.series.issuedMs),
    fetchedAt: new Date(nowMs),
    coverage: fresh.coverage
  };
  await db
    .insert(forecast)
    .values({ placeKey: key, ...row })
    .onDuplicateKeyUpdate({ set: row });
  parsed.set(key, { fetchedMs: nowMs, series: fresh.series });
  return { series: fresh.series, fetchedMs: nowMs, stale: false };
}

async function readKept(db: Db, key: string) {
  const [row] = await db.select().from(forecast).where(eq(forecast.placeKey, key));
  if (!row) return null;
  const series = readCoverage(row.coverage, {
    issuedMs: row.issuedAt.getTime(),
    source: 'weather desk'
  });
  if (!series.ok) return null;
  const kept = { fetchedMs: row.fetchedAt.getTime(), series: series.value };
  parsed.set(key, kept);
  return kept;
}

async function askDesk(place: Place, nowMs: number, ask: (query: string) => Promise<Response>) {
  const iso = (ms: number) => new Date(ms).toISOString();
  const query = new URLSearchParams({
    coords: `POINT(${place.longitudeDeg} ${place.latitudeDeg})`,
    datetime: `${iso(nowMs - DAYS_BACK * DAY_MS)}/${iso(nowMs + DAYS_AHEAD * DAY_MS)}`
  });
  try {
    const response = await Promise.race([
      ask(query.toString()),
      new Promise<never>((_, no) => setTimeout(() => no(new Error('the desk does not answer')), PATIENCE_MS).unref())
    ]);
    if (!response.ok) return null;
    const coverage: unknown = await response.json();
    const series = readCoverage(coverage, {
      issuedMs: nowMs,
      source: 'weather desk'
    });
    return series.ok ? { coverage, series: series.value } : null;
  } catch {
    return null;
  }
}
