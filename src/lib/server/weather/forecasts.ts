import { eq } from 'drizzle-orm';
import type { WeatherSeries } from '../../../core/air';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { readCoverage } from '../../../formats/coverage-json';
import { inSteps, readWeather, writeWeather } from '../../../formats/weather-text';
import type { Db } from '../db/connect';
import { forecast } from '../db/schema';

export interface Place {
  latitudeDeg: number;
  longitudeDeg: number;
}

/** A forecast with its age; stale when the desk could not be reached for a newer one. */
export interface Forecast {
  /** All members, the control first: the same hours, alike until the issue. */
  members: readonly WeatherSeries[];
  /** The control. */
  series: WeatherSeries;
  fetchedMs: number;
  stale: boolean;
}

const FRESH_MS = HOUR_MS;
/** Asked of the desk, and kept of what it once said. */
const DAYS_BACK = 5;
const DAYS_KEPT = 60;
const DAYS_FIRST = 40;
const DAYS_AHEAD = 10;
const PATIENCE_MS = 8000;

/** Places within about a kilometre share a forecast. */
export const placeKey = (p: Place): string => `${p.latitudeDeg.toFixed(2)} ${p.longitudeDeg.toFixed(2)}`;

type Kept = Omit<Forecast, 'stale'>;
const parsed = new Map<string, Kept>();
const MOST_PARSED = 24;

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
  const fresh = await askDesk(place, nowMs, kept ? DAYS_BACK : DAYS_FIRST, ask);
  if (!fresh) return kept ? { ...kept, stale: true } : null;
  const made = remembered(withPast(fresh, kept?.series, nowMs), nowMs);
  const row = {
    issuedAt: new Date(made.series.issuedMs),
    fetchedAt: new Date(nowMs),
    ...textsOf(made.members)
  };
  await db
    .insert(forecast)
    .values({ placeKey: key, ...row })
    .onDuplicateKeyUpdate({ set: row });
  keep(key, made);
  return { ...made, stale: false };
}

const remembered = (members: readonly WeatherSeries[], fetchedMs: number): Kept => ({
  members,
  series: members[0]!,
  fetchedMs
});

function keep(key: string, kept: Kept): void {
  parsed.delete(key);
  if (parsed.size >= MOST_PARSED) parsed.delete(parsed.keys().next().value!);
  parsed.set(key, kept);
}

/** Puts the weather a place once had before what the desk now tells, so that what has come to pass is not forgotten. */
function withPast(
  fresh: readonly WeatherSeries[],
  before: WeatherSeries | undefined,
  nowMs: number
): readonly WeatherSeries[] {
  const { startMs } = fresh[0]!;
  if (!before || before.startMs >= startMs) return fresh;
  const skip = Math.max(0, Math.ceil((nowMs - DAYS_KEPT * DAY_MS - before.startMs) / HOUR_MS));
  const gap = (startMs - before.startMs) / HOUR_MS;
  const old = Array.from({ length: gap }, (_, i) => before.hours[i] ?? null).slice(skip);
  return fresh.map((m) => ({ ...m, startMs: startMs - old.length * HOUR_MS, hours: [...old, ...m.hours] }));
}

/** The hour the members part. */
const cutOf = (s: WeatherSeries) =>
  Math.min(s.hours.length, Math.max(0, Math.floor((s.issuedMs - s.startMs) / HOUR_MS)));

function textsOf(members: readonly WeatherSeries[]) {
  const [control] = members as [WeatherSeries];
  const cut = cutOf(control);
  const startMs = control.startMs + cut * HOUR_MS;
  return {
    past: writeWeather([{ ...control, hours: control.hours.slice(0, cut) }]),
    ahead: writeWeather(members.map((m) => ({ ...m, startMs, hours: m.hours.slice(cut) })))
  };
}

async function readKept(db: Db, key: string): Promise<Kept | null> {
  const [row] = await db.select().from(forecast).where(eq(forecast.placeKey, key));
  if (!row) return null;
  const [past] = readWeather(row.past) as [WeatherSeries];
  const members = readWeather(row.ahead).map((m) => ({
    ...m,
    startMs: past.startMs,
    hours: [...past.hours, ...m.hours]
  }));
  const kept = remembered(members, row.fetchedAt.getTime());
  keep(key, kept);
  return kept;
}

/** A desk's answer as series, in the steps that pages get them in; null if it is nonsense. */
function membersOf(coverage: unknown, issuedMs: number): WeatherSeries[] | null {
  const read = readCoverage(coverage, { issuedMs, source: 'weather desk' });
  if (!read.ok) return null;
  const [control] = read.value as [WeatherSeries];
  const past = control.hours.slice(0, cutOf(control)).map((h) => h && inSteps(h));
  // What has come to pass is one and the same, whatever the members say of it.
  return read.value.map((m) => ({
    ...m,
    hours: [...past, ...m.hours.slice(past.length).map((h) => h && inSteps(h))]
  }));
}

async function askDesk(place: Place, nowMs: number, daysBack: number, ask: (query: string) => Promise<Response>) {
  const iso = (ms: number) => new Date(ms).toISOString();
  const query = new URLSearchParams({
    coords: `POINT(${place.longitudeDeg} ${place.latitudeDeg})`,
    datetime: `${iso(nowMs - daysBack * DAY_MS)}/${iso(nowMs + DAYS_AHEAD * DAY_MS)}`
  });
  try {
    const response = await Promise.race([
      ask(query.toString()),
      new Promise<never>((_, no) => setTimeout(() => no(new Error('the desk does not answer')), PATIENCE_MS).unref())
    ]);
    if (!response.ok) return null;
    return membersOf(await response.json(), nowMs);
  } catch {
    return null;
  }
}
