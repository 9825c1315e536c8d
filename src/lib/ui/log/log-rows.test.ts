import { describe, expect, it } from 'vitest';
import { coverageLog } from '$core/coverage';
import { knowledge, NOW } from '../../../../tests/fixtures';
import { isUnexplained, logKeys, type LogCoat } from './log-rows';

const coat = (n: number, rate: number, over: Partial<LogCoat> = {}): LogCoat => ({
  jobId: `j${n}`,
  part: 'first',
  title: `Job ${n}`,
  coat: 1,
  rateKey: 'marrum-deck first softwood thin',
  atMs: NOW - n * 86_400_000,
  productId: 'marrum-deck',
  product: 'Marrum Deck',
  position: 'first',
  speciesGroup: 'open-ring-porous',
  method: 'thin',
  areaM2: 40,
  usedL: 5,
  cardM2PerL: 9,
  lnRate: Math.log(rate),
  weight: 1 / 0.12 ** 2,
  guessed: false,
  counts: true,
  reason: '',
  ...over
});
const shown = (coats: LogCoat[]) => {
  const counted = coats.filter((c) => c.counts).map((c) => ({ key: c.rateKey, lnRate: c.lnRate, precision: c.weight }));
  return logKeys(coats, coverageLog(counted), knowledge.house);
};

describe('the log, key by key', () => {
  it('tells what is known, and with how many coats behind it', () => {
    const [key] = shown([coat(1, 7), coat(2, 7), coat(3, 7)]);
    expect(key).toMatchObject({
      product: 'Marrum Deck',
      speciesGroup: 'open ring porous',
      known: { coats: 3, cardM2PerL: 9 }
    });
    expect(key!.known.medianM2PerL).toBeGreaterThan(7);
    expect(key!.known.medianM2PerL).toBeLessThan(7.3);
    expect(key!.coats.map((c) => Math.round(c.rateM2PerL))).toEqual([7, 7, 7]);
  });
  it('a coat far from the others asks to be explained; explained or left out it does not', () => {
    const usual = [1, 2, 3, 4].map((n) => coat(n, 8));
    const far = (over: Partial<LogCoat> = {}) =>
      shown([...usual, coat(9, 4, over)])[0]!.coats.find((c) => c.jobId === 'j9')!;
    expect(isUnexplained(far())).toBe(true);
    expect(isUnexplained(far({ reason: 'thirsty corner' }))).toBe(false);
    expect(isUnexplained(far({ counts: false, reason: 'spilt' }))).toBe(false);
    expect(shown(usual)[0]!.coats.some(isUnexplained)).toBe(false);
  });
  it('a coat is held against the others, not against itself', () => {
    const [alone] = shown([coat(1, 4.5)])[0]!.coats;
    expect(alone!.z).toBeCloseTo(Math.log(4.5 / 9) / Math.hypot(0.25, 0.12), 9);
  });
  it('keys with most behind them come first; one with none is the card alone', () => {
    const keys = shown([
      coat(1, 8, { rateKey: 'a first softwood thin', counts: false, reason: 'spilt' }),
      coat(2, 8, { rateKey: 'b first softwood thin' }),
      coat(3, 8, { rateKey: 'b first softwood thin' })
    ]);
    expect(keys.map((k) => [k.key.split(' ')[0], k.known.coats])).toEqual([
      ['b', 2],
      ['a', 0]
    ]);
    expect(keys[1]!.known.medianM2PerL).toBe(9);
  });
});
