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
    let fraction = x;
    for (let k = Math.ceil(120 / x); k > 0; k--) fraction = x + k / fraction;
    upper = density / fraction;
  }
  return z >= 0 ? 1 - upper : upper;
}

/** One coat's share in the litres, and the key (product, position, species group, method) its spread rate is known by. */
export interface CoatShare {
  key: string;
  litres: number;
}

/**
 * Spread of ln litres of a whole job: σ² = Σ_coats (w·0.12)² + Σ_keys (W·sd)²; w a coat's share of the litres, W its key's.
 * `keySd` gives what is still unknown of a key: 0.25 for a card without history (handbook 6).
 */
export function litresSdLn(coats: readonly CoatShare[], coatSd: number, keySd: (key: string) => number): number {
  const total = coats.reduce((s, c) => s + c.litres, 0);
  if (total === 0) return 0;
  const keys = new Map<string, number>();
  let variance = 0;
  for (const c of coats) {
    const w = c.litres / total;
    variance += (w * coatSd) ** 2;
    keys.set(c.key, (keys.get(c.key) ?? 0) + w);
  }
  for (const [key, w] of keys) variance += (w * keySd(key)) ** 2;
  return Math.sqrt(variance);
}
