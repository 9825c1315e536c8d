import type { ProductCard } from '../product';

/** What is known when a mix is worked out; the amount is litres (or kg for a mass). */
export type KnownAmount = { of: 'total' | 'oil' | 'hardener'; litres: number };

/** Amounts of one mix. Litres and kilograms say the same thing through the densities. */
export interface MixAmounts {
  oilL: number;
  hardenerL: number;
  thinnerL: number;
  totalL: number;
  oilKg: number;
  hardenerKg: number;
}

const find = (card: ProductCard, role: 'oil' | 'hardener') => card.components.find((c) => c.role === role);

/**
 * Any one known amount gives the others (handbook 7): ratio by volume or mass, thinner as % of the oil in the ratio's
 * own basis. Throws when the amount is not finite or below 0, or asks for hardener of a one-part product.
 */
export function mixAmounts(card: ProductCard, known: KnownAmount): MixAmounts {
  const oil = find(card, 'oil')!;
  const hardener = find(card, 'hardener');
  if (!Number.isFinite(known.litres) || known.litres < 0) throw new RangeError('an amount must be 0 or more');
  if (known.of === 'hardener' && !hardener) throw new RangeError(`${card.name} has no hardener`);
  const perOil = (share: number, densityKgPerL: number) =>
    card.ratioBasis === 'mass' ? (share * oil.densityKgPerL) / densityKgPerL : share;
  const hardenerPerOil = hardener ? perOil(hardener.parts / oil.parts, hardener.densityKgPerL) : 0;
  const thinnerPerOil = card.thinner ? perOil(card.thinner.percentOfOil / 100, card.thinner.densityKgPerL) : 0;
  const oilL =
    known.litres /
    {
      oil: 1,
      hardener: hardenerPerOil,
      total: 1 + hardenerPerOil + thinnerPerOil
    }[known.of];
  const hardenerL = oilL * hardenerPerOil;
  const thinnerL = oilL * thinnerPerOil;
  return {
    oilL,
    hardenerL,
    thinnerL,
    totalL: oilL + hardenerL + thinnerL,
    oilKg: oilL * oil.densityKgPerL,
    hardenerKg: hardenerL * (hardener?.densityKgPerL ?? 0)
  };
}

/** Worst relative error of a ratio when each part is measured to half a step, first order: r_a/2a + r_b/2b (handbook 7). */
export const ratioError = (oil: number, hardener: number, oilStep: number, hardenerStep: number): number =>
  oilStep / (2 * oil) + hardenerStep / (2 * hardener);

/**
 * Smallest honest batch, L: the least total whose ratio error stays within the card's tolerance, measured in the
 * ratio's own basis: by cup steps (L) or scale steps (kg). 0 for one-part products.
 */
export function smallestBatchL(card: ProductCard, steps: { cupL: number; scaleKg: number }): number {
  const unit = mixAmounts(card, { of: 'total', litres: 1 });
  if (unit.hardenerL === 0) return 0;
  const error =
    card.ratioBasis === 'mass'
      ? ratioError(unit.oilKg, unit.hardenerKg, steps.scaleKg, steps.scaleKg)
      : ratioError(unit.oilL, unit.hardenerL, steps.cupL, steps.cupL);
  return error / card.ratioTolerance;
}
