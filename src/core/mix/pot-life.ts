import { temperatureFactor } from '../air';
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
