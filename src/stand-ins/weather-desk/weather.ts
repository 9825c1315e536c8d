import { relativeHumidity, sunPosition, type WeatherHour, type WeatherSeries } from '../../core/air';
import { HOUR_MS } from '../../core/units';
import { smoothNoise } from './noise';

/** Days of weather the desk looks ahead of its issue, and back from it. */
export const DESK_DAYS_AHEAD = 10;
export const DESK_DAYS_BACK = 40;

const DAY_H = 24;
const YEAR_H = 365.25 * DAY_H;
const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

type Place = { latitudeDeg: number; longitudeDeg: number };

/** The run of the weather at an hour, from which everything else follows: fronts above 0 bring cloud and rain. */
interface Regime {
  front: number;
  /** Warmer or colder than the season, °C. */
  warmerC: number;
  /** 0–1: fog that lies by morning. */
  fog: number;
}

const seedOf = (p: Place) => Math.round(p.latitudeDeg * 50) * 7919 + Math.round(p.longitudeDeg * 50) * 104729;

/** The weather's own run at a place: a slow wave of fronts, 2–6 days apart. */
const waveOfFronts = (h: number, seed: number): number =>
  smoothNoise(seed, h / 44) * 1.05 + smoothNoise(seed + 1, h / 19) * 0.4;

/** Fronts that come through one after another, with two fair days or so between, all year round. */
const trainOfFronts = (h: number, seed: number): number =>
  0.72 * Math.sin((h / TRAIN_H) * 2 * Math.PI + 1.1 * smoothNoise(seed, h / 70)) -
  0.12 +
  0.3 * smoothNoise(seed + 1, h / 23);
const TRAIN_H = 5.4 * DAY_H;

/** Named runs of weather for tests, demo and training; `day` counts from the issue. */
const SCENARIOS: Record<Scenario, (natural: Regime, h: number, day: number, seed: number) => Regime> = {
  'settled high': (_, h, __, seed) => ({ front: -0.55 + 0.12 * smoothNoise(seed, h / 30), warmerC: 2, fog: 0 }),
  showers: (_, h, __, seed) => ({ front: -0.05 + 0.55 * smoothNoise(seed, h / 5), warmerC: 0, fog: 0 }),
  'sea fog mornings': (_, h, __, seed) => ({ front: -0.5 + 0.1 * smoothNoise(seed, h / 30), warmerC: -1, fog: 1 }),
  'cold snap': (_, h, __, seed) => ({ front: -0.35 + 0.2 * smoothNoise(seed, h / 24), warmerC: -9, fog: 0 }),
  'hot spell': (_, h, __, seed) => ({ front: -0.7 + 0.1 * smoothNoise(seed, h / 30), warmerC: 9, fog: 0 }),
  'front on day 3': (_, h, day, seed) => ({
    front: -0.5 + 1.6 * Math.exp(-(((day - 2.6) / 0.45) ** 2)) + 0.08 * smoothNoise(seed, h / 20),
    warmerC: 0,
    fog: 0
  })
};

export const SCENARIO_NAMES = [
  'settled high',
  'showers',
  'sea fog mornings',
  'cold snap',
  'hot spell',
  'front on day 3'
] as const;
export type Scenario = (typeof SCENARIO_NAMES)[number];

/** What makes a member's weather: none of it for what has come to pass. */
interface Telling {
  scenario?: Scenario;
  issuedMs?: number;
  member?: number;
}

/** How far a member has strayed from the truth by its lead, 0 at the issue to 1 after ten days. */
const strayed = (atMs: number, { issuedMs, member = 0 }: Telling): number => {
  const leadH = issuedMs === undefined ? 0 : Math.max(0, (atMs - issuedMs) / HOUR_MS);
  return Math.min(1, leadH / (DESK_DAYS_AHEAD * DAY_H)) ** 0.6 * (member === 0 ? 0.35 : 1);
};

/**
 * One hour of invented weather at a place, the same for the same place, hour and telling whoever asks. Fronts drive cloud,
 * damp and rain together; the dew point follows the air mass and not the hour; temperature swings with the sun as far as
 * cloud lets it; wind rises with the fronts and by day. A member of a forecast strays with its lead: its fronts come
 * earlier or later, stronger or weaker, its air warmer or colder.
 */
