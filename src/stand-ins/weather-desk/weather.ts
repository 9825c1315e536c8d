import { relativeHumidity, sunPosition, type WeatherHour, type WeatherSeries } from '../../core/air';
import { HOUR_MS } from '../../core/units';
import { smoothNoise } from './noise';

/** Days of weather the desk looks ahead of its issue, and back from it. */
export const DESK_DAYS_AHEAD = 10;
export const DESK_DAYS_BACK = 40;

const DAY_H = 24;
const YEAR_H = 365.25 * DAY_H;
const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/**
 * One hour of invented weather at a place, the same for the same place and hour whoever asks. A slow wave of fronts (2–6
 * days) drives cloud, damp and rain together; the dew point follows the air mass and not the hour; temperature swings with
 * the sun as far as cloud lets it; wind rises with the fronts and by day.
 */
export function weatherHour(atMs: number, place: { latitudeDeg: number; longitudeDeg: number }): WeatherHour {
  const h = atMs / HOUR_MS;
  const seed = Math.round(place.latitudeDeg * 50) * 7919 + Math.round(place.longitudeDeg * 50) * 104729;
  const front = smoothNoise(seed, h / 44) * 1.05 + smoothNoise(seed + 1, h / 19) * 0.4;
  const cloud = clamp(0.45 + 0.75 * front + 0.12 * smoothNoise(seed + 2, h / 5), 0, 1);
  const wetness = front - 0.38 + 0.35 * smoothNoise(seed + 3, h / 4);
  const rainMm = cloud > 0.6 && wetness > 0 ? Math.round(wetness * 42) / 10 : 0;
  const season = seasonalMeanC(atMs, place.latitudeDeg);
  const airMass = season.mean + 3.2 * smoothNoise(seed + 4, h / 70);
  const solarHour = (h + place.longitudeDeg / 15) % DAY_H;
  const swing = season.swing * (1 - 0.65 * cloud);
  const airTempC = airMass + swing * Math.cos(((solarHour - 15) / DAY_H) * 2 * Math.PI) - 1.2 * Math.min(rainMm, 2);
  const depression = clamp(5.2 - 4.4 * clamp(front + 0.2, 0, 1) + 1.2 * smoothNoise(seed + 5, h / 40), 0.5, 9);
  const dewPoint = Math.min(airMass - depression, airTempC - 0.1);
  const byDay = Math.max(
    0,
    Math.sin((sunPosition(atMs, place.latitudeDeg, place.longitudeDeg).elevationDeg * Math.PI) / 180)
  );
  const windMPerS = clamp(
    2.2 + 3.4 * clamp(front + 0.35, 0, 1.5) + 1.8 * byDay + 1.1 * smoothNoise(seed + 6, h / 6),
    0.3,
    22
  );
  return {
    airTempC,
    rh: Math.max(0.1, relativeHumidity(airTempC, dewPoint)),
    windMPerS,
    rainMm,
    cloud
  };
}

/** Yearly course of the mean and of the daily swing, °C, by latitude; the year is turned round south of the equator. */
function seasonalMeanC(atMs: number, latitudeDeg: number) {
  const hourOfYear = (atMs / HOUR_MS) % YEAR_H;
  const summer = Math.cos(((hourOfYear - 200 * DAY_H) / YEAR_H) * 2 * Math.PI) * (latitudeDeg < 0 ? -1 : 1);
  const lat = Math.abs(latitudeDeg);
  return {
    mean: 27 - 0.0055 * lat * lat - 0.05 * lat + summer * Math.min(12, lat * 0.14),
    swing: 4.2 + 1.6 * summer * Math.min(1, lat / 40)
  };
}

/** What the desk answers: hourly weather from `fromMs` to `toMs`, held within its days back and ahead of the issue. */
export function deskSeries(
  place: { latitudeDeg: number; longitudeDeg: number },
  issuedMs: number,
  fromMs: number,
  toMs: number
): WeatherSeries {
  const hour = (ms: number) => Math.floor(ms / HOUR_MS) * HOUR_MS;
  const startMs = hour(Math.max(fromMs, issuedMs - DESK_DAYS_BACK * DAY_H * HOUR_MS));
  const endMs = hour(Math.min(toMs, issuedMs + DESK_DAYS_AHEAD * DAY_H * HOUR_MS));
  const count = Math.max(0, (endMs - startMs) / HOUR_MS);
  return {
    startMs,
    hours: Array.from({ length: count }, (_, i) => weatherHour(startMs + i * HOUR_MS, place)),
    issuedMs,
    source: 'weather desk'
  };
}
