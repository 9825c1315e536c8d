import { netUsedL, observedRates, type CoverageLog, type RateEvidence, type RateObservation } from '../coverage';
import type { HouseRules } from '../house';
import type { FinishedHands } from './finished-hands';
import { isTwoPart } from '../product';
import { coatPlans, type CoatKey, type CoatPlan } from '../coats';
import { cardOf, jobAtHouse } from '../document';
import type { PartJob } from '../document';
import { tookOffL, type WorkState } from '../log';

/** A finished coat as the log teaches from it. Rates in m²/L. */
export interface FinishedCoat {
  coat: number;
  atMs: number;
  productId: string;
  product: string;
  colour: string;
  method: string;
  areaM2: number;
  usedL: number;
  guessed: boolean;
  /** Whether it counts, and why it was judged so. */
  counts: boolean;
  reason: string;
  keys: (CoatKey & { observed: RateObservation })[];
}

/** The coats of a part as the cards alone have them, in whole films. */
export const cardPlans = (document: PartJob, house: HouseRules): CoatPlan[] =>
  coatPlans(jobAtHouse(document, house), { ...house, rhythm: 'one a day' });

/** Why a coat whose litres say nothing does not count. */
const TOO_LITTLE = 'less was used than the applicators keep';

/** Every closed coat of a job with what its used litres say of how far the oil went; none where less was used than applicators keep. */
export function finishedCoats(
  document: PartJob,
  state: Pick<WorkState, 'coats'>,
  house: HouseRules,
  plans: readonly CoatPlan[] = cardPlans(document, house)
): FinishedCoat[] {
  if (!state.coats.some((c) => c.closedAtMs !== undefined)) return [];
  const job = jobAtHouse(document, house);
  return state.coats.flatMap((c): FinishedCoat[] => {
    const p = plans.find((x) => x.number === c.coat);
    const card = p && cardOf(job, p.productId);
    if (!p || !card || c.closedAtMs === undefined || c.usedL === undefined) return [];
    const keptL = p.keptL + tookOffL(c);
    const net = netUsedL(c.usedL, isTwoPart(card), keptL, house);
    const guessed = Boolean(c.guessed || c.doesNotAddUp) || net.guessed || c.layings.some((l) => l.took?.guessed);
    const keys = keysAtCard(p.keys, c.plannedFilm ?? 1);
    const observed = c.usedL > keptL ? observedRates({ keys, netUsedL: net.netL, guessed }, house) : [];
    const teaches = observed.length > 0;
    return [
      {
        coat: c.coat,
        atMs: c.closedAtMs,
        productId: card.id,
        product: card.name,
        colour: p.colour,
        method: p.method,
        areaM2: p.areaM2,
        usedL: c.usedL,
        guessed,
        counts: teaches && (c.judged?.counts ?? true),
        reason: c.judged?.reason ?? (teaches ? '' : TOO_LITTLE),
        keys: p.keys.map((k, i) => ({
          ...k,
          observed: observed[i] ?? { key: k.key, lnRate: Math.log(k.rate.cardM2PerL), precision: 0 }
        }))
      }
    ];
  });
}

/** The litres each key would take by the card alone, in the film the coat was planned at. */
const keysAtCard = (keys: readonly CoatKey[], film: number) =>
  keys.map((k) => ({ key: k.key, netAtCardL: k.netAtCardL * film, cardM2PerL: k.rate.cardM2PerL }));

/** What finished coats showed, of litres where they count, and of hands. */
export const shownBy = (coats: readonly FinishedCoat[], hands: readonly FinishedHands[]): RateObservation[] => [
  ...coats.filter((c) => c.counts).flatMap((c) => c.keys.map((k) => ({ ...k.observed, key: k.key }))),
  ...hands.flatMap((h) => h.keys)
];

/** A log with what some coats showed added to it, or taken out of it (sign −1). */
export function withShown(log: CoverageLog, shown: readonly RateObservation[], sign: 1 | -1): CoverageLog {
  const out = new Map<string, RateEvidence>(log);
  for (const { key, ...observed } of shown) {
    const e = out.get(key) ?? { coats: 0, precision: 0, weightedLn: 0 };
    const coatsLeft = e.coats + sign;
    if (coatsLeft <= 0) out.delete(key);
    else
      out.set(key, {
        coats: coatsLeft,
        precision: e.precision + sign * observed.precision,
        weightedLn: e.weightedLn + sign * observed.precision * observed.lnRate
      });
  }
  return out;
}
