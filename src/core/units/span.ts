/** A value known to a span: the likeliest and the ends of its 80 %. Instants are epoch ms. */
export interface Span {
  p10: number;
  p50: number;
  p90: number;
}

/** The normal deviate below which 90 % lie. */
const Z90 = 1.2815515655446004;

/** A span from what a value would be at a normal deviate: early at +z, late at −z (a faster rate comes sooner). */
export const span80 = (at: (z: number) => number): Span => ({ p10: at(Z90), p50: at(0), p90: at(-Z90) });
