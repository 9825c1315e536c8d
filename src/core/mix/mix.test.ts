import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import { evenBatches, largestBatch, mixAmounts, potLifeMinutes, ratioError, smallestBatchL, usableMinutes } from '.';

describe('amounts', () => {
  const duo = card('ostrel-duo');
  it('5:1 by volume, 1.5 L of mix: 1.25 L oil and 0.25 L hardener, 1175 g and 280 g (handbook 7)', () => {
    const m = mixAmounts(duo, { of: 'total', litres: 1.5 });
    expect(m.oilL).toBeCloseTo(1.25, 9);
    expect(m.hardenerL).toBeCloseTo(0.25, 9);
    expect(m.oilKg).toBeCloseTo(1.175, 9);
    expect(m.hardenerKg).toBeCloseTo(0.28, 9);
  });
  it('any one known amount gives the others', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 50, noNaN: true }),
        fc.constantFrom('volume' as const, 'mass' as const),
        (litres, ratioBasis) => {
          const c = {
            ...duo,
            ratioBasis,
            thinner: {
              name: 't',
              percentOfOil: 10,
              densityKgPerL: 0.8,
              vocGPerL: 800
            }
          };
          const m = mixAmounts(c, { of: 'total', litres });
          expect(m.totalL).toBeCloseTo(litres, 9);
          expect(mixAmounts(c, { of: 'oil', litres: m.oilL }).totalL).toBeCloseTo(litres, 9);
          expect(mixAmounts(c, { of: 'hardener', litres: m.hardenerL }).totalL).toBeCloseTo(litres, 9);
          if (ratioBasis === 'mass') {
            expect(m.oilKg / m.hardenerKg).toBeCloseTo(5, 9);
            expect((m.thinnerL * 0.8) / m.oilKg).toBeCloseTo(0.1, 9);
          }
        }
      )
    ));
  it('refuses hardener of a one-part oil, and amounts that are none', () => {
    expect(() => mixAmounts(card('marrum-deck'), { of: 'hardener', litres: 1 })).toThrow(/no hardener/);
    expect(() => mixAmounts(duo, { of: 'oil', litres: NaN })).toThrow(/0 or more/);
  });
});

describe('batch limits', () => {
  const duo = card('ostrel-duo');
  it('half a step of each part is the worst error', () => expect(ratioError(1, 0.2, 0.01, 0.01)).toBeCloseTo(0.03, 9));
  it('the smallest honest batch is just within tolerance, a smaller one not', () => {
    const v = smallestBatchL(duo, { cupL: 0.01, scaleKg: 0.001 });
    const m = mixAmounts(duo, { of: 'total', litres: v });
    expect(ratioError(m.oilL, m.hardenerL, 0.01, 0.01)).toBeCloseTo(duo.ratioTolerance, 9);
    expect(smallestBatchL(card('marrum-deck'), { cupL: 0.01, scaleKg: 0.001 })).toBe(0);
    expect(smallestBatchL({ ...duo, ratioBasis: 'mass' }, { cupL: 0.01, scaleKg: 0.001 })).toBeLessThan(v);
  });
  it('pot life halves with about ten degrees, shrinks by a tenth each doubling, less stir and induction', () => {
    expect(potLifeMinutes(duo, 1, 20)).toBe(150);
    expect(potLifeMinutes(duo, 1, 30)).toBeLessThan(75);
    expect(potLifeMinutes(duo, 4, 20)).toBeCloseTo(150 * 0.81, 9);
    expect(potLifeMinutes(duo, 0.2, 20)).toBe(150);
    expect(usableMinutes(duo, 1, 20)).toBe(147);
    expect(usableMinutes(card('marrum-deck'), 1, 20)).toBe(Infinity);
  });
  it('names the limit that binds the largest batch', () => {
    const at = { litresPerMinute: 0.05, mixTempC: 20, spreadRateM2PerL: 26 };
    expect(largestBatch(duo, at, house)).toMatchObject({
      boundBy: 'area per mix'
    });
    expect(largestBatch({ ...duo, batchLimitL: 1 }, at, house)).toEqual({
      litres: 1,
      boundBy: 'card limit'
    });
    const hot = largestBatch(duo, { litresPerMinute: 0.05, mixTempC: 38, spreadRateM2PerL: 20 }, house);
    expect(hot.boundBy).toBe('pot life');
    expect(hot.litres).toBeCloseTo(0.05 * 0.8 * usableMinutes(duo, hot.litres, 38), 6);
  });
  it('splits evenly rather than leave one tiny batch', () => {
    expect(evenBatches(3.1, 1.5)).toEqual({
      count: 3,
      eachL: expect.closeTo(3.1 / 3, 9)
    });
    expect(evenBatches(3, 1.5).count).toBe(2);
    expect(() => evenBatches(1, 0)).toThrow();
  });
});
