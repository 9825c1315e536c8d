import type { HouseRules } from '../house';
import type { Grade } from '../product';
import { normalCdf } from './confidence';

/** What the log says of one key, summed: how many coats, and Σ precision and Σ precision · ln S* of what they showed. */
export interface RateEvidence {
  coats: number;
  precision: number;
  weightedLn: number;
}

/** Evidence by key (product, coat position, species group, method). */
export type CoverageLog = ReadonlyMap<string, RateEvidence>;

export const emptyCoverageLog: CoverageLog = new Map();

/** A spread rate as it is known: its median, what is unknown of its logarithm, and the coats behind it. */
export interface KnownRate {
  medianM2PerL: number;
  sdLn: number;
  coats: number;
  cardM2PerL: number;
  /** The card's own grade while no coat stands behind it, house once the log has taught. */
  grade: Grade;
}

/** The name a spread rate is known by. */
export const rateKey = (cardId: string, position: string, speciesGroup: string, method: string): string =>
  [cardId, position, speciesGroup, method].join(' ');

/**
 * Posterior of ln S* (handbook 6): prior N(ln S_card, 0.25²), coats observed with sd 0.12, conjugate normal. Without
 * evidence the prior itself.
 */
export function knownRate(
  card: { value: number; grade: Grade },
  evidence: RateEvidence | undefined,
  house: HouseRules
): KnownRate {
  const prior = 1 / house.cardSdLn ** 2;
  const precision = prior + (evidence?.precision ?? 0);
  const mean = (prior * Math.log(card.value) + (evidence?.weightedLn ?? 0)) / precision;
  return {
    medianM2PerL: evidence?.coats ? Math.exp(mean) : card.value,
    sdLn: Math.sqrt(1 / precision),
    coats: evidence?.coats ?? 0,
    cardM2PerL: card.value,
    grade: evidence?.coats ? 'house' : card.grade
  };
}

/** What one finished coat showed of one key. */
export interface RateObservation {
  key: string;
  /** ln of the spread rate it really had, m²/L. */
  lnRate: number;
  /** 1/0.12², half of it when the used amount was guessed, times the key's share of the litres. */
  precision: number;
}

/**
 * S* = A_eff·u_species·u_prep·u_method / (used − losses) of a finished coat, by key. A coat over several keys gives each
 * the same ratio to its card, weighed by its share of the litres. Empty when nothing is left after losses.
 */
export function observedRates(
  coat: {
    keys: readonly { key: string; netAtCardL: number; cardM2PerL: number }[];
    netUsedL: number;
    guessed: boolean;
  },
  house: HouseRules
): RateObservation[] {
  const atCard = coat.keys.reduce((s, k) => s + k.netAtCardL, 0);
  if (!(coat.netUsedL > 0) || !(atCard > 0)) return [];
  const lnRatio = Math.log(atCard / coat.netUsedL);
  const precision = (coat.guessed ? 0.5 : 1) / house.coatSdLn ** 2;
  return coat.keys.map((k) => ({
    key: k.key,
    lnRate: Math.log(k.cardM2PerL) + lnRatio,
    precision: (precision * k.netAtCardL) / atCard
  }));
}

/** Sums observations by key. */
export function coverageLog(observations: Iterable<RateObservation>): CoverageLog {
  const out = new Map<string, RateEvidence>();
  for (const o of observations) {
    const e = out.get(o.key) ?? { coats: 0, precision: 0, weightedLn: 0 };
    out.set(o.key, {
      coats: e.coats + 1,
      precision: e.precision + o.precision,
      weightedLn: e.weightedLn + o.precision * o.lnRate
    });
  }
  return out;
}

/** How far a coat lies from what was known without it, in standard deviations of a single coat's prediction. */
export const outlierZ = (lnRate: number, known: KnownRate, house: HouseRules): number =>
  (lnRate - Math.log(known.medianM2PerL)) / Math.hypot(known.sdLn, house.coatSdLn);

/** Probability of running short with this much oil in hand: litres on the wood are log-normal, losses come on top. */
export function shortfallRisk(haveL: number, netL: number, lossesL: number, sdLn: number): number {
  const left = haveL - lossesL;
  if (!(left > 0)) return 1;
  if (sdLn === 0) return left >= netL ? 0 : 1;
  return 1 - normalCdf(Math.log(left / netL) / sdLn);
}
