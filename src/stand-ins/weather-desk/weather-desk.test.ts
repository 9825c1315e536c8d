import { describe, expect, it } from 'vitest';
import { dewPointC, weatherProblem } from '../../core/air';
import { DAY_MS, HOUR_MS } from '../../core/units';
import { deckJob, knowledge } from '../../../tests/fixtures';
import { findStarts } from '../../core/window';
import { answerPosition, DESK_DAYS_AHEAD, DESK_MEMBERS, deskEnsemble, deskSeries, weatherHour } from '.';

const place = { latitudeDeg: 53.06, longitudeDeg: 0.27 };
const t0 = Date.parse('2027-01-01T00:00:00Z');
const year = Array.from({ length: 365 * 24 }, (_, i) => ({
  at: t0 + i * HOUR_MS,
  ...weatherHour(t0 + i * HOUR_MS, place)
}));
const mean = (xs: number[]) => xs.reduce((s, x) => s + x, 0) / xs.length;

type Hours = ReturnType<typeof weatherHour>[];
const rainHours = (h: Hours) => h.filter((x) => x.rainMm > 0).length;
const natural = () => deskSeries(place, t0, t0, t0 + 8 * DAY_MS).hours as Hours;

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
  it('tells thirty members: alike until the issue, further apart with every day ahead, none impossible', () => {
    const members = deskEnsemble(place, t0, t0 - 2 * DAY_MS, t0 + 10 * DAY_MS);
    expect(members).toHaveLength(DESK_MEMBERS);
    const spread = (h: number) => {
      const temps = members.map((m) => m.hours[48 + h]!.airTempC);
      return Math.max(...temps) - Math.min(...temps);
    };
    for (let h = -48; h <= 0; h++) expect(spread(h)).toBe(0);
    expect(mean([200, 210, 220, 230].map(spread))).toBeGreaterThan(mean([6, 12, 18, 24].map(spread)));
    for (const m of members)
      expect(
        weatherProblem(
          m.hours.map((_, i) => m.startMs + i * HOUR_MS),
          m.hours
        )
      ).toBeNull();
  });
  it('a newer issue tells the far days otherwise, what has come to pass it does not change', () => {
    const at = (issue: number, h: number) =>
      deskSeries(place, issue, t0 - DAY_MS, t0 + 9 * DAY_MS).hours[24 + h]!.airTempC;
    expect(at(t0, 200)).not.toBe(at(t0 + 6 * HOUR_MS, 200));
    expect(at(t0, -5)).toBe(at(t0 + 6 * HOUR_MS, -5));
  });
  it.each([
    ['settled high', (h: Hours) => rainHours(h) === 0],
    ['showers', (h: Hours) => rainHours(h) > 12],
    ['sea fog mornings', (h: Hours) => h.some((x) => x.rh > 0.97) && rainHours(h) === 0],
    ['cold snap', (h: Hours) => mean(h.map((x) => x.airTempC)) < mean(natural().map((x) => x.airTempC)) - 5],
    ['hot spell', (h: Hours) => mean(h.map((x) => x.airTempC)) > mean(natural().map((x) => x.airTempC)) + 5],
    ['front on day 3', (h: Hours) => rainHours(h.slice(0, 44)) === 0 && rainHours(h.slice(48, 90)) > 3]
  ] as const)('plays “%s”', (scenario, holds) => {
    const h = deskSeries(place, t0, t0, t0 + 8 * DAY_MS, { scenario }).hours as Hours;
    expect(holds(h)).toBe(true);
  });
  it('refuses questions it can not read', () => {
    const ask = (q: Record<string, string>) => answerPosition(new URLSearchParams(q), t0);
    expect(ask({ coords: 'somewhere' })).toMatchObject({
      status: 400,
      body: { problem: expect.stringContaining('POINT') }
    });
    expect(ask({ coords: 'POINT(0 99)' }).status).toBe(400);
    expect(ask({ coords: 'POINT(0 50)', scenario: 'drizzle' })).toMatchObject({
      status: 400,
      body: { problem: expect.stringContaining('settled high') }
    });
    expect(ask({ coords: 'POINT(0 50)', datetime: 'tomorrow/yesterday' }).status).toBe(400);
    expect(
      ask({
        coords: 'POINT(0 50)',
        datetime: '2027-01-02T00:00:00Z/2027-01-01T00:00:00Z'
      }).status
    ).toBe(400);
  });
});

describe('the island of the demo', () => {
  it('gives the deck good days and bad in every month', () => {
    const job = deckJob();
    for (let month = 0; month < 12; month++) {
      const nowMs = Date.UTC(2027, month, 18, 8, 40);
      const span = { startMs: nowMs - 5 * DAY_MS, hours: 15 * 24 };
      const members = deskEnsemble(job.site, nowMs, span.startMs, nowMs + 10 * DAY_MS, undefined, 8);
      const holds = findStarts({ document: job, members, span, knowledge, nowMs }).map((s) => s.holds);
      expect(holds[0], `best of month ${month + 1}`).toBeGreaterThan(1);
      expect(holds.at(-1), `worst of month ${month + 1}`).toBe(0);
      expect(holds.filter((n) => n === 0).length).toBeGreaterThan(15);
    }
  });
});
