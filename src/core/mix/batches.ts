import type { HouseRules } from '../house';
import { isTwoPart, type ProductCard } from '../product';
import { usableMinutes } from './pot-life';
import { smallestBatchL } from './ratio';

/** A largest batch and the limit that binds it. */
export interface LargestBatch {
  litres: number;
  boundBy: 'pot life' | 'card limit' | 'mixing vessel' | 'area per mix';
}

/**
 * Largest batch, L: what goes on the floor within 0.8 of the usable time, and no more than the card's limit, 80 % of the
 * vessel and the house's area per mix (handbook 7). `litresPerMinute` is the crew's spreading, `spreadRateM2PerL` the coat's.
 */
export function largestBatch(
  card: ProductCard,
  at: { litresPerMinute: number; mixTempC: number; spreadRateM2PerL: number },
  house: HouseRules
): LargestBatch {
  const fits = (v: number) => v <= at.litresPerMinute * 0.8 * usableMinutes(card, v, at.mixTempC);
  let [low, high] = [0, 1000];
  if (fits(high)) low = high;
  else
    for (let i = 0; i < 50; i++)
      [low, high] = fits((low + high) / 2) ? [(low + high) / 2, high] : [low, (low + high) / 2];
  const limits: LargestBatch[] = [
    { litres: low, boundBy: 'pot life' },
    { litres: card.batchLimitL ?? Infinity, boundBy: 'card limit' },
    {
      litres: house.mixingVesselL * house.vesselFillShare,
      boundBy: 'mixing vessel'
    },
    { litres: house.m2PerMix / at.spreadRateM2PerL, boundBy: 'area per mix' }
  ];
  return limits.reduce((a, b) => (b.litres < a.litres ? b : a));
}

/** Why there is no honest batch (handbook 7). */
export type NoBatchWhy = 'pot life' | 'largest below smallest' | 'coat below smallest';

/** What would make one possible, in the order it is worth trying. */
export const BATCH_CURES = ['weigh', 'mix more', 'cooler', 'slower hardener', 'other product'] as const;
export type BatchCure = (typeof BATCH_CURES)[number];

/** No batch can be both measured honestly and laid in time; what would cure it. */
export interface NoBatch {
  why: NoBatchWhy;
  largestL: number;
  smallestL: number;
  cures: BatchCure[];
}

/** The batches of a coat: so many alike, what is mixed beyond the coat, and the limit that binds; or none, and why. */
export type Batches =
  | { ok: true; count: number; eachL: number; surplusL: number; boundBy: LargestBatch['boundBy'] | 'whole tins' }
  | ({ ok: false } & NoBatch);

const stepsOf = (house: Pick<HouseRules, 'measureStepMl' | 'scaleStepG'>) => ({
  cupL: house.measureStepMl / 1000,
  scaleKg: house.scaleStepG / 1000
});

/** Smallest honest batch with the cup or the scale of the house, L; the card's own basis unless said. 0 for one-part products. */
export const smallestOfHouse = (
  card: ProductCard,
  house: Pick<HouseRules, 'measureStepMl' | 'scaleStepG'>,
  basis: ProductCard['ratioBasis'] = card.ratioBasis
): number => smallestBatchL(basis === card.ratioBasis ? card : { ...card, ratioBasis: basis }, stepsOf(house));

/**
 * Batches of a coat's litres, losses in: as few as the largest allows, all alike, none smaller than can be measured honestly.
 * None where the pot life is eaten up by stirring, the largest is below the smallest, or the whole coat is (handbook 7).
 */
export function honestBatches(
  card: ProductCard,
  totalL: number,
  largest: LargestBatch,
  house: HouseRules,
  basis: ProductCard['ratioBasis'] = card.ratioBasis
): Batches {
  const smallestL = smallestOfHouse(card, house, basis);
  const none = (why: NoBatchWhy, cures: readonly BatchCure[]): Batches => {
    const weighed = basis === 'volume' && smallestOfHouse(card, house, 'mass') <= Math.min(totalL, largest.litres);
    return {
      ok: false,
      why,
      largestL: largest.litres,
      smallestL,
      cures: cures.filter((c) => c !== 'weigh' || weighed)
    };
  };
  if (!(largest.litres > 1e-6)) return none('pot life', ['cooler', 'slower hardener', 'other product']);
  if (largest.litres < smallestL)
    return none('largest below smallest', [
      'weigh',
      ...(largest.boundBy === 'pot life' ? (['cooler', 'slower hardener'] as const) : []),
      'other product'
    ]);
  if (totalL < smallestL - 1e-9) return none('coat below smallest', ['weigh', 'mix more']);
  const kits = card.packs.filter((p) => p.of === 'kit').map((p) => p.volumeMl / 1000);
  const kitL = Math.max(...kits.filter((v) => v <= largest.litres && v >= smallestL), 0);
  if (house.mixing === 'whole tins' && isTwoPart(card) && kitL > 0) {
    const count = Math.ceil(totalL / kitL - 1e-9);
    return { ok: true, count, eachL: kitL, surplusL: count * kitL - totalL, boundBy: 'whole tins' };
  }
  const count = Math.max(1, Math.ceil(totalL / largest.litres - 1e-9));
  const eachL = Math.max(totalL / count, smallestL);
  return { ok: true, count, eachL, surplusL: count * eachL - totalL, boundBy: largest.boundBy };
}

const CURES: Record<BatchCure, string> = {
  weigh: 'weigh it instead of measuring by cup',
  'mix more': 'mix more and lay the rest elsewhere',
  cooler: 'mix and lay at a cooler hour',
  'slower hardener': 'take a slower hardener',
  'other product': 'take another product'
};

const WHY: Record<NoBatchWhy, (none: NoBatch, show: (litres: number) => string) => string> = {
  'pot life': () => 'stirring and standing eat up the whole pot life',
  'largest below smallest': (n, show) =>
    `${show(n.largestL)} is the most that is on the wood in time, ${show(n.smallestL)} the least that can be measured honestly`,
  'coat below smallest': (n, show) =>
    `the coat takes less than ${show(n.smallestL)}, the least that can be measured honestly`
};

/** Why there is no honest batch, with its cures, in words; `show` writes litres. */
export const noBatchText = (none: NoBatch, show: (litres: number) => string): string =>
  `No honest batch: ${WHY[none.why](none, show)}. ${none.cures
    .map((c) => CURES[c])
    .join(', or ')
    .replace(/^./, (c) => c.toUpperCase())}.`;
