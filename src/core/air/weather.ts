import { HOUR_MS } from '../units';

/** What is told of an hour of weather. A value holds from its stamp to the next; rain is that hour's total. Wind is at 10 m. */
export interface WeatherValues {
  airTempC: number;
  rh: number;
  windMPerS: number;
  rainMm: number;
  cloud: number;
  gustMPerS?: number;
  pressureHPa?: number;
}

/** One hour of weather. */
export interface WeatherHour extends WeatherValues {
  /** Nobody told it: drawn between its neighbours, without rain. */
  bridged?: true;
}

/** Hourly weather from `startMs` on; null where nothing is known. */
export interface WeatherSeries {
  startMs: number;
  hours: (WeatherHour | null)[];
  issuedMs: number;
  /** What the numbers are: a forecast, a held room, an import. */
  source: string;
  /** Where the forecast ends and past years go on, one of so many; absent where all hours are told. */
  toldToMs?: number;
  years?: number;
  /** The years are one typical year, shifted. */
  typical?: boolean;
}

const LIMITS: Record<keyof WeatherValues, [number, number]> = {
  airTempC: [-60, 60],
  rh: [0, 1],
  windMPerS: [0, 90],
  rainMm: [0, 300],
  cloud: [0, 1],
  gustMPerS: [0, 130],
  pressureHPa: [850, 1090]
};
const FIELDS = Object.keys(LIMITS) as (keyof WeatherValues)[];

/** Fills gaps of up to three hours linearly, without rain, and marks them; longer ones stay null and close their hours (handbook 8). */
export function bridgeGaps(hours: readonly (WeatherHour | null)[], longest = 3): (WeatherHour | null)[] {
  const out = [...hours];
  for (let i = 0; i < out.length; i++) {
    if (out[i]) continue;
    let j = i;
    while (j < out.length && !out[j]) j++;
    const [before, after] = [out[i - 1], out[j]];
    if (before && after && j - i <= longest) {
      for (let k = i; k < j; k++) out[k] = between(before, after, (k - i + 1) / (j - i + 1));
    }
    i = j;
  }
  return out;
}

/** An hour between two others; what only one of them knows is left out, and rain is not made up. */
const between = (a: WeatherHour, b: WeatherHour, share: number): WeatherHour => ({
  ...(Object.fromEntries(
    FIELDS.flatMap((f) => {
      const [from, to] = f === 'rainMm' ? [0, 0] : [a[f], b[f]];
      return from === undefined || to === undefined ? [] : [[f, from + (to - from) * share]];
    })
  ) as unknown as WeatherValues),
  bridged: true
});

/** What is wrong with a weather record, in words that name the hour and the value; null when it is sound. */
export function weatherProblem(times: readonly number[], hours: readonly (WeatherHour | null)[]): string | null {
  if (times.length === 0) return 'the series has no hours';
  for (let i = 0; i < times.length; i++) {
    const at = new Date(times[i]!).toISOString();
    if (i > 0 && times[i]! <= times[i - 1]!)
      return `hour ${at} does not come after the one before it; sort the series by time`;
    if (times[i]! % HOUR_MS !== 0) return `hour ${at} is not a whole hour`;
    const h = hours[i];
    if (!h) continue;
    for (const f of FIELDS) {
      const [low, high] = LIMITS[f];
      const v = h[f];
      if (v !== undefined && !(v >= low && v <= high))
        return `${f} at ${at} is ${v}; it must lie between ${low} and ${high}`;
    }
  }
  return null;
}

/** The longest series that is read: past years of a place. */
const MOST_HOURS = 24 * 366 * 12;

/** Puts stamped hours onto an unbroken hourly grid (null for the missing ones) and bridges short gaps. */
export function weatherSeries(
  times: readonly number[],
  values: readonly (WeatherHour | null)[],
  about: { issuedMs: number; source: string }
): WeatherSeries {
  const problem = weatherProblem(times, values);
  if (problem) throw new RangeError(problem);
  const startMs = times[0]!;
  const count = (times[times.length - 1]! - startMs) / HOUR_MS + 1;
  if (count > MOST_HOURS) throw new RangeError('the series spans more than 12 years');
  const hours: (WeatherHour | null)[] = new Array(count).fill(null);
  times.forEach((t, i) => (hours[(t - startMs) / HOUR_MS] = values[i] ?? null));
  return { startMs, hours: bridgeGaps(hours), ...about };
}