export function weatherHour(atMs: number, place: Place, telling: Telling = {}): WeatherHour {
  const seed = seedOf(place);
  const climate = climateAt(place);
  const stray = strayed(atMs, telling);
  const own = Math.imul(Math.round((telling.issuedMs ?? 0) / HOUR_MS), 31) + (telling.member ?? 0) * 7907;
  const astray = (k: number, hours: number) => (stray > 0 ? stray * smoothNoise(own + k, atMs / HOUR_MS / hours) : 0);
  const h = atMs / HOUR_MS + 16 * astray(1, 60);
  const natural: Regime = { front: climate.front(h, seed), warmerC: 0, fog: 0 };
  const day = (atMs - (telling.issuedMs ?? atMs)) / (DAY_H * HOUR_MS) + (16 * astray(1, 60)) / DAY_H;
  const { front: run, warmerC, fog } = telling.scenario ? SCENARIOS[telling.scenario](natural, h, day, seed) : natural;
  const front = run + 0.55 * astray(2, 26);
  const solarHour = (atMs / HOUR_MS + place.longitudeDeg / 15 + DAY_H * 1e6) % DAY_H;
  const foggy = fog * clamp(1.3 - Math.abs(solarHour - 6.5) / 4.5, 0, 1);
  const cloud = clamp(0.45 + 0.75 * front + 0.12 * smoothNoise(seed + 2, h / 5) + foggy, 0, 1);
  const wetness = front - climate.rainAbove + 0.35 * smoothNoise(seed + 3, h / 4) - foggy;
  const rainMm = cloud > 0.6 && wetness > 0 ? Math.round(wetness * climate.rainMmPerH * 10) / 10 : 0;
  const summer = summerAt(atMs, place.latitudeDeg);
  const lat = Math.abs(place.latitudeDeg);
  const airMass = climate.meanC(summer, lat) + warmerC + 3.2 * smoothNoise(seed + 4, h / 70) + 3 * astray(3, 50);
  const swing = climate.swingC(summer, lat) * (1 - 0.65 * cloud);
  const airTempC = airMass + swing * Math.cos(((solarHour - 15) / DAY_H) * 2 * Math.PI) - 1.2 * Math.min(rainMm, 2);
  const depression = clamp(
    climate.depressionC - (climate.depressionC - 0.8) * clamp(front + 0.2, 0, 1) + 1.2 * smoothNoise(seed + 5, h / 40),
    0.5,
    11
  );
  const dry = Math.min(airMass - depression, airTempC - 0.1);
  const dewPoint = dry + (airTempC - 0.2 - dry) * foggy;
  const byDay = Math.max(
    0,
    Math.sin((sunPosition(atMs, place.latitudeDeg, place.longitudeDeg).elevationDeg * Math.PI) / 180)
  );
  const windMPerS = clamp(
    2.2 + 3.4 * clamp(front + 0.35, 0, 1.5) + 1.8 * byDay + 1.1 * smoothNoise(seed + 6, h / 6) - 1.5 * foggy,
    0.3,
    22
  );
  return {
    airTempC,
    rh: Math.max(0.1, relativeHumidity(airTempC, dewPoint)),
    windMPerS,
    gustMPerS: windMPerS * (1.35 + 0.25 * clamp(front, 0, 1)),
    rainMm,
    cloud,
    pressureHPa: 1013 - 16 * front
  };
}

/** How the weather of a place is by season; `summer` runs from −1 in midwinter to 1 in midsummer. */
interface Climate {
  meanC: (summer: number, latitudeDeg: number) => number;
  /** Half of the daily range under a clear sky, °C. */
  swingC: (summer: number, latitudeDeg: number) => number;
  /** Dew point below the air mass between fronts, °C. */
  depressionC: number;
  /** How strong a front must be to bring rain, and mm an hour of a front that much stronger. */
  rainAbove: number;
  rainMmPerH: number;
  front: (h: number, seed: number) => number;
}

