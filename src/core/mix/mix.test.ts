import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import {
  honestBatches,
  largestBatch,
  mixAmounts,
  noBatchText,
  potLifeMinutes,
  ratioError,
  smallestBatchL,
  smallestOfHouse,
  usableMinutes,
  type LargestBatch,
  type NoBatch
} from '.';

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
  const most = (litres: number): LargestBatch => ({ litres, boundBy: 'mixing vessel' });
  it('splits evenly rather than leave one tiny batch', () => {
    expect(honestBatches(duo, 3.1, most(1.5), house)).toMatchObject({
      ok: true,
      count: 3,
      eachL: expect.closeTo(3.1 / 3, 9),
      surplusL: expect.closeTo(0, 9)
    });
    expect(honestBatches(duo, 3, most(1.5), house)).toMatchObject({ count: 2 });
  });
  it('no batch is smaller than can be measured honestly: what is more than the coat is said', () =>
    expect(honestBatches(duo, 1, most(0.8), house)).toMatchObject({
      ok: true,
      count: 2,
      eachL: expect.closeTo(0.72, 9),
      surplusL: expect.closeTo(0.44, 9)
    }));
  it.each([
    ['a coat of less than the smallest', 0.216, 2, 'coat below smallest', ['weigh', 'mix more']],
    ['a largest below the smallest', 3, 0.5, 'largest below smallest', ['weigh', 'other product']],
    ['a coat that not even a scale measures', 0.01, 2, 'coat below smallest', ['mix more']]
  ])('no honest batch: %s', (_, coatL, largestL, why, cures) =>
    expect(honestBatches(duo, coatL, most(largestL), house)).toMatchObject({ ok: false, why, cures })
  );
  it('no honest batch where stir and induction eat up the pot life, and the words name the cures', () => {
    const slow = { ...duo, potLifeMinutesAt20C: 30, inductionMinutes: 40 };
    const largest = largestBatch(slow, { litresPerMinute: 0.05, mixTempC: 20, spreadRateM2PerL: 26 }, house);
    const none = honestBatches(slow, 3, largest, house);
    expect(none).toMatchObject({ ok: false, why: 'pot life', cures: ['cooler', 'slower hardener', 'other product'] });
    expect(noBatchText(none as NoBatch, (l) => `${l} L`)).toBe(
      'No honest batch: stirring and standing eat up the whole pot life. Mix and lay at a cooler hour, or take a slower hardener, or take another product.'
    );
  });
  it('every batch planned is measured honestly, laid in time, and covers the coat', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (coatL, largestL) => {
          const b = honestBatches(duo, coatL, most(largestL), house);
          if (!b.ok) return;
          expect(b.eachL).toBeLessThanOrEqual(largestL + 1e-9);
          expect(b.eachL).toBeGreaterThanOrEqual(smallestOfHouse(duo, house) - 1e-9);
          expect(b.count * b.eachL - b.surplusL).toBeCloseTo(coatL, 6);
        }
      )
    ));
});
