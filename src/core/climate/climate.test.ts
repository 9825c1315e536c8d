import { describe, expect, it } from 'vitest';
import type { WeatherHour, WeatherSeries } from '../air';
import { deckJob } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import { HOUR_MS } from '../units';
import { clearSun, outdoorClimate as climateUnder, siteHourAt, sunHours } from './site-hours';
import { judgeHours, layingLimits, verdictRuns } from '../judge';
import { workingStretches } from '../calendar';
import type { MoistureReading } from './known-moisture';

const start = Date.parse('2027-06-14T00:00:00Z');
const place = { latitudeDeg: 53.06, longitudeDeg: 0.27 };
const open = { tiltDeg: 0, facingDeg: 180, shade: 0, shelter: 0, absorption: 0.65 };
const board = { thicknessMm: 28, hardness: 'softwood' as const };
const outdoorClimate = (
  weather: WeatherSeries,
  at: typeof place,
  exposure: typeof open,
  on: typeof board,
  moisture: MoistureReading[] = []
) => {
  const sun = sunHours(weather.startMs, weather.hours.length, at);
  return climateUnder(weather, sun, { exposure, board: on, clearSunWPerM2: clearSun(sun, exposure), moisture });
};
const hour = (change: Partial<WeatherHour> = {}): WeatherHour => ({
  airTempC: 16,
  rh: 0.6,
  windMPerS: 2,
  rainMm: 0,
  cloud: 0,
  ...change
});
const series = (hours: (WeatherHour | null)[]): WeatherSeries => ({
  startMs: start,
  hours,
  issuedMs: start,
  source: 't'
});
const clear = series(Array.from({ length: 48 }, () => hour()));

describe('climate at the boards', () => {
  it('the noon sun warms them above the air, the clear night cools them below', () => {
    const c = outdoorClimate(clear, place, open, board);
    const noon = siteHourAt(c, start + 12 * HOUR_MS)!;
    const night = siteHourAt(c, start + HOUR_MS)!;
    expect(noon.surfaceTempC).toBeGreaterThan(28);
    expect(night.surfaceTempC).toBe(12);
    expect(noon.sunElevationDeg).toBeGreaterThan(55);
    expect(night.sunElevationDeg).toBeLessThan(0);
  });
  it('dew lies where the board is colder than the dew point, and the gap says by how much', () => {
    const damp = outdoorClimate(series(Array.from({ length: 4 }, () => hour({ rh: 0.9 }))), place, open, board);
    const h = siteHourAt(damp, start)!;
    expect(h.surfaceTempC).toBeLessThan(h.dewPointC);
    expect(h.dewGapC).toBeCloseTo(h.surfaceTempC - h.dewPointC, 12);
  });
  it('shade and a wall that faces away stay cooler', () => {
    const noon = (e: Partial<typeof open>) =>
      siteHourAt(outdoorClimate(clear, place, { ...open, ...e }, board), start + 12 * HOUR_MS)!.surfaceTempC;
    expect(noon({ shade: 0.8 })).toBeLessThan(noon({}));
    expect(noon({ tiltDeg: 90, facingDeg: 0 })).toBeLessThan(noon({ tiltDeg: 90, facingDeg: 180 }));
  });
  it('rain soaks the boards, and a reading replaces the model at its time', () => {
    const wet = series(Array.from({ length: 48 }, (_, i) => hour(i === 5 ? { rainMm: 10, cloud: 1 } : {})));
    const c = outdoorClimate(wet, place, open, board);
    expect(
      siteHourAt(c, start + 5 * HOUR_MS)!.mcPercent! - siteHourAt(c, start + 4 * HOUR_MS)!.mcPercent!
    ).toBeGreaterThan(3);
    const read = outdoorClimate(wet, place, open, board, [{ atMs: start + 10.4 * HOUR_MS, percent: 14 }]);
    expect(siteHourAt(read, start + 10 * HOUR_MS)!.mcPercent).toBe(14);
    expect(siteHourAt(read, start + 9 * HOUR_MS)!.mcPercent).toBe(siteHourAt(c, start + 9 * HOUR_MS)!.mcPercent);
  });
  it('a reading from before the series is carried to it; the newest counts, and the highest of an hour', () => {
    const still = series(Array.from({ length: 24 }, () => hour()));
    const at = (...moisture: { atMs: number; percent: number }[]) =>
      siteHourAt(outdoorClimate(still, place, open, board, moisture), start)!.mcPercent!;
    const days = (n: number, percent: number) => ({ atMs: start - n * 24 * HOUR_MS, percent });
    const none = at();
    expect(at(days(1, 24))).toBeGreaterThan(none + 2);
    expect(at(days(1, 24))).toBeLessThan(24);
    expect(at(days(60, 24))).toBeCloseTo(none, 0);
    expect(at(days(1, 12), days(2, 24))).toBe(at(days(1, 12)));
    const now = (percent: number, minutes: number) => ({ atMs: start + minutes * 60_000, percent });
    expect(at(now(13, 5), now(28, 20), now(14, 40))).toBe(28);
  });
  it('under a roof no rain falls on the wood', () => {
    const wet = series(Array.from({ length: 6 }, () => hour({ rainMm: 3 })));
    const h = siteHourAt(outdoorClimate(wet, place, { ...open, shelter: 1 }, board), start)!;
    expect(h.rainMm).toBe(0);
  });
  it('an hour nobody told stays marked as drawn between its neighbours', () => {
    const c = outdoorClimate(series([hour(), { ...hour(), bridged: true }, hour()]), place, open, board);
    expect(c.hours.map((h) => h?.bridged)).toEqual([undefined, true, undefined]);
  });
  it('an hour without weather is none, outside the series too', () => {
    const c = outdoorClimate(series([hour(), null, hour()]), place, open, board);
    expect([siteHourAt(c, start + HOUR_MS), siteHourAt(c, start - 1), siteHourAt(c, start + 9 * HOUR_MS)]).toEqual([
      null,
      null,
      null
    ]);
  });
});

