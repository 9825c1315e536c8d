import { describe, expect, it } from 'vitest';
import { HOUR_MS } from '../units';
import { dailyStretches, openStretches, shareOfHours, type SiteClosure } from './access';

const week = Object.fromEntries(
  (['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const).map((d) => [d, { from: '08:00', to: '17:00' }])
);
const span = (from: string, to: string) => [Date.parse(from), Date.parse(to)] as const;
const on = (closures: SiteClosure[], from: string, to: string) =>
  openStretches(week, closures, 'Europe/London', ...span(from, to)).map((s) => [
    new Date(s.fromMs).toISOString().slice(5, 16),
    new Date(s.toMs).toISOString().slice(5, 16),
    s.shut
  ]);

describe('who may be let in', () => {
  it('“library shut from Friday noon” cuts Friday in two and says so', () =>
    expect(
      on(
        [{ reason: 'library shut', fromLocal: '2027-05-21T12:00', toLocal: '2027-05-24T00:00' }],
        '2027-05-21',
        '2027-05-22'
      )
    ).toEqual([
      ['05-21T07:00', '05-21T11:00', undefined],
      ['05-21T11:00', '05-21T16:00', 'library shut']
    ]));
  it('“shop closed Sundays” shuts every Sunday, whole', () =>
    expect(on([{ reason: 'shop closed Sundays', days: ['sun'] }], '2027-05-23', '2027-05-25')).toEqual([
      ['05-23T07:00', '05-23T16:00', 'shop closed Sundays'],
      ['05-24T07:00', '05-24T16:00', undefined]
    ]));
  it('quiet hours at midday leave morning and afternoon', () =>
    expect(
      on([{ reason: 'quiet hours', days: ['mon'], from: '12:00', to: '14:00' }], '2027-05-24', '2027-05-25').map(
        (s) => s[2]
      )
    ).toEqual([undefined, 'quiet hours', undefined]));
  it('the hours are the site’s own across the clock change', () =>
    expect(on([], '2027-03-27', '2027-03-29').map((s) => s[0])).toEqual(['03-27T08:00', '03-28T07:00']));
});

describe('hours of the day', () => {
  it('past midnight is evening and early morning', () => {
    const [from, to] = span('2027-05-24T00:00Z', '2027-05-25T00:00Z');
    const shares = shareOfHours(dailyStretches('22:30', '05:00', 'Etc/UTC', from, to), from, 24);
    expect([...shares].map((s) => Number(s.toFixed(2)))).toEqual([1, 1, 1, 1, 1, ...Array(17).fill(0), 0.5, 1]);
    expect(shares.reduce((a, b) => a + b)).toBeCloseTo((6.5 * HOUR_MS) / HOUR_MS);
  });
});
