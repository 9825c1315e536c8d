import { describe, expect, it } from 'vitest';
import { isTimeZone } from '../../../core/calendar';
import { findTowns, timeZoneAt } from './towns';

describe('towns', () => {
  it('are found by how their name begins, whatever its marks and capitals, the largest first', async () => {
    const some = await findTowns('sa', 40);
    expect(some.length).toBe(40);
    for (const t of some) {
      expect(t.name.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()).toMatch(/^sa/);
      expect(Math.abs(t.latitudeDeg)).toBeLessThanOrEqual(90);
      expect(Math.abs(t.longitudeDeg)).toBeLessThanOrEqual(180);
      expect(isTimeZone(t.timeZone)).toBe(true);
    }
    const marked = some.find((t) => /\p{M}/u.test(t.name.normalize('NFD')));
    if (!marked) throw new Error('no name with a mark among the largest');
    const plain = marked.name.normalize('NFD').replace(/\p{M}/gu, '').toUpperCase();
    expect(await findTowns(plain, 8)).toContainEqual(marked);
  });
  it('none for one letter, none for what no town is called', async () => {
    expect(await findTowns('q', 5)).toEqual([]);
    expect(await findTowns('Saltmarsh Wick', 5)).toEqual([]);
  });
  it('a place on earth has its clock', () => {
    expect(isTimeZone(timeZoneAt(49.4, -7.6))).toBe(true);
    expect(() => timeZoneAt(91, 0)).toThrow();
  });
});
