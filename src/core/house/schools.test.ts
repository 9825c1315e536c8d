import { describe, expect, it } from 'vitest';
import {
  defaultHouseRules,
  emptyHouse,
  HOUSE_NUMBERS,
  houseNumber,
  houseProblems,
  houseRules,
  optionOf,
  schools,
  type HouseDocument
} from '.';

const because = { reason: 'we tried it', date: '2027-01-10' };
const chosen = (id: string, option: string): HouseDocument => ({
  ...emptyHouse,
  choices: { [id]: { option, ...because } }
});

describe('the schools', () => {
  it('a house without choices goes by the presets', () => {
    expect(houseRules(emptyHouse)).toEqual(defaultHouseRules);
    for (const s of schools) expect(optionOf(s, emptyHouse).id).toBe(s.preset);
  });
  it('every preset sets what the defaults hold, and every option sets rules that exist, of the same kind', () => {
    for (const s of schools)
      for (const o of s.options)
        for (const [path, value] of Object.entries(o.sets)) {
          const own: unknown = houseNumber(defaultHouseRules, path);
          expect(typeof own, `${s.id} ${path}`).toBe(typeof value);
          if (o.id === s.preset) expect(own, `${s.id} ${path}`).toBe(value);
        }
  });
  it('every other option changes something', () => {
    for (const s of schools)
      for (const o of s.options.filter((x) => x.id !== s.preset))
        expect(houseRules(chosen(s.id, o.id)), `${s.id}: ${o.id}`).not.toEqual(defaultHouseRules);
  });
  it('numbers are taken within their bounds and refused beyond them', () => {
    for (const n of HOUSE_NUMBERS) {
      const own = houseNumber(defaultHouseRules, n.path);
      expect(own).toBeGreaterThanOrEqual(n.min);
      expect(own).toBeLessThanOrEqual(n.max);
      const house = (value: number): HouseDocument => ({ ...emptyHouse, numbers: { [n.path]: { value, ...because } } });
      expect(houseNumber(houseRules(house(n.max)), n.path)).toBe(n.max);
      expect(houseProblems(house(n.max * 2 + 1))[0]!.problem).toContain('between');
    }
  });
  it('what is not in the book is refused', () => {
    expect(houseProblems(chosen('tea', 'milk'))).toHaveLength(1);
    expect(houseProblems(chosen('rhythm', 'milk'))[0]!.path).toBe('/choices/rhythm/option');
    expect(houseProblems({ ...emptyHouse, numbers: { secret: { value: 1, ...because } } })).toHaveLength(1);
    expect(houseProblems(chosen('rhythm', 'several-thin'))).toEqual([]);
  });
});
