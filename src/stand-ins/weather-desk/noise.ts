/** A fixed number in −1 to 1 for each pair of whole numbers. */
function lattice(seed: number, i: number): number {
  let x = (Math.imul(seed | 0, 0x9e3779b1) ^ Math.imul(i | 0, 0x85ebca6b)) >>> 0;
  x = Math.imul(x ^ (x >>> 15), 0x2c1b3c6d) >>> 0;
  x = Math.imul(x ^ (x >>> 12), 0x297a2d39) >>> 0;
  return ((x ^ (x >>> 15)) >>> 0) / 2147483647.5 - 1;
}

/** Smooth noise in −1 to 1 along x: fixed numbers at whole x, joined by a curve without kinks. */
export function smoothNoise(seed: number, x: number): number {
  const i = Math.floor(x);
  const t = x - i;
  const eased = t * t * t * (t * (6 * t - 15) + 10);
  return lattice(seed, i) * (1 - eased) + lattice(seed, i + 1) * eased;
}
