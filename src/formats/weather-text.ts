import type { WeatherHour, WeatherSeries, WeatherValues } from '../core/air';

/** Steps a value is kept in on its way to a page: finer than any instrument, short to write. */
const STEPS = {
  airTempC: 10,
  rh: 1000,
  windMPerS: 10,
  gustMPerS: 10,
  rainMm: 10,
  cloud: 100,
  pressureHPa: 10
} as const satisfies Record<keyof WeatherValues, number>;
type Field = keyof typeof STEPS;
const FIELDS = Object.keys(STEPS) as Field[];
const REQUIRED: readonly Field[] = ['airTempC', 'rh', 'windMPerS', 'rainMm', 'cloud'];

interface Text {
  startMs: number;
  issuedMs: number;
  source: string;
  toldToMs?: number;
  years?: number;
  typical?: boolean;
  /** A column a field: whole steps, null where nothing is known. */
  columns: Partial<Record<Field, (number | null)[]>>[];
  /** Of each series the places of hours that nobody told; absent where there are none. */
  bridged?: number[][];
}

/** Brings an hour to the steps values are kept in, so that server and page compute from the very same numbers. */
export const inSteps = (h: WeatherHour): WeatherHour => ({
  ...(Object.fromEntries(
    FIELDS.flatMap((f) => (h[f] === undefined ? [] : [[f, Math.round(h[f] * STEPS[f]) / STEPS[f] + 0]]))
  ) as unknown as WeatherValues),
  ...(h.bridged && { bridged: true })
});

/** Writes series of the same hours as one short text, columns of whole numbers. At least one series. */
export function writeWeather(series: readonly WeatherSeries[]): string {
  const { hours: _, ...about } = series[0]!;
  const columns = series.map((s) =>
    Object.fromEntries(
      FIELDS.filter((f) => REQUIRED.includes(f) || s.hours.some((h) => h?.[f] !== undefined)).map((f) => [
        f,
        s.hours.map((h) => (h?.[f] === undefined ? null : Math.round(h[f] * STEPS[f])))
      ])
    )
  );
  const bridged = series.map((s) => s.hours.flatMap((h, i) => (h?.bridged ? [i] : [])));
  const told: Text = { ...about, columns, ...(bridged.some((b) => b.length) && { bridged }) };
  return JSON.stringify(told);
}

/** Reads what `writeWeather` wrote. */
export function readWeather(text: string): WeatherSeries[] {
  const { columns, bridged, ...about } = JSON.parse(text) as Text;
  return columns.map((c, k) => {
    const hours = c.airTempC!.map((_, i) => hourOf(c, i));
    for (const i of bridged?.[k] ?? []) if (hours[i]) hours[i].bridged = true;
    return { ...about, hours };
  });
}

function hourOf(c: Text['columns'][number], i: number): WeatherHour | null {
  if (REQUIRED.some((f) => c[f]![i] === null)) return null;
  const h: WeatherHour = {
    airTempC: c.airTempC![i]! / STEPS.airTempC,
    rh: c.rh![i]! / STEPS.rh,
    windMPerS: c.windMPerS![i]! / STEPS.windMPerS,
    rainMm: c.rainMm![i]! / STEPS.rainMm,
    cloud: c.cloud![i]! / STEPS.cloud
  };
  const gust = c.gustMPerS?.[i];
  const pressure = c.pressureHPa?.[i];
  if (typeof gust === 'number') h.gustMPerS = gust / STEPS.gustMPerS;
  if (typeof pressure === 'number') h.pressureHPa = pressure / STEPS.pressureHPa;
  return h;
}
