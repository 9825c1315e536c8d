import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MINUTE_MS } from '../units';
import { dryingFactor, kappaBelief, lnPrior, TACK_STATES, tackyProgress, testsThatCount, type TackTest } from '.';

const test = (felt: TackTest['felt'], progress: number): TackTest => ({
  felt,
  lnProgress: Math.log(progress),
  touchDry: 0.6
});

describe('the drying factor κ', () => {
  it('before any test is log-normal, median 1, sd 0.30', () => {
    const k = dryingFactor([], 0.3);
    expect(k.p50).toBeCloseTo(1, 6);
    expect(k.p10).toBeCloseTo(Math.exp(-1.2816 * 0.3), 2);
    expect(k.p90).toBeCloseTo(Math.exp(1.2816 * 0.3), 2);
    expect(lnPrior(0.3)).toHaveLength(121);
  });
  it('still tacky where it should be ready says slower; ready where it should be tacky says faster', () => {
    expect(dryingFactor([test('tacky', 1)], 0.3).p50).toBeLessThan(0.75);
    expect(dryingFactor([test('ready', 0.5)], 0.3).p50).toBeGreaterThan(1.5);
  });
  it('tests that contradict each other meet in the middle: ready at 0.75, then tacky at 1.3', () => {
    const k = dryingFactor([test('ready', 0.75), test('tacky', 1.3)], 0.3);
    expect(k.p50).toBeCloseTo(0.795, 3);
    expect(dryingFactor([test('tacky', 1.3), test('ready', 0.75)], 0.3).p50).toBeCloseTo(k.p50, 9);
  });
  it('wet ends where tacky begins: at 0.2, or half way to touch dry where that is sooner', () => {
    expect([tackyProgress(0.6), tackyProgress(0.3), tackyProgress(1)]).toEqual([0.2, 0.15, 0.2]);
    expect(dryingFactor([{ felt: 'touch dry', lnProgress: 0.2, touchDry: 1 }], 0.3).p50).toBeGreaterThan(0.8);
  });
  it('a test that tells what was expected narrows the span and moves little', () => {
    const [before, after] = [dryingFactor([], 0.3), dryingFactor([test('touch dry', 0.8)], 0.3)];
    expect(after.p90 / after.p10).toBeLessThan(before.p90 / before.p10);
    expect(after.p50).toBeGreaterThan(0.85);
    expect(after.p50).toBeLessThan(1.15);
  });
  it('the order of the tests does not matter, and no test makes it nonsense', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...TACK_STATES), fc.double({ min: 0.01, max: 20, noNaN: true })), {
          maxLength: 8
        }),
        (list) => {
          const tests = list.map(([felt, p]) => test(felt, p));
          const [a, b] = [dryingFactor(tests, 0.3), dryingFactor([...tests].reverse(), 0.3)];
          expect(a.p50).toBeCloseTo(b.p50, 6);
          expect(a.p10).toBeLessThanOrEqual(a.p50);
          expect(a.p50).toBeLessThanOrEqual(a.p90);
          expect(kappaBelief(tests, 0.3).reduce((x, y) => x + y, 0)).toBeCloseTo(1, 9);
        }
      )
    ));
  it('many coats that dry at 0.7 of the card find 0.7', () => {
    // Each coat is touch dry at 0.62 of its progress at κ = 0.7, and tacky a little before.
    const tests = Array.from({ length: 12 }, (_, i) =>
      i % 2 ? test('touch dry', 0.64 / 0.7) : test('tacky', 0.56 / 0.7)
    );
    expect(dryingFactor(tests, 0.3).p50).toBeCloseTo(0.7, 1);
  });
  it('the same state within an hour on one coat counts once', () => {
    const felt = (minutes: number, state: string) => ({ atMs: minutes * MINUTE_MS, felt: state });
    const all = [felt(0, 'tacky'), felt(59, 'tacky'), felt(60, 'tacky'), felt(61, 'touch dry'), felt(90, 'tacky')];
    expect(testsThatCount(all).map((t) => t.atMs / MINUTE_MS)).toEqual([0, 60, 61]);
  });
});
