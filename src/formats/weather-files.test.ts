import { describe, expect, it } from 'vitest';
import { readEpw } from './epw';
import { readWeatherCsv } from './weather-csv';

const about = { issuedMs: 0, source: 'f.csv' };
const HEAD =
  'time,air_temperature (Cel),relative_humidity (%),wind_speed (m/s),precipitation_amount (mm),cloud_area_fraction (%)';
const line = (h: number, rest = '12,60,3,0,40') => `2027-05-18T${String(h).padStart(2, '0')}:00Z,${rest}`;
const csv = (...lines: string[]) => readWeatherCsv([HEAD, ...lines].join('\n'), about);
const problem = (r: ReturnType<typeof csv>) => (r.ok ? null : `${r.problems[0]!.path}: ${r.problems[0]!.problem}`);

describe('weather from CSV', () => {
  it('is read hour by hour', () => {
    const r = csv(line(8), line(9, '13.5,55,2,0.4,90'));
    if (!r.ok) throw new Error(problem(r)!);
    expect(r.value.startMs).toBe(Date.parse('2027-05-18T08:00Z'));
    expect(r.value.hours[1]).toEqual({ airTempC: 13.5, rh: 0.55, windMPerS: 2, rainMm: 0.4, cloud: 0.9 });
  });
  it('takes the units the head names, and other words for the same thing', () => {
    const r = readWeatherCsv(
      'time,temperature [°F],humidity (%),wind (km/h),rain (in),cloud (%)\n2027-05-18T09:00+01:00,68,50,18,0.1,0',
      about
    );
    if (!r.ok) throw new Error(problem(r)!);
    const [h] = r.value.hours;
    expect(h!.airTempC).toBeCloseTo(20, 9);
    expect(h!.windMPerS).toBeCloseTo(5, 9);
    expect(h!.rainMm).toBeCloseTo(2.54, 9);
    expect(r.value.startMs).toBe(Date.parse('2027-05-18T08:00Z'));
  });
  it.each([
    ['a time without a zone', [line(8).replace('Z', '')], /line 2: .*no zone/],
    ['wrong order', [line(9), line(8)], /does not come after/],
    ['an impossible value', [line(8, '12,160,3,0,40')], /rh at .*between 0 and 1/],
    ['text for a number', [line(8, 'mild,60,3,0,40')], /line 2, air_temperature \(Cel\): “mild” is not a number/],
    ['half hours', [line(8).replace('08:00', '08:30')], /not a whole hour/],
    ['nothing', [], /at least one hour/]
  ])('refuses %s by its line', (_, lines, message) => expect(problem(csv(...lines))).toMatch(message));
  it('refuses a unit it can not be in, one thing in two units, and what is missing', () => {
    const head = (h: string) => problem(readWeatherCsv(`${h}\n${line(8)}`, about));
    expect(head(HEAD.replace('(mm)', '(bucket)'))).toMatch(/bucket is not a unit of it; use mm/);
    expect(head(`${HEAD},temperature (K)`)).toMatch(/stands twice, as if in two units/);
    expect(head(HEAD.replace('wind_speed (m/s)', 'breeze'))).toMatch(/wind_speed is missing/);
    expect(head(HEAD.replace('time', 'hour'))).toMatch(/needs a column “time”/);
  });
  it('bridges a gap of three hours, no more', () => {
    const at = (r: ReturnType<typeof csv>, i: number) => r.ok && r.value.hours[i] !== null;
    expect(at(csv(line(8), line(12)), 2)).toBe(true);
    expect(at(csv(line(8), line(13)), 2)).toBe(false);
  });
});

/** A made-up year: warm summers, the hour of the year as its wind. */
function epw(change: (fields: string[], hour: number) => void = () => undefined): string {
  const lines = ['LOCATION,Saltmarsh Wick,-,-,made,0,53.06,0.27,0.0,5', ...Array(7).fill('-')];
  for (let i = 0; i < 8760; i++) {
    const d = new Date(Date.UTC(2001, 0, 1) + i * 3_600_000);
    const f = new Array(35).fill('0');
    [f[0], f[1], f[2], f[3]] = ['2001', d.getUTCMonth() + 1, d.getUTCDate(), d.getUTCHours() + 1].map(String);
    f[6] = String(10 - 8 * Math.cos((i / 8760) * 2 * Math.PI));
    [f[8], f[9], f[21], f[22], f[33]] = ['70', '101300', '3', '5', '0'];
    change(f, i);
    lines.push(f.join(','));
  }
  return lines.join('\r\n');
}

describe('a typical year from EPW', () => {
  it('is read hour by hour where it belongs', () => {
    const r = readEpw(epw(), 'y.epw');
    if (!r.ok) throw new Error(r.problems[0]!.problem);
    expect(r.value).toMatchObject({ place: 'Saltmarsh Wick', latitudeDeg: 53.06, longitudeDeg: 0.27 });
    const july = r.value.series.hours[(Date.UTC(2001, 6, 2) - Date.UTC(2001, 0, 1)) / 3_600_000]!;
    expect(july.airTempC).toBeCloseTo(18, 0);
    expect(july).toMatchObject({ rh: 0.7, windMPerS: 3, cloud: 0.5, rainMm: 0, pressureHPa: 1013 });
  });
  it('a missing value closes its hour, a stranger is refused', () => {
    const r = readEpw(
      epw((f, i) => i === 100 && (f[6] = '99.9')),
      'y.epw'
    );
    expect(r.ok && r.value.series.hours[100]).toBeNull();
    const no = readEpw('time,temperature\n', 'y.epw');
    expect(no.ok ? '' : no.problems[0]!.problem).toMatch(/LOCATION/);
    const short = readEpw(epw().split('\r\n').slice(0, 500).join('\n'), 'y.epw');
    expect(short.ok ? '' : short.problems[0]!.problem).toMatch(/needs 8,760/);
  });
});
