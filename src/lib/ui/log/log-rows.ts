import { knownRate, outlierZ, type CoverageLog, type KnownRate } from '$core/coverage';
import type { HouseRules } from '$core/house';

/** A finished coat as the Log shows it: one for each key it speaks of. */
export interface LogCoat {
  jobId: string;
  part: string;
  title: string;
  coat: number;
  rateKey: string;
  atMs: number;
  productId: string;
  product: string;
  position: string;
  speciesGroup: string;
  method: string;
  areaM2: number;
  usedL: number;
  cardM2PerL: number;
  lnRate: number;
  weight: number;
  guessed: boolean;
  counts: boolean;
  reason: string;
}

/** What the log knows of one key, with its coats, newest first. */
export interface LogKey {
  key: string;
  product: string;
  position: string;
  speciesGroup: string;
  method: string;
  known: KnownRate;
  coats: (LogCoat & { rateM2PerL: number; z: number })[];
}

/** A coat that lies so far off that somebody should say why. */
export const OUTLIER_Z = 2;

export const isUnexplained = (c: { z: number; counts: boolean; reason: string }): boolean =>
  c.counts && Math.abs(c.z) > OUTLIER_Z && c.reason === '';

/** Coats by key, those with most behind them first; each held against what is known without it. */
export function logKeys(coats: readonly LogCoat[], log: CoverageLog, house: HouseRules): LogKey[] {
  const groups = new Map<string, LogCoat[]>();
  for (const c of coats) groups.set(c.rateKey, [...(groups.get(c.rateKey) ?? []), c]);
  return [...groups]
    .map(([key, own]): LogKey => {
      const [first] = own;
      const card = { value: first!.cardM2PerL, grade: 'label' as const };
      const all = log.get(key);
      return {
        key,
        product: first!.product,
        position: first!.position,
        speciesGroup: first!.speciesGroup.replaceAll('-', ' '),
        method: first!.method,
        known: knownRate(card, all, house),
        coats: own.map((c) => {
          const without =
            c.counts && all
              ? {
                  coats: all.coats - 1,
                  precision: all.precision - c.weight,
                  weightedLn: all.weightedLn - c.weight * c.lnRate
                }
              : all;
          return {
            ...c,
            rateM2PerL: Math.exp(c.lnRate),
            z: outlierZ(c.lnRate, knownRate(card, without, house), house)
          };
        })
      };
    })
    .sort((a, b) => b.known.coats - a.known.coats || a.key.localeCompare(b.key));
}
