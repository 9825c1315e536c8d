/** A grid of ln factors: 121 points from −1.5 to 1.5 (handbook 9). */
const STEP = 0.025;
const FIRST = -1.5;
const POINTS = 121;

export const LN_GRID: readonly number[] = Array.from({ length: POINTS }, (_, i) => FIRST + i * STEP);

/** ln of what is believed of a factor at each point of the grid, up to a constant: evidence is added to it. */
export type LnWeights = Float64Array;
/** What is believed of a factor: the mass at each point of the grid, summing to 1. */
export type LnBelief = Float64Array;

/** Belief before anything is felt: log-normal, median 1, `sd` of its logarithm. */
export const lnPrior = (sd: number): LnWeights => Float64Array.from(LN_GRID, (x) => -0.5 * (x / sd) ** 2);

/** A belief after one more observation, whose ln likelihood is given at each ln factor: finite, however unlikely. */
export const lnUpdated = (weights: LnWeights, lnLikelihood: (lnFactor: number) => number): LnWeights =>
  weights.map((w, i) => w + lnLikelihood(LN_GRID[i]!));

/** The masses of a belief. */
export function normalized(weights: LnWeights): LnBelief {
  const top = Math.max(...weights);
  const mass = weights.map((w) => Math.exp(w - top));
  const sum = mass.reduce((a, b) => a + b, 0);
  return mass.map((m) => m / sum);
}

/** The factor below which a share of the belief lies, each point's mass spread over its cell. */
export function beliefQuantile(belief: LnBelief, share: number): number {
  let below = 0;
  for (let i = 0; i < POINTS; i++) {
    const mass = belief[i]!;
    if (below + mass >= share && mass > 0) return Math.exp(LN_GRID[i]! - STEP / 2 + (STEP * (share - below)) / mass);
    below += mass;
  }
  return Math.exp(LN_GRID[POINTS - 1]! + STEP / 2);
}
