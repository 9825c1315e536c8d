import { weatherSeries, type WeatherHour, type WeatherSeries } from '../core/air';
import { HOUR_MS } from '../core/units';
import type { Checked } from './validate/validate';

/** Parameter names in the file, the field each fills and what the file's number is multiplied by. */
const PARAMETERS = {
  air_temperature: {
    field: 'airTempC',
    factor: 1,
    unit: 'Cel',
    label: 'Air temperature'
  },
  relative_humidity: {
    field: 'rh',
    factor: 0.01,
    unit: '%',
    label: 'Relative humidity'
  },
  wind_speed: {
    field: 'windMPerS',
    factor: 1,
    unit: 'm/s',
    label: 'Wind at 10 m'
  },
  precipitation_amount: {
    field: 'rainMm',
    factor: 1,
    unit: 'mm',
    label: 'Rain in the hour'
  },
  cloud_area_fraction: {
    field: 'cloud',
    factor: 0.01,
    unit: '%',
    label: 'Cloud'
  }
} as const;

type Name = keyof typeof PARAMETERS;
const NAMES = Object.keys(PARAMETERS) as Name[];

interface PointSeries {
  type: 'Coverage';
  domain: {
    type: 'Domain';
    domainType: 'PointSeries';
    axes: Record<'x' | 'y', { values: [number] }> & { t: { values: string[] } };
  };
  ranges: Record<
    string,
    {
      type: 'NdArray';
      axisNames: string[];
      shape: number[];
      values: (number | null)[];
    }
  >;
  'basket:issued'?: string;
}

const refuse = <T>(path: string, problem: string): Checked<T> => ({
  ok: false,
  problems: [{ path, problem }]
});

/** Reads an hourly CoverageJSON PointSeries into a weather series; gaps up to three hours are bridged, longer ones stay. */
export function readCoverage(data: unknown, about: { issuedMs: number; source: string }): Checked<WeatherSeries> {
  const c = data as Partial<PointSeries> | null;
  if (typeof c !== 'object' || c === null || c.type !== 'Coverage')
    return refuse('/type', 'must be Coverage: a CoverageJSON point series');
  if (c.domain?.domainType !== 'PointSeries') return refuse('/domain/domainType', 'must be PointSeries');
  const stamps = c.domain.axes?.t?.values;
  if (!Array.isArray(stamps) || stamps.length === 0) return refuse('/domain/axes/t/values', 'needs at least one time');
  const times = stamps.map((s) => Date.parse(s));
  const bad = times.findIndex((t) => !Number.isFinite(t));
  if (bad >= 0)
    return refuse(`/domain/axes/t/values/${bad}`, `“${stamps[bad]}” is not a time like 2027-05-18T09:00:00Z`);
  for (const n of NAMES) {
    const values = c.ranges?.[n]?.values;
    if (!Array.isArray(values)) return refuse(`/ranges/${n}`, `is missing; needed are ${NAMES.join(', ')}`);
    if (values.length !== times.length)
      return refuse(`/ranges/${n}/values`, `holds ${values.length} values for ${times.length} times`);
    const odd = values.findIndex((v) => v !== null && typeof v !== 'number');
    if (odd >= 0) return refuse(`/ranges/${n}/values/${odd}`, 'must be a number or null');
  }
  const hours = times.map((_, i): WeatherHour | null => {
    const row = NAMES.map((n) => c.ranges![n]!.values[i]!);
    if (row.some((v) => v === null)) return null;
    return Object.fromEntries(
      NAMES.map((n, k) => [PARAMETERS[n].field, row[k]! * PARAMETERS[n].factor])
    ) as unknown as WeatherHour;
  });
  const issued = c['basket:issued'] ? Date.parse(c['basket:issued']) : NaN;
  try {
    return {
      ok: true,
      value: weatherSeries(times, hours, {
        ...about,
        issuedMs: Number.isFinite(issued) ? issued : about.issuedMs
      })
    };
  } catch (e) {
    return refuse('/domain/axes/t/values', (e as Error).message);
  }
}

/** Writes a weather series as a CoverageJSON PointSeries. */
export function writeCoverage(series: WeatherSeries, place: { latitudeDeg: number; longitudeDeg: number }) {
  const stamps = series.hours.map((_, i) => new Date(series.startMs + i * HOUR_MS).toISOString().replace('.000', ''));
  const round = (v: number) => Math.round(v * 1e4) / 1e4;
  return {
    type: 'Coverage' as const,
    'basket:issued': new Date(series.issuedMs).toISOString(),
    domain: {
      type: 'Domain' as const,
      domainType: 'PointSeries' as const,
      axes: {
        x: { values: [place.longitudeDeg] },
        y: { values: [place.latitudeDeg] },
        t: { values: stamps }
      },
      referencing: [
        {
          coordinates: ['x', 'y'],
          system: {
            type: 'GeographicCRS',
            id: 'http://www.opengis.net/def/crs/OGC/1.3/CRS84'
          }
        },
        {
          coordinates: ['t'],
          system: { type: 'TemporalRS', calendar: 'Gregorian' }
        }
      ]
    },
    parameters: Object.fromEntries(
      NAMES.map((n) => [
        n,
        {
          type: 'Parameter',
          observedProperty: { label: { en: PARAMETERS[n].label } },
          unit: { symbol: PARAMETERS[n].unit }
        }
      ])
    ),
    ranges: Object.fromEntries(
      NAMES.map((n) => [
        n,
        {
          type: 'NdArray' as const,
          dataType: 'float' as const,
          axisNames: ['t'],
          shape: [stamps.length],
          values: series.hours.map((h) => (h ? round(h[PARAMETERS[n].field] / PARAMETERS[n].factor) : null))
        }
      ])
    )
  };
}
