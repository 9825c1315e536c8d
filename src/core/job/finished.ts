import { netUsedL, observedRates, type RateObservation } from '../coverage';
import type { HouseRules } from '../house';
import { isTwoPart } from '../product';
import { applicators, coatPlans, layingDays, type CoatKey } from './coats';
import { cardOf, jobAtHouse } from './coat-specs';
import type { JobDocument } from './document-schema';
import type { WorkState } from './fold';

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

/** Every closed coat of a job whose used litres say how far the oil went; none when nothing is left after losses. */
export function finishedCoats(
  document: JobDocument,
  state: Pick<WorkState, 'coats'>,
  house: HouseRules
): FinishedCoat[] {
  const job = jobAtHouse(document, house);
  const plans = coatPlans(job, { ...house, rhythm: 'one a day' });
  return state.coats.flatMap((c): FinishedCoat[] => {
    const p = plans.find((x) => x.number === c.coat);
    const card = p && cardOf(job, p.productId);
    if (!p || !card || c.closedAtMs === undefined || c.usedL === undefined) return [];
    const days = applicators(job) * layingDays(p.layingMinutes);
    const guessed = c.guessed ?? false;
    const observed = observedRates(
      { keys: keysAtCard(p.keys), netUsedL: netUsedL(c.usedL, isTwoPart(card), days, house), guessed },
      house
    );
    if (observed.length === 0) return [];
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
        counts: c.judged?.counts ?? true,
        reason: c.judged?.reason ?? '',
        keys: p.keys.map((k, i) => ({ ...k, observed: observed[i]! }))
      }
    ];
  });
}

const keysAtCard = (keys: readonly CoatKey[]) =>
  keys.map((k) => ({ key: k.key, netAtCardL: k.netAtCardL, cardM2PerL: k.rate.cardM2PerL }));
