import {
  boardAirSpeedMPerS,
  dewPointC,
  outdoorSurfaceTempC,
  sunPosition,
  surfaceSunWPerM2,
  type Exposure,
  type WeatherSeries
} from '../air';
import { HOUR_MS } from '../units';
import { emcPercent, nextBoardMoisturePercent, type Board } from '../wood';

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
  mcPercent: number;
  sunElevationDeg: number;
  sunWPerM2: number;
}

/** Hourly climate at the work; null where nothing is known. */
export interface SiteClimate {
  startMs: number;
  hours: (SiteHour | null)[];
  issuedMs: number;
  source: string;
}

/** A held room: thermostat and humidity known, still air unless said. */
export interface HeldRoom {
  tempC: number;
  rh: number;
  airSpeedMPerS: number;
  /** How much warmer the floor is than the air: underfloor heating. */
  floorExcessC: number;
}

export interface MoistureReading {
  atMs: number;
  percent: number;
}

/** Climate of a held room over a stretch of whole hours. Moisture is the last reading, else the EMC of the room. */
export function heldRoomClimate(
  room: HeldRoom,
  place: { latitudeDeg: number; longitudeDeg: number },
  span: { startMs: number; hours: number },
  reading?: MoistureReading
): SiteClimate {
  const surfaceTempC = room.tempC + room.floorExcessC;
  const dew = dewPointC(room.tempC, room.rh);
  const held = {
    airTempC: room.tempC,
    surfaceTempC,
    rh: room.rh,
    dewPointC: dew,
    dewGapC: surfaceTempC - dew,
    windMPerS: 0,
    airSpeedMPerS: room.airSpeedMPerS,
    rainMm: 0,
    cloud: 0,
    sunWPerM2: 0,
    mcPercent: reading?.percent ?? emcPercent(room.tempC, room.rh)
  };
  const hours = Array.from({ length: span.hours }, (_, i) => ({
    ...held,
    sunElevationDeg: sunPosition(span.startMs + i * HOUR_MS, place.latitudeDeg, place.longitudeDeg).elevationDeg
  }));
  return {
    startMs: span.startMs,
    hours,
    issuedMs: span.startMs,
    source: 'held room'
  };
}

/** Climate of an outdoor surface from the weather: sun, night cooling, dew and board moisture hour by hour (handbook 8). */
export function outdoorClimate(
  weather: WeatherSeries,
  place: { latitudeDeg: number; longitudeDeg: number },
  exposure: Exposure,
  board: Board,
  readings: readonly MoistureReading[] = []
): SiteClimate {
  let mc = firstDayEmc(weather);
  const hours = weather.hours.map((w, i): SiteHour | null => {
    const atMs = weather.startMs + i * HOUR_MS;
    if (!w) return null;
    const sun = sunPosition(atMs, place.latitudeDeg, place.longitudeDeg);
    const sunWPerM2 = surfaceSunWPerM2(sun, w.cloud, exposure);
    const surfaceTempC = outdoorSurfaceTempC(w, sunWPerM2, sun.elevationDeg > 0, exposure);
    const dew = dewPointC(w.airTempC, w.rh);
    mc = nextBoardMoisturePercent(mc, w, sunWPerM2, board);
    for (const r of readings) if (r.atMs >= atMs && r.atMs < atMs + HOUR_MS) mc = r.percent;
    return {
      airTempC: w.airTempC,
      surfaceTempC,
      rh: w.rh,
      dewPointC: dew,
      dewGapC: surfaceTempC - dew,
      windMPerS: w.windMPerS,
      airSpeedMPerS: boardAirSpeedMPerS(w.windMPerS),
      rainMm: w.rainMm,
      cloud: w.cloud,
      mcPercent: mc,
      sunElevationDeg: sun.elevationDeg,
      sunWPerM2
    };
  });
  return {
    startMs: weather.startMs,
    hours,
    issuedMs: weather.issuedMs,
    source: weather.source
  };
}

function firstDayEmc(weather: WeatherSeries): number {
  const day = weather.hours.slice(0, 24).filter((h) => h !== null);
  if (day.length === 0) return 16;
  return day.reduce((s, h) => s + emcPercent(h.airTempC, h.rh), 0) / day.length;
}

/** The hour of a climate that holds an instant, or null. */
export const siteHourAt = (climate: SiteClimate, atMs: number): SiteHour | null =>
  climate.hours[Math.floor((atMs - climate.startMs) / HOUR_MS)] ?? null;
