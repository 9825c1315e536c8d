import type { HouseRules } from '../house';
import { methodRow, type Applicator, type Method } from '../method';
import { kindRow, type SurfaceKind } from '../surface';

/** The applicators a coat is laid with, by its method and what it goes on. */
export const applicatorsOf = (method: Method, kinds: readonly SurfaceKind[]): readonly Applicator[] =>
  methodRow(method).tools[kinds.some((k) => kindRow(k).wide) ? 'wide' : 'small'];

/**
 * Litres the applicators of a coat keep (handbook 6): each as often as people lay with it, at least once and at most once for
 * each 2 m² of the visit, on every visit.
 */
export function keptByApplicatorsL(
  applicators: readonly Applicator[],
  at: { people: number; planAreaM2: number; visits: number },
  house: HouseRules
): number {
  const heads = Math.max(1, Math.min(at.people, Math.floor(at.planAreaM2 / house.m2PerApplicator)));
  return at.visits * heads * applicators.reduce((sum, a) => sum + house.applicatorKeepsL[a], 0);
}

const lossShare = (mixed: boolean, house: HouseRules) => house.tinResidueShare + (mixed ? house.mixResidueShare : 0);

/** Litres lost on one coat: tin and mixing residue by share, plus what its applicators keep (handbook 6). */
export const coatLossesL = (netL: number, mixed: boolean, keptL: number, house: HouseRules): number =>
  netL * lossShare(mixed, house) + keptL;

/**
 * Litres that really went on the wood: what was used less what the applicators kept, tin and mixing residue taken off. Never
 * below half of what was used; where that floor holds, the coat is a guess (handbook 6).
 */
export function netUsedL(
  usedL: number,
  mixed: boolean,
  keptL: number,
  house: HouseRules
): { netL: number; guessed: boolean } {
  const netL = (usedL - keptL) / (1 + lossShare(mixed, house));
  return netL < usedL / 2 ? { netL: usedL / 2, guessed: true } : { netL, guessed: false };
}