/** Of no place in particular: by latitude alone. */
const BY_LATITUDE: Climate = {
  meanC: (summer, lat) => 27 - 0.0055 * lat * lat - 0.05 * lat + summer * Math.min(12, lat * 0.14),
  swingC: (summer, lat) => 4.2 + 1.6 * summer * Math.min(1, lat / 40),
  depressionC: 5.2,
  rainAbove: 0.38,
  rainMmPerH: 4.2,
  front: waveOfFronts
};

/** An island far out at sea: mild all year, never still for long, so that every month has its good and its bad days. */
const OUT_AT_SEA: Climate = {
  meanC: (summer) => 15 + 2.5 * summer,
  swingC: (summer) => 2.4 + 0.4 * summer,
  depressionC: 8.5,
  rainAbove: 0.42,
  rainMmPerH: 1.4,
  front: trainOfFronts
};

/** Places with a climate of their own, and how far round them it reaches, degrees. */
const CLIMATES: readonly { latitudeDeg: number; longitudeDeg: number; withinDeg: number; climate: Climate }[] = [
  { latitudeDeg: 49.4, longitudeDeg: -7.6, withinDeg: 0.5, climate: OUT_AT_SEA }
];

const climateAt = (p: Place): Climate =>
  CLIMATES.find(
    (c) =>
      Math.abs(c.latitudeDeg - p.latitudeDeg) <= c.withinDeg && Math.abs(c.longitudeDeg - p.longitudeDeg) <= c.withinDeg
  )?.climate ?? BY_LATITUDE;

/** Where in the year an instant lies: −1 in midwinter to 1 in midsummer, turned round south of the equator. */
const summerAt = (atMs: number, latitudeDeg: number): number =>
  Math.cos((((atMs / HOUR_MS) % YEAR_H) - 200 * DAY_H) * ((2 * Math.PI) / YEAR_H)) * (latitudeDeg < 0 ? -1 : 1);

/** Members of the desk's ensemble; the first is the control. */
export const DESK_MEMBERS = 30;

/** One member of what the desk answers: hourly weather from `fromMs` to `toMs`, within its days back and ahead of the issue. */
export function deskSeries(
  place: Place,
  issuedMs: number,
  fromMs: number,
  toMs: number,
  telling: Omit<Telling, 'issuedMs'> = {}
): WeatherSeries {
  const hour = (ms: number) => Math.floor(ms / HOUR_MS) * HOUR_MS;
  const startMs = hour(Math.max(fromMs, issuedMs - DESK_DAYS_BACK * DAY_H * HOUR_MS));
  const endMs = hour(Math.min(toMs, issuedMs + DESK_DAYS_AHEAD * DAY_H * HOUR_MS));
  const count = Math.max(0, (endMs - startMs) / HOUR_MS);
  return {
    startMs,
    hours: Array.from({ length: count }, (_, i) => weatherHour(startMs + i * HOUR_MS, place, { ...telling, issuedMs })),
    issuedMs,
    source: 'weather desk'
  };
}

/** How far behind now the archive ends, and the longest stretch of it in one answer. */
export const DESK_ARCHIVE_DAYS_BEHIND = 5;
const ARCHIVE_YEARS = 12;

/** The weather as it was, hour by hour. */
export function deskArchive(place: Place, issuedMs: number, fromMs: number, toMs: number): WeatherSeries {
  const hour = (ms: number) => Math.floor(ms / HOUR_MS) * HOUR_MS;
  const endMs = hour(Math.min(toMs, issuedMs - DESK_ARCHIVE_DAYS_BEHIND * DAY_H * HOUR_MS));
  const startMs = hour(Math.max(fromMs, endMs - ARCHIVE_YEARS * YEAR_H * HOUR_MS));
  const count = Math.max(0, (endMs - startMs) / HOUR_MS);
  return {
    startMs,
    hours: Array.from({ length: count }, (_, i) => weatherHour(startMs + i * HOUR_MS, place)),
    issuedMs,
    source: 'weather desk'
  };
}

/** All members of what the desk answers, the control first: alike until the issue, apart from there on. */
export const deskEnsemble = (
  place: Place,
  issuedMs: number,
  fromMs: number,
  toMs: number,
  scenario?: Scenario,
  members = DESK_MEMBERS
): WeatherSeries[] =>
  Array.from({ length: members }, (_, member) => deskSeries(place, issuedMs, fromMs, toMs, { scenario, member }));
