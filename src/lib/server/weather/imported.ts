import { and, eq } from 'drizzle-orm';
import type { WeatherSeries } from '../../../core/air';
import { HOUR_MS } from '../../../core/units';
import { readWeather, writeWeather } from '../../../formats/weather-text';
import type { Db } from '../db/connect';
import { importedWeather } from '../db/schema';
import { transact } from '../db/transact';
import { knowledgeChanged } from '../db/knowledge-version';
import { forecastFor, placeKey, type Forecast, type Place } from './forecasts';
import type { Desk } from './desk';

/** Weather a crew has read from a file for a place. */
export interface ImportedWeather {
  kind: 'series' | 'year';
  name: string;
  by: string;
  atMs: number;
  weather: WeatherSeries[];
}

/** What a crew has imported for a place; none in most places. */
export async function importedFor(db: Db, crewId: string, place: Place): Promise<ImportedWeather[]> {
  const rows = await db
    .select()
    .from(importedWeather)
    .where(and(eq(importedWeather.crewId, crewId), eq(importedWeather.placeKey, placeKey(place))));
  return rows.flatMap((r) => {
    try {
      const weather = readWeather(r.weather);
      return weather.length ? [{ kind: r.kind, name: r.name, by: r.by, atMs: r.at.getTime(), weather }] : [];
    } catch {
      // A file that can't be read counts as none.
      return [];
    }
  });
}

/** Keeps a file's weather for a place, in place of an older one of its kind. */
export async function keepImported(
  db: Db,
  crewId: string,
  place: Place,
  from: { kind: 'series' | 'year'; name: string; by: string; nowMs: number },
  weather: readonly WeatherSeries[]
): Promise<void> {
  const row = { name: from.name, by: from.by, at: new Date(from.nowMs), weather: writeWeather(weather) };
  await transact(db, async (tx) => {
    await tx
      .insert(importedWeather)
      .values({ crewId, placeKey: placeKey(place), kind: from.kind, ...row })
      .onDuplicateKeyUpdate({ set: row });
    await knowledgeChanged(tx, crewId);
  });
}

/** The places a crew has weather from files for. */
export async function importedPlaces(db: Db, crewId: string): Promise<Set<string>> {
  const rows = await db
    .select({ placeKey: importedWeather.placeKey })
    .from(importedWeather)
    .where(eq(importedWeather.crewId, crewId));
  return new Set(rows.map((r) => r.placeKey));
}

/** Takes an imported file out again. */
export const dropImported = (db: Db, crewId: string, place: Place, kind: 'series' | 'year'): Promise<void> =>
  transact(db, async (tx) => {
    await tx
      .delete(importedWeather)
      .where(
        and(
          eq(importedWeather.crewId, crewId),
          eq(importedWeather.placeKey, placeKey(place)),
          eq(importedWeather.kind, kind)
        )
      );
    await knowledgeChanged(tx, crewId);
  });

/**
 * The weather a job is judged by: the file its crew has imported for the place while it reaches past now, else the desk's
 * forecast. The two are never mixed. `places` are those the crew has files for.
 */
export async function weatherFor(
  db: Db,
  crewId: string,
  place: Place,
  nowMs: number,
  desk: Desk,
  places: ReadonlySet<string>
): Promise<Forecast | null> {
  const imported = places.has(placeKey(place)) ? await importedFor(db, crewId, place) : [];
  const series = imported.find((i) => i.kind === 'series');
  const [control] = series?.weather ?? [];
  if (series && control && control.startMs + control.hours.length * HOUR_MS > nowMs)
    return { members: series.weather, series: control, fetchedMs: series.atMs, stale: false };
  return forecastFor(db, place, nowMs, desk);
}
