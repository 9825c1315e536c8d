/** A grid of ln factors: 121 points from −1.5 to 1.5 (handbook 9). */
const STEP = 0.025;
const FIRST = -1.5;
const POINTS = 121;

export const LN_GRID: readonly number[] = Array.from({ length: POINTS }, (_, i) => FIRST + i * STEP);

/** What is believed of a factor: the mass at each point of the grid, summing to 1. */
export type LnBelief = Float64Array;

/** Belief before anything is felt: log-normal, median 1, `sd` of its logarithm. */
export const lnPrior = (sd: number): LnBelief => normalized(Float64Array.from(LN_GRID, (x) => -0.5 * (x / sd) ** 2));

/** A belief after one more observation, whose likelihood is given at each ln factor. An impossible one changes nothing. */
export function lnUpdated(belief: LnBelief, likelihood: (lnFactor: number) => number): LnBelief {
  const next = belief.map((mass, i) => mass * Math.max(likelihood(LN_GRID[i]!), 1e-12));
  const sum = next.reduce((a, b) => a + b, 0);
  return sum > 0 ? next.map((m) => m / sum) : belief;
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

function normalized(lnMass: Float64Array): LnBelief {
  const top = Math.max(...lnMass);
  const mass = lnMass.map((l) => Math.exp(l - top));
  const sum = mass.reduce((a, b) => a + b, 0);
  return mass.map((m) => m / sum);
}
