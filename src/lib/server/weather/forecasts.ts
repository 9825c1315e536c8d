import { eq } from 'drizzle-orm';
import type { WeatherSeries } from '../../../core/air';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { readCoverage } from '../../../formats/coverage-json';
import { inSteps, readWeather, writeWeather } from '../../../formats/weather-text';
import type { Db } from '../db/connect';
import { forecast } from '../db/schema';
import { transact } from '../db/transact';
import type { Desk } from './desk';
import { askPosition, isAsked, isResting, once } from './question';

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

/** Places within about a kilometre share a forecast. */
export const placeKey = (p: Place): string => `${p.latitudeDeg.toFixed(2)} ${p.longitudeDeg.toFixed(2)}`;

type Kept = Omit<Forecast, 'stale'>;
const parsed = new Map<string, Kept>();
const MOST_PARSED = 24;

/**
 * The forecast of a place: the kept one while it is fresh, else a new one from the desk, else the kept one however old. Only
 * a desk in this process is waited for; one outside is asked beside the page, which gets what is kept. Null when there is none.
 */
export async function forecastFor(db: Db, place: Place, nowMs: number, desk: Desk): Promise<Forecast | null> {
  const key = placeKey(place);
  const kept = parsed.get(key) ?? (await readKept(db, key));
  if (kept && Math.abs(nowMs - kept.fetchedMs) < FRESH_MS) return { ...kept, stale: false };
  if (!desk.near && isResting(key)) return kept && { ...kept, stale: true };
  const question = once(key, () => renewed(db, place, nowMs, kept, desk));
  const made = desk.near ? await question : null;
  if (made) return { ...made, stale: false };
  return kept && { ...kept, stale: desk.near };
}

/** Whether weather of a place is on its way to this process, so that a page without any asks again in a moment. */
export const isComing = (place: Place): boolean => isAsked(placeKey(place));

/** Asks the desk and keeps what it says; null when it says nothing of use. */
async function renewed(db: Db, place: Place, nowMs: number, kept: Kept | null, desk: Desk): Promise<Kept | null> {
  const answer = await askPosition(place, nowMs, kept ? DAYS_BACK : DAYS_FIRST, desk);
  const fresh = answer === null ? null : membersOf(answer, nowMs);
  if (!fresh) return null;
  const made = remembered(withPast(fresh, kept?.series, nowMs), nowMs);
  const row = {
    issuedAt: new Date(made.series.issuedMs),
    fetchedAt: new Date(nowMs),
    ...textsOf(made.members)
  };
  const key = placeKey(place);
  await transact(db, (tx) =>
    tx
      .insert(forecast)
      .values({ placeKey: key, ...row })
      .onDuplicateKeyUpdate({ set: row })
  );
  keep(key, made);
  return made;
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
  try {
    const [past] = readWeather(row.past) as [WeatherSeries];
    const members = readWeather(row.ahead).map((m) => ({
      ...m,
      startMs: past.startMs,
      hours: [...past.hours, ...m.hours]
    }));
    if (!Number.isFinite(past.startMs) || members.length === 0) return null;
    const kept = remembered(members, row.fetchedAt.getTime());
    keep(key, kept);
    return kept;
  } catch {
    // What lies there can't be read: it counts as none, and the next answer takes its place.
    return null;
  }
}

/** A desk's answer as series, in the steps that pages get them in; null if it is nonsense. */
function membersOf(coverage: unknown, issuedMs: number): WeatherSeries[] | null {
  let read: ReturnType<typeof readCoverage>;
  try {
    read = readCoverage(coverage, { issuedMs, source: 'weather desk' });
  } catch {
    return null;
  }
  if (!read.ok) return null;
  const [control] = read.value as [WeatherSeries];
  const past = control.hours.slice(0, cutOf(control)).map((h) => h && inSteps(h));
  // What has come to pass is one and the same, whatever the members say of it.
  return read.value.map((m) => ({
    ...m,
    hours: [...past, ...m.hours.slice(past.length).map((h) => h && inSteps(h))]
  }));
}
