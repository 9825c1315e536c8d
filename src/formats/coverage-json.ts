import { weatherSeries, type WeatherHour, type WeatherValues, type WeatherSeries } from '../core/air';
import { HOUR_MS } from '../core/units';
import { isInstant } from './instant';
import type { Checked } from './validate/validate';
import { REQUIRED_NAMES, WEATHER_PARAMETERS } from './weather-units';

/** Most members a forecast may have. */
export const MOST_MEMBERS = 51;

interface Range {
  type: 'NdArray';
  axisNames: string[];
  shape: number[];
  values: (number | null)[];
}

/** Members of a coverage by the names Basket reads. */
type ByName<V> = { readonly [name in (typeof WEATHER_PARAMETERS)[number]['name']]?: V };

interface PointCoverage {
  type: 'Coverage';
  domain: {
    type: 'Domain';
    domainType?: string;
    axes: Record<'x' | 'y', { values: [number] }> & { t: { values: string[] }; realization?: { values: number[] } };
  };
  parameters?: ByName<{ unit?: { symbol?: string | { value?: string } } }>;
  ranges: ByName<Range>;
  'basket:issued'?: string;
}

const refuse = <T>(path: string, problem: string): Checked<T> => ({ ok: false, problems: [{ path, problem }] });

/**
 * Reads hourly CoverageJSON at a point into weather series, one a member: a PointSeries, or the same with an axis
 * `realization`. Gaps up to three hours are bridged, longer ones stay.
 */
export function readCoverage(data: unknown, about: { issuedMs: number; source: string }): Checked<WeatherSeries[]> {
  const c = data as Partial<PointCoverage> | null;
  if (typeof c !== 'object' || c === null || c.type !== 'Coverage')
    return refuse('/type', 'must be Coverage: a CoverageJSON point series');
  const kind = c.domain?.domainType;
  if (kind !== undefined && kind !== 'PointSeries') return refuse('/domain/domainType', 'must be PointSeries');
  const stamps = c.domain?.axes?.t?.values;
  if (!Array.isArray(stamps) || stamps.length === 0) return refuse('/domain/axes/t/values', 'needs at least one time');
  const times = stamps.map((s) => Date.parse(s));
  const bad = stamps.findIndex((s, i) => !Number.isFinite(times[i]) || !isInstant(String(s)));
  if (bad >= 0)
    return refuse(
      `/domain/axes/t/values/${bad}`,
      `“${stamps[bad]}” is not a time with its zone, like 2027-05-18T09:00:00Z`
    );
  const members = c.domain!.axes.realization?.values.length ?? 1;
  if (!(members >= 1 && members <= MOST_MEMBERS))
    return refuse('/domain/axes/realization/values', `must hold 1 to ${MOST_MEMBERS} members`);
  const columns = readColumns(c as PointCoverage, times.length, members);
  if (!columns.ok) return columns;
  const issued = c['basket:issued'] ? Date.parse(c['basket:issued']) : NaN;
  const told = { ...about, issuedMs: Number.isFinite(issued) ? issued : about.issuedMs };
  try {
    const value = Array.from({ length: members }, (_, m) =>
      weatherSeries(
        times,
        times.map((_, i) => hourOf(columns.value, m * times.length + i)),
        told
      )
    );
    return { ok: true, value };
  } catch (e) {
    return refuse('/domain/axes/t/values', (e as Error).message);
  }
}

interface Column {
  field: keyof WeatherValues;
  required: boolean;
  at: (i: number) => number | null;
}

