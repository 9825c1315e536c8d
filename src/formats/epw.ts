import type { WeatherHour, WeatherSeries } from '../core/air';
import { HOUR_MS } from '../core/units';
import type { Checked } from './validate/validate';

/** A typical year from an EPW file: where it is for, and its 8,760 hours as months and hours of local standard time. */
export interface TypicalYear {
  place: string;
  latitudeDeg: number;
  longitudeDeg: number;
  /** The hours as a series of the year 2001 in UTC, so that months and days lie where they should. */
  series: WeatherSeries;
}

const HEADER_LINES = 8;
/** Columns of a data line, counted from 0, and what marks a missing value. */
const COLUMN = { month: 1, day: 2, hour: 3, dryBulb: 6, rh: 8, pressure: 9, wind: 21, cloud: 22, rain: 33 } as const;
const MISSING: Partial<Record<keyof typeof COLUMN, number>> = {
  dryBulb: 99.9,
  rh: 999,
  pressure: 999999,
  wind: 999,
  cloud: 99,
  rain: 999
};
const YEAR = 2001;

/** Whether a series is a typical year: one that ended before any weather here was told. */
export const isTypicalYear = ({ startMs, hours }: WeatherSeries): boolean =>
  hours.length === 365 * 24 && Math.abs(startMs - Date.UTC(YEAR, 0, 1)) < 24 * HOUR_MS;

const refuse = <T>(path: string, problem: string): Checked<T> => ({ ok: false, problems: [{ path, problem }] });

/** Reads a typical year (EPW): its location line and its hourly lines; leap days are left out, a missing value closes its hour. */
export function readEpw(text: string, source: string): Checked<TypicalYear> {
  const lines = text.split(/\r?\n/).filter((l) => l.trim() !== '');
  const head = lines[0]?.split(',') ?? [];
  if (head[0]?.toUpperCase() !== 'LOCATION') return refuse('line 1', 'must begin with LOCATION: this is no EPW file');
  const [latitudeDeg, longitudeDeg, zoneH] = [Number(head[6]), Number(head[7]), Number(head[8])];
  if (![latitudeDeg, longitudeDeg, zoneH].every(Number.isFinite))
    return refuse('line 1', 'names no latitude, longitude and time zone');
  const startMs = Date.UTC(YEAR, 0, 1) - zoneH * HOUR_MS;
  const hours: (WeatherHour | null)[] = new Array(365 * 24).fill(null);
  for (const [i, line] of lines.slice(HEADER_LINES).entries()) {
    const f = line.split(',');
    const at = (name: keyof typeof COLUMN) => Number(f[COLUMN[name]]);
    const [month, day, hour] = [at('month'), at('day'), at('hour')];
    if (!(month >= 1 && month <= 12 && day >= 1 && day <= 31 && hour >= 1 && hour <= 24))
      return refuse(`line ${i + HEADER_LINES + 1}`, 'has no month, day and hour 1–24');
    if (month === 2 && day === 29) continue;
    const index = Math.round((Date.UTC(YEAR, month - 1, day) - Date.UTC(YEAR, 0, 1)) / HOUR_MS) + hour - 1;
    hours[index] = hourOf(at);
  }
  const known = hours.filter((h) => h !== null).length;
  if (known < 8000) return refuse('', `holds ${known} whole hours; a year needs 8,760`);
  return {
    ok: true,
    value: {
      place: (head[1] ?? '').trim(),
      latitudeDeg,
      longitudeDeg,
      series: { startMs, hours, issuedMs: startMs, source }
    }
  };
}

function hourOf(at: (name: keyof typeof COLUMN) => number): WeatherHour | null {
  const value = (name: keyof typeof COLUMN): number | null => {
    const v = at(name);
    const missing = MISSING[name];
    return Number.isFinite(v) && (missing === undefined || v < missing) ? v : null;
  };
  const [airTempC, rh, wind, cloud, rain, pressure] = (
    ['dryBulb', 'rh', 'wind', 'cloud', 'rain', 'pressure'] as const
  ).map(value);
  if (airTempC == null || rh == null || wind == null || cloud == null) return null;
  return {
    airTempC,
    rh: Math.min(1, rh / 100),
    windMPerS: wind,
    cloud: Math.min(1, cloud / 10),
    rainMm: rain ?? 0,
    ...(pressure != null && { pressureHPa: pressure / 100 })
  };
}
