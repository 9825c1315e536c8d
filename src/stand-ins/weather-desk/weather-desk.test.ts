import { describe, expect, it } from 'vitest';
import { dewPointC, weatherProblem } from '../../core/air';
import { DAY_MS, HOUR_MS } from '../../core/units';
import { answerPosition, DESK_DAYS_AHEAD, deskSeries, weatherHour } from '.';

const place = { latitudeDeg: 53.06, longitudeDeg: 0.27 };
const t0 = Date.parse('2027-01-01T00:00:00Z');
const year = Array.from({ length: 365 * 24 }, (_, i) => ({
  at: t0 + i * HOUR_MS,
  ...weatherHour(t0 + i * HOUR_MS, place)
}));
const mean = (xs: number[]) => xs.reduce((s, x) => s + x, 0) / xs.length;

describe('the weather desk', () => {
  it('gives the same answer to the same question', () => {
    const ask = () => JSON.stringify(answerPosition(new URLSearchParams({ coords: 'POINT(0.27 53.06)' }), t0));
    expect(ask()).toBe(ask());
    expect(JSON.stringify(answerPosition(new URLSearchParams({ coords: 'POINT(5 45)' }), t0))).not.toBe(ask());
  });
  it('holds only possible values', () =>
    expect(
      weatherProblem(
        year.map((h) => h.at),
        year
      )
    ).toBeNull());
  it('is warmer in the afternoon than before dawn, and in summer than in winter', () => {
    const at = (hour: number) => mean(year.filter((h) => new Date(h.at).getUTCHours() === hour).map((h) => h.airTempC));
    expect(at(15) - at(4)).toBeGreaterThan(3);
    const month = (m: number) => mean(year.filter((h) => new Date(h.at).getUTCMonth() === m).map((h) => h.airTempC));
    expect(month(6) - month(0)).toBeGreaterThan(8);
  });
  it('rains only from cloud and in damp air, on a fair share of days', () => {
    const wet = year.filter((h) => h.rainMm > 0);
    expect(wet.every((h) => h.cloud > 0.6)).toBe(true);
    expect(mean(wet.map((h) => h.rh))).toBeGreaterThan(mean(year.map((h) => h.rh)) + 0.05);
    const days = new Set(wet.map((h) => Math.floor(h.at / DAY_MS))).size;
    expect(days).toBeGreaterThan(60);
    expect(days).toBeLessThan(220);
  });
  it('its dew point changes slowly: the air mass, not the hour', () => {
    const td = year.map((h) => dewPointC(h.airTempC, h.rh));
    const steps = td.slice(1).map((d, i) => Math.abs(d - td[i]!));
    expect(mean(steps)).toBeLessThan(0.6);
  });
  it('looks ten days ahead and no further', () => {
    const s = deskSeries(place, t0, t0, t0 + 60 * DAY_MS);
    expect(s.hours).toHaveLength(DESK_DAYS_AHEAD * 24);
  });
  it('refuses questions it can not read', () => {
    const ask = (q: Record<string, string>) => answerPosition(new URLSearchParams(q), t0);
    expect(ask({ coords: 'somewhere' })).toMatchObject({
      status: 400,
      body: { problem: expect.stringContaining('POINT') }
    });
    expect(ask({ coords: 'POINT(0 99)' }).status).toBe(400);
    expect(ask({ coords: 'POINT(0 50)', datetime: 'tomorrow/yesterday' }).status).toBe(400);
    expect(
      ask({
        coords: 'POINT(0 50)',
        datetime: '2027-01-02T00:00:00Z/2027-01-01T00:00:00Z'
      }).status
    ).toBe(400);
  });
});
