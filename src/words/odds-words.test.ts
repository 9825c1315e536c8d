import { describe, expect, it } from 'vitest';
import type { RankedStart } from '../core/window';
import { nextMonthWords, pastWords, shutsMost, waitWords } from './odds-words';

const start = (rule: 'rain' | 'dew', count: number, atMs: number) =>
  ({ stopper: { rule, count, atMs, coat: 1, closure: { rule, grade: 'law' } } }) as RankedStart;

describe('past years in words', () => {
  it('years are counted; one typical year says what was made of it', () => {
    expect(pastWords({ years: 10, typical: false })).toBe('10 past years');
    expect(pastWords({ years: 9, typical: true })).toBe('one typical year, shifted to make 9');
  });
  it('a month says its share and its wait; none says so', () => {
    expect(nextMonthWords({ month: 6, days: 200, share: 0.62, waitDays: 1 })).toMatch(
      /^June is .* 62 % .* mostly 1 day\.$/
    );
    expect(nextMonthWords(null)).toMatch(/no month of the next twelve/);
    expect([waitWords({ waitDays: 0 }), waitWords({ waitDays: null })]).toEqual(['mostly the same day', 'no day came']);
  });
  it('what stops most over all starts comes with its first case and its share; nothing stops where all hold', () => {
    const most = shutsMost([
      start('rain', 10, 50),
      start('dew', 5, 10),
      start('rain', 5, 20),
      { stopper: null } as RankedStart
    ]);
    expect(most).toMatchObject({ stopper: { rule: 'rain', atMs: 20, count: 15 }, share: 0.75 });
    expect(shutsMost([{ stopper: null } as RankedStart])).toBeNull();
  });
});
