import {
  boardAirSpeedMPerS,
  dewPointC,
  outdoorSurfaceTempC,
  sunPosition,
  surfaceSunWPerM2,
  throughCloud,
  type Exposure,
  type WeatherHour,
  type WeatherSeries
} from '../air';
import { HOUR_MS } from '../units';
import { emcPercent, nextBoardMoisturePercent, type Board } from '../wood';
import { carriedToStart, knownMoisture, type MoistureReading } from './known-moisture';

/** Air and wood of one hour at the work itself. */
export interface SiteHour {
  airTempC: number;
  surfaceTempC: number;
  rh: number;
  dewPointC: number;
  dewGapC: number;
  windMPerS: number;
  airSpeedMPerS: number;
  rainMm: number;
  cloud: number;
  /** Moisture of the wood; null indoors where nobody has read it. */
  mcPercent: number | null;
  sunElevationDeg: number;
  sunWPerM2: number;
  /** Nobody told the weather of this hour: it is drawn between its neighbours. */
  bridged?: true;
}

/** Hourly climate at the work; null where nothing is known. */
export interface SiteClimate {
  startMs: number;
  hours: (SiteHour | null)[];
  issuedMs: number;
  source: string;
  /** Where the forecast ends and past years go on, one of so many. */
  toldToMs?: number;
  years?: number;
  typical?: boolean;
  /** The climates of the places that the work is carried to, before which coat each, in their order. */
  then?: readonly { before: number; climate: SiteClimate }[];
}

/** The climate a coat is laid and dries in: that of the last place the work is carried to before it. */
export const climateOfCoat = (climate: SiteClimate, coat: number): SiteClimate =>
  climate.then?.findLast((t) => t.before <= coat)?.climate ?? climate;

/** What a climate keeps of the weather it follows from. */
export const ofWeather = ({
  issuedMs,
  source,
  toldToMs,
  years,
  typical
}: Omit<WeatherSeries, 'startMs' | 'hours'>) => ({
  issuedMs,
  source,
  ...(toldToMs !== undefined && { toldToMs, years, typical })
});

/** What was measured at the work in an hour: each counts before the model (handbook 8). */
export interface MeasuredHour {
  atMs: number;
  airTempC?: number;
  rh?: number;
  surfaceTempC?: number;
  mcPercent?: number;
}

/** What was measured in one place of a job, by its id. */
export interface PlaceMeasured {
  place: string;
  hours: readonly MeasuredHour[];
}

/** Where the sun stands hour by hour: the same for every member of a forecast, so it is worked out once. */
export type SunHours = readonly { elevationDeg: number; azimuthDeg: number }[];

export const sunHours = (
  startMs: number,
  count: number,
  place: { latitudeDeg: number; longitudeDeg: number }
): SunHours =>
  Array.from({ length: count }, (_, i) => sunPosition(startMs + i * HOUR_MS, place.latitudeDeg, place.longitudeDeg));

/** The sun on a surface hour by hour were the sky clear, W/m²; `shadeHours` is shade beside the exposure's own, 0–1. */
export const clearSun = (sun: SunHours, exposure: Exposure, shadeHours?: Float64Array): Float64Array =>
  Float64Array.from(sun, (at, i) => surfaceSunWPerM2(at, exposure, shadeHours?.[i]));

/** An outdoor surface: how it lies, its board, and the sun on it were the sky clear. */
export interface OutdoorSurface {
  exposure: Exposure;
  board: Board;
  clearSunWPerM2: Float64Array;
  moisture?: readonly MoistureReading[];
  measured?: ReadonlyMap<number, MeasuredHour>;
}

/**
 * Climate of an outdoor surface from the weather: sun, night cooling, dew and board moisture hour by hour (handbook 8).
 * `known` gives the hours before a forecast parts from the others: they are taken as they are.
 */
export function outdoorClimate(
  weather: WeatherSeries,
  sun: SunHours,
  surface: OutdoorSurface,
  known: readonly (SiteHour | null)[] = []
): SiteClimate {
  const { exposure, board, clearSunWPerM2, moisture = [], measured } = surface;
  const hours: (SiteHour | null)[] = known.slice(0, weather.hours.length);
  const read = knownMoisture(moisture, weather.startMs);
  const first = weather.hours.find((h) => h !== null);
  let mc =
    hours.findLast((h) => h !== null)?.mcPercent ??
    (read.before && first ? carriedToStart(read.before, weather.startMs, first, board) : firstDayEmc(weather));
  for (let i = hours.length; i < weather.hours.length; i++) {
    const atMs = weather.startMs + i * HOUR_MS;
    const seen = measured?.get(atMs);
    const w = measuredAir(weather.hours[i]!, seen);
    if (!w) {
      hours.push(null);
      continue;
    }
    const at = sun[i]!;
    const sunWPerM2 = clearSunWPerM2[i]! && clearSunWPerM2[i]! * throughCloud(w.cloud);
    const surfaceTempC = seen?.surfaceTempC ?? outdoorSurfaceTempC(w, sunWPerM2, at.elevationDeg, exposure);
    const dew = dewPointC(w.airTempC, w.rh);
    const rainMm = exposure.shelter >= 1 ? 0 : w.rainMm;
    mc = read.byHour.get(atMs) ?? nextBoardMoisturePercent(mc, { ...w, rainMm }, sunWPerM2, board);
    const hour: SiteHour = {
      airTempC: w.airTempC,
      surfaceTempC,
      rh: w.rh,
      dewPointC: dew,
      dewGapC: surfaceTempC - dew,
      windMPerS: w.windMPerS,
      airSpeedMPerS: boardAirSpeedMPerS(w.windMPerS),
      rainMm,
      cloud: w.cloud,
      mcPercent: mc,
      sunElevationDeg: at.elevationDeg,
      sunWPerM2
    };
    if (w.bridged) hour.bridged = true;
    hours.push(hour);
  }
  return { startMs: weather.startMs, hours, ...ofWeather(weather) };
}

const measuredAir = (w: WeatherHour | null, seen: MeasuredHour | undefined): WeatherHour | null =>
  w && seen ? { ...w, airTempC: seen.airTempC ?? w.airTempC, rh: seen.rh ?? w.rh } : w;

/** EMC of the mean air of the first 24 h, %: where moisture starts without a reading (handbook 8). */
function firstDayEmc(weather: WeatherSeries): number {
  const day = weather.hours.slice(0, 24).filter((h) => h !== null);
  if (day.length === 0) return 16;
  const mean = (of: 'airTempC' | 'rh') => day.reduce((s, h) => s + h[of], 0) / day.length;
  return emcPercent(mean('airTempC'), mean('rh'));
}

/** The hour of a climate that holds an instant, or null. */
export const siteHourAt = (climate: SiteClimate, atMs: number): SiteHour | null =>
  climate.hours[Math.floor((atMs - climate.startMs) / HOUR_MS)] ?? null;

/** When a climate ends, ms: from then on nothing is known. */
export const climateEndMs = (climate: SiteClimate): number => climate.startMs + climate.hours.length * HOUR_MS;

/** So many hours of a climate from an hour on; null where it has none, before its start and past its end. */
export function hoursFrom(climate: SiteClimate, fromMs: number, count: number): (SiteHour | null)[] {
  const first = Math.round((fromMs - climate.startMs) / HOUR_MS);
  if (first >= 0 && first + count <= climate.hours.length) return climate.hours.slice(first, first + count);
  return Array.from({ length: count }, (_, i) => climate.hours[first + i] ?? null);
}
