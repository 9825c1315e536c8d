import { dewPointOfPressureC, saturationVapourPressureHPa, type WeatherHour, type WeatherSeries } from '../air';
import { HOUR_MS } from '../units';
import type { Board } from '../wood';
import {
  carriedMoisturePercent,
  carriedToStart,
  knownMoisture,
  type KnownMoisture,
  type MoistureReading
} from './known-moisture';
import { ofWeather, type MeasuredHour, type SiteClimate, type SiteHour, type SunHours } from './site-hours';

/** A room: still air unless said; `floorExcessC` is how much warmer the floor is than the air, underfloor heating. */
interface Room {
  airSpeedMPerS: number;
  floorExcessC: number;
  board: Board;
  /** Wood moisture as read, and everything that was measured, by the hour's beginning. */
  moisture?: readonly MoistureReading[];
  measured?: ReadonlyMap<number, MeasuredHour>;
}

/** What the climate of a held room says it follows from. */
export const HELD_ROOM = 'held room';

/** A held room: thermostat and humidity known. What was measured last holds on in its place. */
export interface HeldRoom extends Room {
  tempC: number;
  rh: number;
}

/** A room that follows the weather outside (handbook 8). */
export interface FollowingRoom extends Room {
  /** Warmer than the lagged outdoor air by so much, °C. */
  offsetC: number;
  /** Air changes an hour with the windows shut, and with them open. */
  airChangesPerHour: number;
  openAirChangesPerHour: number;
  /** Vapour from people and damp walls, hPa an hour. */
  moistureGainHPaPerH: number;
  /** Share of each hour the windows are open, 0–1; shut throughout when absent. */
  openHours?: Float64Array;
}

/** How long a room takes to follow the air outside, h (handbook 8). */
const LAG_HOURS = 24;

/** Moisture of wood indoors, hour by hour: the last reading carried to the room's EMC; null until there is one (handbook 8). */
function moistureIndoors(read: KnownMoisture, startMs: number, board: Board) {
  let mc: number | null = null;
  let begun = false;
  return (atMs: number, air: { airTempC: number; rh: number }): number | null => {
    const before = mc;
    if (!begun && read.before) mc = carriedToStart(read.before, startMs, air, board);
    else if (before !== null) mc = carriedMoisturePercent(before, 1, air, board);
    begun = true;
    return (mc = read.byHour.get(atMs) ?? mc);
  };
}

/** Climate of a held room over whole hours. */
export function heldRoomClimate(room: HeldRoom, span: { startMs: number; hours: number }, sun: SunHours): SiteClimate {
  let { tempC, rh } = room;
  const mc = moistureIndoors(knownMoisture(room.moisture ?? [], span.startMs), span.startMs, room.board);
  /** An hour like the last: nothing was measured in either. */
  let same: Indoors | null = null;
  const hours = Array.from({ length: span.hours }, (_, i): SiteHour => {
    const seen = room.measured?.get(span.startMs + i * HOUR_MS);
    tempC = seen?.airTempC ?? tempC;
    rh = seen?.rh ?? rh;
    const air: Indoors = (!seen && same) || indoorHour(room, tempC, rh * saturationVapourPressureHPa(tempC), seen);
    same = seen ? null : air;
    return hourOf(air, mc(span.startMs + i * HOUR_MS, air), sun[i]!.elevationDeg);
  });
  return { startMs: span.startMs, hours, issuedMs: span.startMs, source: HELD_ROOM };
}

/**
 * Climate of a room that follows the weather: d lag/dt = (T_out − lag)/24 h, T_in = lag + offset; vapour pressure
 * de/dt = n·(e_out − e) + g; both start at the first day's mean (handbook 8). Solved exactly over each hour. A reading
 * sets the room to what was measured, and it goes on from there.
 */
export function followingRoomClimate(
  room: FollowingRoom,
  weather: Omit<WeatherSeries, 'hours'> & { hours: readonly (WeatherHour | null)[] },
  sun: SunHours
): SiteClimate {
  const vapour = (w: WeatherHour) => w.rh * saturationVapourPressureHPa(w.airTempC);
  const day = weather.hours.slice(0, 24).filter((h) => h !== null);
  const mean = (of: (w: WeatherHour) => number) => day.reduce((s, h) => s + of(h), 0) / (day.length || 1);
  let lag = mean((w) => w.airTempC);
  let e = mean(vapour);
  const mc = moistureIndoors(knownMoisture(room.moisture ?? [], weather.startMs), weather.startMs, room.board);
  const hours = weather.hours.map((w, i): SiteHour | null => {
    if (!w) return null;
    const open = room.openHours?.[i] ?? 0;
    const n = room.airChangesPerHour + open * (room.openAirChangesPerHour - room.airChangesPerHour);
    lag = w.airTempC + (lag - w.airTempC) * Math.exp(-1 / LAG_HOURS);
    e = n > 0 ? settled(e, vapour(w) + room.moistureGainHPaPerH / n, n) : e + room.moistureGainHPaPerH;
    const seen = room.measured?.get(weather.startMs + i * HOUR_MS);
    if (seen?.airTempC !== undefined) lag = seen.airTempC - room.offsetC;
    const tempC = lag + room.offsetC;
    e = Math.min(
      seen?.rh === undefined ? e : seen.rh * saturationVapourPressureHPa(tempC),
      saturationVapourPressureHPa(tempC)
    );
    const air = indoorHour(room, tempC, e, seen);
    const hour = hourOf(air, mc(weather.startMs + i * HOUR_MS, air), sun[i]!.elevationDeg);
    if (w.bridged) hour.bridged = true;
    return hour;
  });
  return { startMs: weather.startMs, hours, ...ofWeather(weather) };
}

/** A quantity drawn to a goal at a rate an hour, after one hour. */
const settled = (from: number, goal: number, rate: number): number => goal + (from - goal) * Math.exp(-rate);

/** An hour in a room, whatever the sun does outside and the wood has drunk. */
type Indoors = Omit<SiteHour, 'sunElevationDeg' | 'mcPercent'>;

/** Written out: hundreds of them are made for every page, and a spread takes fifty times as long. */
const hourOf = (air: Indoors, mcPercent: number | null, sunElevationDeg: number): SiteHour => ({
  airTempC: air.airTempC,
  surfaceTempC: air.surfaceTempC,
  rh: air.rh,
  dewPointC: air.dewPointC,
  dewGapC: air.dewGapC,
  windMPerS: air.windMPerS,
  airSpeedMPerS: air.airSpeedMPerS,
  rainMm: air.rainMm,
  cloud: air.cloud,
  sunWPerM2: air.sunWPerM2,
  mcPercent,
  sunElevationDeg
});

function indoorHour(room: Room, tempC: number, vapourHPa: number, seen: MeasuredHour | undefined): Indoors {
  const surfaceTempC = seen?.surfaceTempC ?? tempC + room.floorExcessC;
  const rh = Math.min(1, vapourHPa / saturationVapourPressureHPa(tempC));
  const dew = dewPointOfPressureC(vapourHPa);
  return {
    airTempC: tempC,
    surfaceTempC,
    rh,
    dewPointC: dew,
    dewGapC: surfaceTempC - dew,
    windMPerS: 0,
    airSpeedMPerS: room.airSpeedMPerS,
    rainMm: 0,
    cloud: 0,
    sunWPerM2: 0
  };
}
