/**
 * Inverse of the normal distribution: the z below which a share p of it lies, p within 0–1.
 * Rational approximation in two pieces, refined by one Halley step; absolute error below 1e-9.
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError('a probability must lie between 0 and 1');
  if (p === 0.5) return 0;
  const tail = Math.min(p, 1 - p);
  const t = Math.sqrt(-2 * Math.log(tail));
  let z = t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
  for (let i = 0; i < 3; i++) {
    const error = 1 - normalCdf(z) - tail;
    const slope = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
    const step = error / slope;
    z += step / (1 - (z * step) / 2);
  }
  return p < 0.5 ? -z : z;
}

/** Share of the normal distribution below z: power series near the middle, continued fraction in the tails. */
export function normalCdf(z: number): number {
  const x = Math.abs(z);
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  let upper: number;
  if (x < 3) {
    let term = x;
    let sum = x;
    for (let k = 1; term > sum * Number.EPSILON; k++) sum += term *= (x * x) / (2 * k + 1);
    upper = 0.5 - density * sum;
  } else {
    upper = density / tailFraction(x);
  }
  return z >= 0 ? 1 - upper : upper;
}

/** The continued fraction by which the density is divided to give the tail beyond x ≥ 3. */
function tailFraction(x: number): number {
  let fraction = x;
  for (let k = Math.ceil(120 / x); k > 0; k--) fraction = x + k / fraction;
  return fraction;
}

/** ln of the share of the normal distribution below z ≤ 0, accurate far into the tail. */
function lnLowerTail(z: number): number {
  if (z > -3) return Math.log(normalCdf(z));
  if (z === -Infinity) return -Infinity;
  return -(z * z) / 2 - Math.log(Math.sqrt(2 * Math.PI) * tailFraction(-z));
}

/** ln of the share of the normal distribution between two z, low below high: far tails keep their size instead of turning 0. */
export function lnNormalBetween(low: number, high: number): number {
  if (!(low < high)) throw new RangeError('low must lie below high');
  if (low > 0) return lnNormalBetween(-high, -low);
  if (high > 0) return Math.log1p(-normalCdf(low) - normalCdf(-high));
  const upper = lnLowerTail(high);
  return upper + Math.log1p(-Math.exp(lnLowerTail(low) - upper));
}

/** Litres of one coat that are known by one key (product, position, species group, method). */
export interface CoatShare {
  coat: number;
  key: string;
  litres: number;
}

/**
 * Spread of ln litres of a whole job: σ² = Σ_coats (w·0.12)² + Σ_keys (W·sd)²; w a coat's share of the litres, over however
 * many species it goes, W a key's. `keySd` gives what is still unknown of a key: 0.25 for a card without history (handbook 6).
 */
export function litresSdLn(shares: readonly CoatShare[], coatSd: number, keySd: (key: string) => number): number {
  const total = shares.reduce((s, c) => s + c.litres, 0);
  if (total === 0) return 0;
  const coats = new Map<number, number>();
  const keys = new Map<string, number>();
  for (const { coat, key, litres } of shares) {
    coats.set(coat, (coats.get(coat) ?? 0) + litres / total);
    keys.set(key, (keys.get(key) ?? 0) + litres / total);
  }
  let variance = 0;
  for (const w of coats.values()) variance += (w * coatSd) ** 2;
  for (const [key, w] of keys) variance += (w * keySd(key)) ** 2;
  return Math.sqrt(variance);
}
