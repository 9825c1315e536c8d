import type { WeatherHour, WeatherSeries } from '../air';
import { DAY_MS, HOUR_MS } from '../units';

/** Past weather of a place: many years as they were, or one typical year. */
export interface PastYears {
  series: WeatherSeries;
  /** One year put together from many (EPW): it becomes several by shifting. */
  typical: boolean;
}

/** By how many days a typical year is shifted to stand for several (handbook 9). */
export const TYPICAL_SHIFTS_DAYS = [-12, -9, -6, -3, 0, 3, 6, 9, 12] as const;
const YEAR_HOURS = 365 * 24;

/** Whether a past tells of rain at all: without it, it says nothing of work in the open. */
export const tellsRain = ({ series }: PastYears): boolean => series.hours.some((h) => h !== null && h.rainMm > 0);

/** The same date and hour in another year; 29 February is the 28th where that year has none, and always in a typical one. */
function inYear(atMs: number, years: number, leapDays: boolean): number {
  const at = new Date(atMs);
  const year = at.getUTCFullYear() + years;
  const leap = leapDays && new Date(Date.UTC(year, 1, 29)).getUTCMonth() === 1;
  const day = at.getUTCMonth() === 1 && at.getUTCDate() === 29 && !leap ? 28 : at.getUTCDate();
  return Date.UTC(year, at.getUTCMonth(), day, at.getUTCHours());
}

/** Where an instant's hour is found in the past, for each of the years that can be told of. */
function lookups({ series, typical }: PastYears, fromMs: number): ((atMs: number) => WeatherHour | null)[] {
  const { startMs, hours } = series;
  const year = new Date(fromMs).getUTCFullYear();
  const first = new Date(startMs).getUTCFullYear();
  const at = (ms: number) => hours[Math.round((ms - startMs) / HOUR_MS)] ?? null;
  if (typical)
    return TYPICAL_SHIFTS_DAYS.map((days) => (ms: number) => {
      // One year goes round: after its last hour comes its first.
      const n = (inYear(ms, first - new Date(ms).getUTCFullYear(), false) + days * DAY_MS - startMs) / HOUR_MS;
      return hours[((Math.round(n) % YEAR_HOURS) + YEAR_HOURS) % YEAR_HOURS] ?? null;
    });
  const last = new Date(startMs + (hours.length - 1) * HOUR_MS).getUTCFullYear();
  return Array.from({ length: last - first + 1 }, (_, i) => (ms: number) => at(inYear(ms, first + i - year, true)));
}

/**
 * A stretch of time as it was in each past year, at the same date and UTC hour; a year with a hole in it does not count
 * (handbook 9). Each begins at `fromMs`, a whole hour.
 */
export function pastStretches(past: PastYears, fromMs: number, count: number): WeatherSeries[] {
  return lookups(past, fromMs).flatMap((hourAt): WeatherSeries[] => {
    const hours: WeatherHour[] = [];
    for (let i = 0; i < count; i++) {
      const hour = hourAt(fromMs + i * HOUR_MS);
      if (!hour) return [];
      hours.push(hour);
    }
    return [{ startMs: fromMs, hours, issuedMs: past.series.issuedMs, source: past.series.source }];
  });
}

/** Hours over which a forecast slides into a past year. */
const SLIDE_HOURS = 24;

/** A value of each on its way from one hour to another; rain stays that of the first. */
function between(from: WeatherHour, to: WeatherHour, share: number): WeatherHour {
  const slid = (f: 'airTempC' | 'rh' | 'windMPerS' | 'cloud') => from[f] + (to[f] - from[f]) * share;
  return {
    airTempC: slid('airTempC'),
    rh: slid('rh'),
    windMPerS: slid('windMPerS'),
    cloud: slid('cloud'),
    rainMm: from.rainMm
  };
}

/**
 * A forecast's members, each going on with a past year: member m with year m mod n. Over the member's last 24 hours all values
 * slide into the year's, rain stays the member's (handbook 9). As they are where no year counts.
 */
export function goOn(members: readonly WeatherSeries[], past: PastYears, count: number): WeatherSeries[] {
  const [control] = members;
  if (!control || count <= 0) return [...members];
  const endMs = control.startMs + control.hours.length * HOUR_MS;
  const years = pastStretches(past, endMs - SLIDE_HOURS * HOUR_MS, SLIDE_HOURS + count);
  if (years.length === 0) return [...members];
  return members.map((m, i) => {
    const { hours } = years[i % years.length]!;
    const told = m.hours.length;
    const slid = m.hours.map((h, k) => {
      const n = k - (told - SLIDE_HOURS);
      return h && n >= 0 ? between(h, hours[n]!, (n + 1) / SLIDE_HOURS) : h;
    });
    return {
      ...m,
      hours: [...slid, ...hours.slice(SLIDE_HOURS)],
      toldToMs: endMs,
      years: years.length,
      typical: past.typical
    };
  });
}

/** The hours with a month before them for the wood to run up in: of a typical year its own last month. */
export function withRunUp({ series, typical }: PastYears): { series: WeatherSeries; countsFromMs: number } {
  if (!typical) return { series, countsFromMs: series.startMs + RUN_UP_DAYS * DAY_MS };
  const before = series.hours.slice(-RUN_UP_DAYS * 24);
  return {
    series: { ...series, startMs: series.startMs - before.length * HOUR_MS, hours: [...before, ...series.hours] },
    countsFromMs: series.startMs
  };
}
const RUN_UP_DAYS = 30;
