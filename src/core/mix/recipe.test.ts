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
    [0.03, '2 tbsp'],
    [0.0075, '1½ tsp'],
    [0.0001, '½ tsp']
  ])('%d L in the measures of a kitchen', (litres, words) => expect(kitchenMeasure(litres)).toBe(words));
});

describe('pair codes', () => {
  it('say the same whatever the case and the dash, and nothing when empty', () => {
    expect(samePairCode('D7', 'd-7 ')).toBe(true);
    expect(samePairCode('D7', 'D1')).toBe(false);
    expect(samePairCode('', '')).toBe(false);
  });
});
