import { lnNormalBetween } from '../coverage';
import { HOUR_MS } from '../units';
import { beliefQuantile, lnPrior, lnUpdated, normalized, type LnBelief } from './ln-grid';

/** What a thumb finds: the states a tack test may give, in their order. */
export const TACK_STATES = ['wet', 'tacky', 'touch dry', 'ready'] as const;
export type TackState = (typeof TACK_STATES)[number];

/** The crew's own drying factor κ: what is believed of it. A higher κ dries faster. */
export interface DryingFactor {
  p10: number;
  p50: number;
  p90: number;
  /** Tack tests behind it; 0 is the prior alone. */
  tests: number;
}

/** A tack test as it teaches κ: the state felt, and how far the coat would have come at κ = 1. */
export interface TackTest {
  felt: TackState;
  /** ln of the progress the model gives at κ = 1. */
  lnProgress: number;
  /** Progress at which the product is touch dry. */
  touchDry: number;
}

/** Progress at which a coat begins to be tacky: 0.2, for one that is soon touch dry half way there (handbook 9). */
export const tackyProgress = (touchDry: number): number => Math.min(0.2, touchDry / 2);

/** Spread of what a thumb finds, of ln p (handbook 9). */
const THUMB_SD = 0.1;

/** The band of progress in which a state is felt. */
function bandOf({ felt, touchDry }: TackTest): [low: number, high: number] {
  const tacky = tackyProgress(touchDry);
  if (felt === 'wet') return [0, tacky];
  if (felt === 'tacky') return [tacky, touchDry];
  if (felt === 'touch dry') return [touchDry, touchDry < 1 ? 1 : Infinity];
  return [1, Infinity];
}

/** Belief in ln κ after some tack tests, on the prior of the house (handbook 9). Tests that contradict each other meet in the middle. */
export function kappaBelief(tests: readonly TackTest[], sdLn: number): LnBelief {
  let weights = lnPrior(sdLn);
  for (const t of tests) {
    const [low, high] = bandOf(t);
    weights = lnUpdated(weights, (lnKappa) => {
      const lnP = lnKappa + t.lnProgress;
      return lnNormalBetween((Math.log(low) - lnP) / THUMB_SD, (Math.log(high) - lnP) / THUMB_SD);
    });
  }
  return normalized(weights);
}

/** κ from tack tests: median and the ends of its 80 %. */
export function dryingFactor(tests: readonly TackTest[], sdLn: number): DryingFactor {
  const belief = kappaBelief(tests, sdLn);
  const at = (share: number) => beliefQuantile(belief, share);
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9), tests: tests.length };
}

/** The tests of one coat that count: the same state within an hour is one test (handbook 9). */
export function testsThatCount<T extends { atMs: number; felt: string }>(tests: readonly T[]): T[] {
  const last = new Map<string, number>();
  return [...tests]
    .sort((a, b) => a.atMs - b.atMs)
    .filter((t) => {
      const before = last.get(t.felt);
      if (before !== undefined && t.atMs - before < HOUR_MS) return false;
      last.set(t.felt, t.atMs);
      return true;
    });
}
