import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultHouseRules as house } from '../house';
import { coverageLog, knownRate, netUsedL, normalQuantile, observedRates, outlierZ, shortfallRisk } from '.';

const card = { value: 12, grade: 'label' as const };
const coat = (netUsed: number, guessed = false) =>
  observedRates({ keys: [{ key: 'k', netAtCardL: 5, cardM2PerL: 12 }], netUsedL: netUsed, guessed }, house);
const known = (...coats: ReturnType<typeof coat>[]) => knownRate(card, coverageLog(coats.flat()).get('k'), house);

describe('what the log teaches', () => {
  it('without a coat it is the card, as unsure as a card is, and says so', () =>
    expect(known()).toEqual({ medianM2PerL: 12, sdLn: 0.25, coats: 0, cardM2PerL: 12, grade: 'label' }));
  it('one coat that took a quarter more: precision-weighted mean of prior and coat', () => {
    const k = known(coat(5 * 1.25));
    const [prior, seen] = [1 / 0.25 ** 2, 1 / 0.12 ** 2];
    const mean = (prior * Math.log(12) + seen * Math.log(12 / 1.25)) / (prior + seen);
    expect(k.medianM2PerL).toBeCloseTo(Math.exp(mean), 12);
    expect(k.sdLn).toBeCloseTo(1 / Math.sqrt(prior + seen), 12);
    expect(k).toMatchObject({ coats: 1, grade: 'house' });
  });
  it('a guessed amount weighs half', () =>
    expect(coat(5, true)[0]!.precision).toBeCloseTo(coat(5)[0]!.precision / 2, 12));
  it('a coat over two woods gives both the same ratio, by their share', () => {
    const [a, b] = observedRates(
      {
        keys: [
          { key: 'a', netAtCardL: 3, cardM2PerL: 10 },
          { key: 'b', netAtCardL: 1, cardM2PerL: 20 }
        ],
        netUsedL: 5,
        guessed: false
      },
      house
    );
    expect(Math.exp(a!.lnRate)).toBeCloseTo(8, 12);
    expect(Math.exp(b!.lnRate)).toBeCloseTo(16, 12);
    expect(a!.precision / b!.precision).toBeCloseTo(3, 12);
  });
  it('losses are not on the wood: 2.6 L used, mixed, one applicator → 2.42 L', () => {
    expect(netUsedL(2.6, true, 0.08, house)).toEqual({ netL: expect.closeTo((2.6 - 0.08) / 1.04, 12), guessed: false });
    expect(netUsedL(0.1, false, 0.08, house)).toEqual({ netL: 0.05, guessed: true });
    expect(observedRates({ keys: [], netUsedL: -1, guessed: false }, house)).toEqual([]);
  });
  it('more history never widens what is unknown, and the median lies between card and coats', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 2, max: 12, noNaN: true }), { minLength: 1, maxLength: 20 }), (used) => {
        const all = used.map((u) => coat(u));
        all.reduce((sd, _, i) => {
          const next = known(...all.slice(0, i + 1)).sdLn;
          expect(next).toBeLessThan(sd);
          return next;
        }, 0.25);
        const rates = used.map((u) => (12 * 5) / u);
        const k = known(...all).medianM2PerL;
        expect(k).toBeLessThanOrEqual(Math.max(12, ...rates) + 1e-9);
        expect(k).toBeGreaterThanOrEqual(Math.min(12, ...rates) - 1e-9);
      })
    ));
  it('a coat that took twice as much stands out', () => {
    expect(Math.abs(outlierZ(Math.log(6), known(coat(5), coat(5)), house))).toBeGreaterThan(3);
    expect(Math.abs(outlierZ(Math.log(12), known(coat(5)), house))).toBeLessThan(0.1);
  });
  it('the need at 90 % runs short one time in ten, with nothing in hand always', () => {
    const need = 4 * Math.exp(normalQuantile(0.9) * 0.2) + 0.3;
    expect(shortfallRisk(need, 4, 0.3, 0.2)).toBeCloseTo(0.1, 9);
    expect(shortfallRisk(0.2, 4, 0.3, 0.2)).toBe(1);
    expect(shortfallRisk(5, 4, 0.3, 0)).toBe(0);
  });
});
