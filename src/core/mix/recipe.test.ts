import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kitchenMeasure, measureRecipe, recipeLitres, recipes, samePairCode } from '.';

const barn = recipes.find((r) => r.id === 'old-barn-red')!;
const wax = recipes.find((r) => r.id === 'white-wax')!;

describe('a recipe', () => {
  it('6 L of barn paint: 300 ml thinner, pigment wetted with it, 5 L oil, the rest of the thinner', () => {
    const parts = measureRecipe(barn, 6);
    expect(parts.map((p) => [p.name.split(',')[0], Math.round(p.powder ? p.grams : p.litres * 1000)])).toEqual([
      ['Pine thinner', 300],
      ['Red earth pigment', 1920],
      ['Raw linseed oil', 5000],
      ['Pine thinner', 700]
    ]);
    expect(recipeLitres(barn, 96)).toBe(12);
  });
  it('by mass goes through the densities: 10 : 1 in grams', () => {
    const [paste, , thinner] = measureRecipe(wax, 0.5);
    expect(paste!.grams / thinner!.grams).toBeCloseTo(10, 9);
    expect(paste!.litres + thinner!.litres).toBeCloseTo(0.5, 9);
  });
  it('scales linearly', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 50, noNaN: true }), fc.constantFrom(...recipes), (litres, r) => {
        const [one, two] = [measureRecipe(r, litres), measureRecipe(r, 2 * litres)];
        one.forEach((p, i) => expect(two[i]!.grams).toBeCloseTo(2 * p.grams, 6));
        expect(one.filter((p) => !p.powder).reduce((s, p) => s + p.litres, 0)).toBeCloseTo(litres, 9);
      })
    ));
  it('refuses an amount that is none', () => expect(() => measureRecipe(barn, Number.NaN)).toThrow(/0 or more/));
  it.each([
    [0.25, '1 cup'],
    [0.5625, '2¼ cups'],
    [0.125, '½ cups'],
    [0.11, '¼ cups + 3 tbsp + ½ tsp'],
    [0.03, '2 tbsp'],
    [0.0075, '½ tbsp'],
    [0.0001, '½ tsp']
  ])('%d L in the measures of a kitchen', (litres, words) => expect(kitchenMeasure(litres)).toBe(words));
  it('the cups of another country are its own', () => expect(kitchenMeasure(0.2366, 'us')).toBe('1 cup'));
  it('what is measured so keeps a ratio within tolerance, in either system', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const),
        (litres, system) => {
          const sizes = system === 'us' ? [0.2365882365, 0.01478676478, 0.004928921594] : [0.25, 0.015, 0.005];
          const half: { [mark: string]: number } = { '¼': 0.25, '½': 0.5, '¾': 0.75 };
          const poured = kitchenMeasure(litres, system)
            .split(' + ')
            .reduce((sum, term) => {
              const [, whole, part, unit] = /^(\d*)([¼½¾]?) (cup|tbsp|tsp)/.exec(term)!;
              const size = sizes[['cup', 'tbsp', 'tsp'].indexOf(unit!)]!;
              return sum + (Number(whole || 0) + (part ? half[part]! : 0)) * size;
            }, 0);
          expect(Math.abs(poured / litres - 1)).toBeLessThan(0.026);
        }
      )
    ));
});

describe('pair codes', () => {
  it('say the same whatever the case and the dash, and nothing when empty', () => {
    expect(samePairCode('D7', 'd-7 ')).toBe(true);
    expect(samePairCode('D7', 'D1')).toBe(false);
    expect(samePairCode('', '')).toBe(false);
  });
});
