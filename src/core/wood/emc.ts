/**
 * Equilibrium moisture content of wood, %, in air of °C and relative humidity 0–1.
 * Hailwood–Horrobin, Wood Handbook FPL-GTR-282, eq. 4-5 with metric coefficients.
 */
export function emcPercent(tempC: number, rh: number): number {
  const t2 = tempC * tempC;
  const w = 349 + 1.29 * tempC + 0.0135 * t2;
  const k = 0.805 + 0.000736 * tempC - 0.00000273 * t2;
  const k1 = 6.27 - 0.00938 * tempC - 0.000303 * t2;
  const k2 = 1.91 + 0.0407 * tempC - 0.000293 * t2;
  const kh = k * Math.min(1, Math.max(0, rh));
  const hydrate = (k1 * kh + 2 * k1 * k2 * kh * kh) / (1 + k1 * kh + k1 * k2 * kh * kh);
  return (1800 / w) * (kh / (1 - kh) + hydrate);
}