describe('the horizon as runs', () => {
  const job = deckJob();
  const limits = layingLimits(job.products[0]!, 'thin', { setting: 'outdoor', countertop: false, lamps: false }, house);
  const mild = series(
    Array.from({ length: 48 }, (_, i) => hour({ cloud: 0.9, rh: 0.5, ...(i === 11 && { rainMm: 1 }) }))
  );
  const climate = outdoorClimate(mild, place, open, board);
  const work = workingStretches({ mon: { from: '07:30', to: '17:30' } }, 'Europe/London', start, start + 48 * HOUR_MS);
  const verdicts = judgeHours(climate, limits, work, start);

  it('covers every minute once, in order', () => {
    const runs = verdictRuns(verdicts);
    expect(runs[0]!.fromMs).toBe(start);
    expect(runs.at(-1)!.toMs).toBe(start + 48 * HOUR_MS);
    for (let i = 1; i < runs.length; i++) expect(runs[i]!.fromMs).toBe(runs[i - 1]!.toMs);
  });
  it('opens at half past seven, shuts for the rain, and not on a day off', () => {
    const openRuns = verdictRuns(verdicts).filter((r) => r.rule === null);
    expect(new Date(openRuns[0]!.fromMs).toISOString()).toBe('2027-06-14T06:30:00.000Z');
    expect(verdictRuns(verdicts).some((r) => r.rule === 'rain' && r.fromMs === start + 11 * HOUR_MS)).toBe(true);
    expect(openRuns.every((r) => r.toMs <= Date.parse('2027-06-14T16:30:00Z'))).toBe(true);
  });
  it('an open hour has nothing that closes it, a closed one at least one reason', () => {
    for (const v of verdicts) expect(v.closed.length > 0 || v.work !== null).toBe(true);
  });
});
