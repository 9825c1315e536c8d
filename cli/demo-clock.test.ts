import { describe, expect, it } from 'vitest';
import { demoAheadMs } from './demo-clock.mjs';

const HOUR_MS = 3_600_000;
const begins = (iso: string) => new Date(Date.parse(iso) + demoAheadMs(Date.parse(iso), 'Europe/London')).toISOString();

describe('the clock of the demo', () => {
  it.each([
    ['within a working day runs as it is', '2026-11-27T11:00:00Z', '2026-11-27T11:00:00.000Z'],
    ['before work begins that morning', '2026-11-27T03:12:30Z', '2026-11-27T09:40:00.000Z'],
    ['on Friday evening begins on Monday', '2026-11-27T18:00:00Z', '2026-11-30T09:40:00.000Z'],
    ['on Sunday begins on Monday, by the summer’s clock', '2027-05-16T12:00:00Z', '2027-05-17T08:40:00.000Z'],
    ['across the change of the clocks', '2027-03-27T20:00:00Z', '2027-03-29T08:40:00.000Z']
  ])('%s', (_, iso, at) => expect(begins(iso)).toBe(at));
  it('is never more than four days ahead', () => {
    for (let h = 0; h < 24 * 21; h += 7) {
      const ms = Date.UTC(2027, 9, 20) + h * HOUR_MS;
      expect(demoAheadMs(ms, 'Europe/London')).toBeLessThan(96 * HOUR_MS);
    }
  });
});
