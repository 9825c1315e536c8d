import { describe, expect, it } from 'vitest';
import { memberContexts } from '$core/window';
import { hourShares } from '$core/window';
import { DAY_MS, HOUR_MS } from '$core/units';
import { writeHours } from '$formats/hours-csv';
import { deckJob, knowledge, NOW } from '../../../tests/fixtures';
import { deskEnsemble } from '../../stand-ins/weather-desk';
import { airBands, rainSpells } from './air-bands';

const document = deckJob();
const members = deskEnsemble(document.site, NOW, NOW - 5 * DAY_MS, NOW + 10 * DAY_MS, 'showers', 9);
const span = { startMs: NOW - 5 * DAY_MS, hours: 360 };
const contexts = [...memberContexts({ document, members, span, knowledge, nowMs: NOW })];

describe('what is drawn of an ensemble', () => {
  it('the band holds its middle, and every member’s value lies near it', () => {
    const { of } = airBands(contexts);
    of.airTempC.p50.forEach((mid, i) => {
      expect(of.airTempC.p10[i]!).toBeLessThanOrEqual(mid);
      expect(of.airTempC.p90[i]!).toBeGreaterThanOrEqual(mid);
    });
    expect(of.airTempC.p90[2]! - of.airTempC.p10[2]!).toBeLessThan(of.airTempC.p90[220]! - of.airTempC.p10[220]!);
  });
  it('rain is one line a member: the hours of its spells are the hours it rains', () => {
    const spells = rainSpells(contexts);
    const hours = spells.filter((s) => s.member === 3).reduce((n, s) => n + (s.toMs - s.fromMs) / HOUR_MS, 0);
    const from = (contexts[3]!.work.fromMs - contexts[3]!.climate.startMs) / HOUR_MS;
    expect(hours).toBe(contexts[3]!.climate.hours.slice(from).filter((h) => h && h.rainMm > 0).length);
    for (const s of spells) expect(s.toMs).toBeGreaterThan(s.fromMs);
  });
  it('the hours as CSV say how many forecasts have each open', () => {
    const shares = hourShares(contexts);
    const verdicts = shares.map((s) => ({ atMs: s.atMs, work: null, closed: [] }));
    const lines = writeHours(contexts[0]!.climate, verdicts, shares).trim().split('\r\n');
    expect(lines).toHaveLength(1 + shares.length);
    expect(lines[0]).toMatch(/^time_utc,air_temperature_C,/);
    expect(lines[20]!.split(',').slice(8, 10)).toEqual([String(shares[19]!.open), '9']);
  });
});
