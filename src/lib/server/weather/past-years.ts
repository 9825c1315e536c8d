import { eq } from 'drizzle-orm';
import type { PastYears } from '../../../core/climate';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { readCoverage } from '../../../formats/coverage-json';
import { isTypicalYear } from '../../../formats/epw';
import { readWeather, writeWeather } from '../../../formats/weather-text';
import type { Db } from '../db/connect';
import { pastWeather } from '../db/schema';
import { transact } from '../db/transact';
import type { Desk } from './desk';
import { placeKey, type Place } from './forecasts';
import { importedFor } from './imported';
import { askArchive, isResting, once } from './question';

/** What has come to pass does not change: it is asked for again only to learn what came after. */
const FRESH_MS = 60 * DAY_MS;
const YEARS = 10;

interface Kept {
  past: PastYears;
  fetchedMs: number;
}
const parsed = new Map<string, Kept>();
const MOST_PARSED = 3;

function keep(key: string, kept: Kept): Kept {
  parsed.delete(key);
  if (parsed.size >= MOST_PARSED) parsed.delete(parsed.keys().next().value!);
  parsed.set(key, kept);
  return kept;
}

/**
 * The past years of a place: those a crew has read from a file, else what the desk's archive says, which is kept. Only a desk
 * in this process is waited for. Null where nobody has told.
 */
export async function pastYearsFor(
  db: Db,
  crewId: string,
  place: Place,
  nowMs: number,
  desk: Desk,
  places: ReadonlySet<string>
): Promise<PastYears | null> {
  const key = placeKey(place);
  const file = places.has(key) ? (await importedFor(db, crewId, place)).find((i) => i.kind === 'year') : undefined;
  const [series] = file?.weather ?? [];
  if (series) return { series, typical: isTypicalYear(series) };
  const kept = parsed.get(key) ?? (await readKept(db, key));
  if (kept && nowMs - kept.fetchedMs < FRESH_MS) return kept.past;
  const asked = `past ${key}`;
  if (isResting(asked)) return kept?.past ?? null;
  const question = once(asked, () => asksArchive(db, place, nowMs, desk));
  const made = desk.near ? await question : null;
  return (made ?? kept)?.past ?? null;
}

async function asksArchive(db: Db, place: Place, nowMs: number, desk: Desk): Promise<Kept | null> {
  const fromMs = Date.UTC(new Date(nowMs).getUTCFullYear() - YEARS, 0, 1);
  const answer = await askArchive(place, fromMs, Math.floor(nowMs / HOUR_MS) * HOUR_MS, desk);
  const weather = answer === null ? null : textOf(answer, nowMs);
  if (weather === null) return null;
  const key = placeKey(place);
  const row = { fetchedAt: new Date(nowMs), weather };
  await transact(db, (tx) =>
    tx
      .insert(pastWeather)
      .values({ placeKey: key, ...row })
      .onDuplicateKeyUpdate({ set: row })
  );
  return keptOf(key, weather, nowMs);
}

/** The desk's answer as it is kept; null if it is nonsense. */
function textOf(coverage: unknown, issuedMs: number): string | null {
  try {
    const read = readCoverage(coverage, { issuedMs, source: 'weather desk' });
    return read.ok && read.value.length ? writeWeather(read.value.slice(0, 1)) : null;
  } catch {
    return null;
  }
}

/** What is computed with is what is kept, whoever asked first. Throws when it can't be read. */
function keptOf(key: string, weather: string, fetchedMs: number): Kept | null {
  const [series] = readWeather(weather);
  return series ? keep(key, { past: { series, typical: false }, fetchedMs }) : null;
}

async function readKept(db: Db, key: string): Promise<Kept | null> {
  const [row] = await db.select().from(pastWeather).where(eq(pastWeather.placeKey, key));
  if (!row) return null;
  try {
    return keptOf(key, row.weather, row.fetchedAt.getTime());
  } catch {
    // What lies there can't be read: the next answer takes its place.
    return null;
  }
}
