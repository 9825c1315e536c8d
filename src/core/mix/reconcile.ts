/** What may be missing when a coat is reckoned up: 5 % of what was mixed, or 20 ml, the larger (handbook 10). */
export const missingAllowedL = (heldL: number): number => Math.max(heldL * 0.05, 0.02);

/** Does what batches held, what went on and what was left add up (litres)? */
export const addsUp = ({ heldL, usedL, leftL }: { heldL: number; usedL: number; leftL: number }): boolean =>
  Math.abs(heldL - leftL - usedL) <= missingAllowedL(heldL) + 1e-9;