/** The columns of a coverage in the fields' own units; members one after another. */
function readColumns(c: PointCoverage, times: number, members: number): Checked<Column[]> {
  const out: Column[] = [];
  for (const p of WEATHER_PARAMETERS) {
    const range = c.ranges?.[p.name];
    if (!Array.isArray(range?.values)) {
      if (!p.required) continue;
      return refuse(`/ranges/${p.name}`, `is missing; needed are ${REQUIRED_NAMES.join(', ')}`);
    }
    const { values } = range;
    if (values.length !== times * members)
      return refuse(
        `/ranges/${p.name}/values`,
        `holds ${values.length} values for ${times} times${members > 1 ? ` and ${members} members` : ''}`
      );
    const odd = values.findIndex((v) => v !== null && typeof v !== 'number');
    if (odd >= 0) return refuse(`/ranges/${p.name}/values/${odd}`, 'must be a number or null');
    const symbol = c.parameters?.[p.name]?.unit?.symbol;
    const unit = typeof symbol === 'object' ? symbol?.value : symbol;
    if (unit === undefined)
      return refuse(
        `/parameters/${p.name}/unit`,
        `is missing; say which of ${[...p.units.keys()].join(', ')} the numbers are in`
      );
    const scale = p.units.get(unit);
    if (!scale)
      return refuse(
        `/parameters/${p.name}/unit`,
        `“${unit}” is not known for it; use one of ${[...p.units.keys()].join(', ')}`
      );
    const [factor, plus] = scale;
    const turned = members > 1 && range.axisNames?.[0] === 't';
    const place = (i: number) => (turned ? (i % times) * members + Math.floor(i / times) : i);
    out.push({
      field: p.field,
      required: p.required,
      at: (i) => {
        const v = values[place(i)]!;
        return v === null ? null : v * factor + plus;
      }
    });
  }
  return { ok: true, value: out };
}

function hourOf(columns: readonly Column[], i: number): WeatherHour | null {
  const h: Partial<WeatherHour> = {};
  for (const c of columns) {
    const v = c.at(i);
    if (v !== null) h[c.field] = v;
    else if (c.required) return null;
  }
  return h as WeatherHour;
}

/** Writes a forecast at a point as CoverageJSON: a PointSeries, with an axis `realization` where it has several members. */
export function writeCoverage(members: readonly WeatherSeries[], place: { latitudeDeg: number; longitudeDeg: number }) {
  const [control] = members as [WeatherSeries];
  const stamps = control.hours.map((_, i) => new Date(control.startMs + i * HOUR_MS).toISOString().replace('.000', ''));
  const several = members.length > 1;
  const carried = WEATHER_PARAMETERS.filter((p) => p.required || control.hours.some((h) => h?.[p.field] !== undefined));
  const round = (v: number) => Math.round(v * 1e4) / 1e4;
  return {
    type: 'Coverage' as const,
    'basket:issued': new Date(control.issuedMs).toISOString(),
    domain: {
      type: 'Domain' as const,
      ...(!several && { domainType: 'PointSeries' as const }),
      axes: {
        x: { values: [place.longitudeDeg] },
        y: { values: [place.latitudeDeg] },
        t: { values: stamps },
        ...(several && { realization: { values: members.map((_, i) => i) } })
      },
      referencing: [
        {
          coordinates: ['x', 'y'],
          system: { type: 'GeographicCRS', id: 'http://www.opengis.net/def/crs/OGC/1.3/CRS84' }
        },
        { coordinates: ['t'], system: { type: 'TemporalRS', calendar: 'Gregorian' } }
      ]
    },
    parameters: Object.fromEntries(
      carried.map((p) => [
        p.name,
        { type: 'Parameter', observedProperty: { label: { en: p.label } }, unit: { symbol: p.unit } }
      ])
    ),
    ranges: Object.fromEntries(
      carried.map((p) => [
        p.name,
        {
          type: 'NdArray' as const,
          dataType: 'float' as const,
          axisNames: several ? ['realization', 't'] : ['t'],
          shape: several ? [members.length, stamps.length] : [stamps.length],
          values: members.flatMap((m) =>
            m.hours.map((h) => {
              const v = h?.[p.field];
              return v === undefined ? null : round(v / p.units.get(p.unit)![0]);
            })
          )
        }
      ])
    )
  };
}
