import { goOn, tellsRain } from '../../../core/climate';
import type { JobDocument } from '../../../core/document';
import { hangsOnWeather } from '../../../core/job';
import { HOUR_MS } from '../../../core/units';
import { hoursBeyond } from '../../../core/window';
import type { Db } from '../db/connect';
import type { Desk } from './desk';
import type { Forecast } from './forecasts';
import { weatherFor } from './imported';
import { pastYearsFor } from './past-years';

/**
 * The weather a job is judged by, null where its air does not hang on it or nobody knows any. Where its coats may take longer
 * than the forecast reaches, past years of the place go on after it. Coats begin at `from`, an instant or the last hour a
 * forecast tells.
 */
export async function weatherOf(
  db: Db,
  crewId: string,
  document: JobDocument,
  nowMs: number,
  desk: Desk,
  places: ReadonlySet<string>,
  from: number | 'any start' = nowMs
): Promise<Forecast | null> {
  if (!hangsOnWeather(document)) return null;
  const forecast = await weatherFor(db, crewId, document.site, nowMs, desk, places);
  if (!forecast) return null;
  const { startMs, hours } = forecast.series;
  const endMs = startMs + hours.length * HOUR_MS;
  const beyond = hoursBeyond(document, from === 'any start' ? endMs : from, endMs);
  if (beyond === 0 || endMs <= nowMs) return forecast;
  const past = await pastYearsFor(db, crewId, document.site, nowMs, desk, places);
  // Coats in the open are promised nothing by years that know no rain.
  const open = document.places.some((p) => p.setting === 'outdoor');
  if (!past || (open && !tellsRain(past))) return forecast;
  const members = goOn(forecast.members, past, beyond);
  return { ...forecast, members, series: members[0]! };
}
