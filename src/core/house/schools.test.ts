import { describe, expect, it } from 'vitest';
import { PRODUCT_CLASSES } from '../product/schema';
import {
  BETWEEN_ROWS,
  defaultHouseRules,
  emptyHouse,
  HOUSE_NUMBERS,
  houseNumber,
  houseProblems,
  houseRules,
  isRubbed,
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
  it('what is rubbed between coats is the house’s own by class and position; what is never rubbed stays so', () => {
    const denib = { class: 'hardwax-oil', after: 'later', how: 'denib', with: 'maroon pad', ...because } as const;
    const last = { class: 'oil-varnish', after: 'last', with: 'P1500 wet', ...because } as const;
    const stain = { class: 'gel-stain', after: 'last', with: 'wool', ...because } as const;
    const own = (...rubs: HouseDocument['rubs'] & object) => ({ ...emptyHouse, rubs });
    const { between } = houseRules(own(denib, last, stain));
    expect(between['hardwax-oil'].later).toEqual({ ...BETWEEN_ROWS['hardwax-oil'].later, denib: 'maroon pad' });
    expect(between['hardwax-oil'].first).toEqual(BETWEEN_ROWS['hardwax-oil'].first);
    expect(between['oil-varnish'].last).toBe('P1500 wet');
    expect(between['waterborne-film']).toEqual(BETWEEN_ROWS['waterborne-film']);
    expect(between['gel-stain'].last).toBeNull();
    expect(houseProblems(own(denib, last))).toEqual([]);
    expect(houseProblems(own(stain))[0]).toEqual({
      path: '/rubs/0/with',
      problem: 'is of a coat that is never rubbed there'
    });
    expect(houseProblems(own(denib, { ...denib, with: 'P400' }))[0]).toEqual({
      path: '/rubs/1/with',
      problem: 'is said twice'
    });
    for (const p of [...PRODUCT_CLASSES]) expect(isRubbed(p, 'first')).toBe(BETWEEN_ROWS[p].first !== null);
  });
  it('what is not in the book is refused', () => {
    expect(houseProblems(chosen('tea', 'milk'))).toHaveLength(1);
    expect(houseProblems(chosen('rhythm', 'milk'))[0]!.path).toBe('/choices/rhythm/option');
    expect(houseProblems({ ...emptyHouse, numbers: { secret: { value: 1, ...because } } })).toHaveLength(1);
    expect(houseProblems(chosen('rhythm', 'several-thin'))).toEqual([]);
  });
});
