import { describe, expect, it } from 'vitest';
import { HOUR_MS } from '$core/units';
import { silencesOf, wholeHours } from './silences';

const at = (...hours: number[]) => hours.map((h) => ({ atMs: h * HOUR_MS, airTempC: 14 + h }));

describe('silences of a sensor', () => {
  it('are the hours between two readings, whole', () => {
    expect(silencesOf(at(10, 11, 15, 16), 17 * HOUR_MS)).toEqual([{ fromMs: 12 * HOUR_MS, toMs: 15 * HOUR_MS }]);
  });
  it('one that is silent now is silent since its last hour, and the hour that runs is not counted', () => {
    expect(silencesOf(at(10), 10.9 * HOUR_MS)).toEqual([]);
    expect(silencesOf(at(10), 11.9 * HOUR_MS)).toEqual([]);
    expect(silencesOf(at(10), 13.5 * HOUR_MS)).toEqual([{ fromMs: 11 * HOUR_MS, toMs: 13 * HOUR_MS }]);
  });
  it('one that never spoke has none to tell of', () => {
    expect(silencesOf([], 5 * HOUR_MS)).toEqual([]);
  });
});

describe('hours as a chart draws them', () => {
  it('stand one beside the other, the silent ones empty', () => {
    expect(wholeHours(at(3, 5))).toEqual([
      { atMs: 3 * HOUR_MS, airTempC: 17 },
      { atMs: 4 * HOUR_MS },
      { atMs: 5 * HOUR_MS, airTempC: 19 }
    ]);
    expect(wholeHours([])).toEqual([]);
  });
});
