import Papa from 'papaparse';
import { keyed } from '../core/keyed';
import { weatherSeries, type WeatherHour, type WeatherSeries } from '../core/air';
import type { Checked } from './validate/validate';
import { REQUIRED_NAMES, WEATHER_PARAMETERS, type WeatherParameter } from './weather-units';

const TIME_NAMES = ['time', 'time_utc', 'datetime', 'timestamp', 'date'];
/** Names people write for the same thing, beside the file's own. */
const ALSO = keyed({
  temperature: 'air_temperature',
  temp: 'air_temperature',
  humidity: 'relative_humidity',
  rh: 'relative_humidity',
  wind: 'wind_speed',
  gust: 'wind_speed_of_gust',
  gusts: 'wind_speed_of_gust',
  rain: 'precipitation_amount',
  precipitation: 'precipitation_amount',
  cloud: 'cloud_area_fraction',
  pressure: 'air_pressure_at_mean_sea_level'
});

interface Column {
  parameter: WeatherParameter;
  head: string;
  factor: number;
  plus: number;
}

const refuse = <T>(path: string, problem: string): Checked<T> => ({ ok: false, problems: [{ path, problem }] });

/**
 * Reads hourly weather from CSV: a head naming a time and each quantity with its unit in brackets, such as
 * “air_temperature (Cel)”; times with their zone. A column in a unit it can't be in, a time without a zone, wrong order or
 * an impossible value is refused by its line. Gaps up to three hours are bridged.
 */
export function readWeatherCsv(text: string, about: { issuedMs: number; source: string }): Checked<WeatherSeries> {
  const { data, errors } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const broken = errors.find((e) => e.type === 'Quotes');
  if (broken) return refuse(`line ${(broken.row ?? 0) + 1}`, broken.message);
  const [head, ...rows] = data;
  if (!head || rows.length === 0) return refuse('line 1', 'needs a head and at least one hour');
  const timeAt = head.findIndex((h) => TIME_NAMES.includes(h.trim().toLowerCase()));
  if (timeAt < 0) return refuse('line 1', `needs a column “time”; the head says ${head.join(', ')}`);
  const columns = readHead(head);
  if (!columns.ok) return columns;
  const times: number[] = [];
  const hours: (WeatherHour | null)[] = [];
  for (const [i, row] of rows.entries()) {
    const line = `line ${i + 2}`;
    const stamp = row[timeAt]?.trim() ?? '';
    if (!/(Z|[+-]\d\d:?\d\d)$/.test(stamp))
      return refuse(line, `“${stamp}” has no zone; write 2027-05-18T09:00+01:00 or end it in Z`);
    const at = Date.parse(stamp.replace(' ', 'T'));
    if (!Number.isFinite(at)) return refuse(line, `“${stamp}” is not a time like 2027-05-18T09:00Z`);
    const hour = readRow(row, columns.value, line);
    if (!hour.ok) return hour;
    times.push(at);
    hours.push(hour.value);
  }
  try {
    return { ok: true, value: weatherSeries(times, hours, about) };
  } catch (e) {
    return refuse('', (e as Error).message);
  }
}

function readHead(head: readonly string[]): Checked<(Column | null)[]> {
  const columns: (Column | null)[] = [];
  for (const h of head) {
    const m = /^\s*([A-Za-z_ ]+?)\s*(?:[([]\s*(.+?)\s*[)\]])?\s*$/.exec(h);
    const plain = (m?.[1] ?? '').toLowerCase().replaceAll(' ', '_');
    const parameter = WEATHER_PARAMETERS.find((p) => p.name === (ALSO.get(plain) ?? plain));
    if (!parameter) {
      columns.push(null);
      continue;
    }
    const unit = m?.[2] ?? parameter.unit;
    const scale = parameter.units.get(unit);
    if (!scale)
      return refuse(
        'line 1',
        `“${h.trim()}”: ${unit} is not a unit of it; use ${[...parameter.units.keys()].join(', ')}`
      );
    if (columns.some((c) => c?.parameter === parameter))
      return refuse('line 1', `${parameter.name} stands twice, as if in two units; keep one column of it`);
    columns.push({ parameter, head: h.trim(), factor: scale[0], plus: scale[1] });
  }
  const missing = REQUIRED_NAMES.filter((n) => !columns.some((c) => c?.parameter.name === n));
  if (missing.length) return refuse('line 1', `${missing.join(', ')} ${missing.length > 1 ? 'are' : 'is'} missing`);
  return { ok: true, value: columns };
}

function readRow(
  row: readonly string[],
  columns: readonly (Column | null)[],
  line: string
): Checked<WeatherHour | null> {
  const h: Partial<WeatherHour> = {};
  let empty = false;
  for (const [k, c] of columns.entries()) {
    if (!c) continue;
    const text = (row[k] ?? '').trim();
    if (text === '') {
      empty ||= c.parameter.required;
      continue;
    }
    const v = Number(text);
    if (!Number.isFinite(v))
      return refuse(`${line}, ${c.head}`, `“${text.slice(0, 40)}” is not a number; leave a gap empty`);
    h[c.parameter.field] = v * c.factor + c.plus;
  }
  return { ok: true, value: empty ? null : (h as WeatherHour) };
}
