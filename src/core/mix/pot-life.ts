import { temperatureFactor } from '../air';
import type { HouseRules } from '../house';
import type { ProductCard } from '../product';

const POT_LIFE_KJ_PER_MOL = 55;

/**
 * Minutes from hardener meeting oil until the mix is no longer usable, less stir and induction (handbook 7).
 * Bigger batches run hotter: ×0.9 for each doubling above the reference. Infinity for products without a pot life.
 */
export function usableMinutes(card: ProductCard, batchL: number, mixTempC: number): number {
  return potLifeMinutes(card, batchL, mixTempC) - card.stirMinutes - card.inductionMinutes;
}

/** Minutes from hardener meeting oil until the mix thickens, stir and induction included. */
export function potLifeMinutes(card: ProductCard, batchL: number, mixTempC: number): number {
  if (card.potLifeMinutesAt20C === undefined) return Infinity;
  const doublings = Math.max(0, Math.log2(batchL / card.potLifeReferenceL));
  return (card.potLifeMinutesAt20C / temperatureFactor(mixTempC, POT_LIFE_KJ_PER_MOL)) * 0.9 ** doublings;
}

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

/** Splits a total into equal batches, none above the largest: rather three alike than two and a tiny last one. */
export function evenBatches(totalL: number, largestL: number): { count: number; eachL: number } {
  if (!(largestL > 0)) throw new RangeError('the largest batch must be more than 0');
  const count = Math.max(1, Math.ceil(totalL / largestL - 1e-9));
  return { count, eachL: totalL / count };
}
