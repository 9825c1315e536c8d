import { dryingFactor, progressBetween, testsThatCount, type DryingFactor, type TackState } from '../drying';
import { classTraits, touchDryProgress } from '../product';
import type { SiteClimate } from '../climate';
import { coatDryings } from './coat-drying';
import { coatPlans } from '../coats';
import { finishCard, jobAtHouse } from '../document';
import type { PartJob } from '../document';
import type { WorkState } from '../log';
import type { DryingLog, DryingObservation, Knowledge } from './knowledge';

/** What tells one place from another for the drying factor (handbook 9): its site, and its own name where it is not the job's first. */
export const siteKey = ({ site, placeName }: Pick<PartJob, 'site' | 'placeName'>): string =>
  [site.place, placeName]
    .flatMap((p) => p?.trim().toLowerCase() ?? [])
    .join(': ')
    .slice(0, SITE_KEY_MOST);

/** Longest key kept. */
const SITE_KEY_MOST = 120;

const known = new WeakMap<DryingLog, Map<string, DryingFactor>>();

/**
 * κ of a product on a site: from the tests felt there; where there are none, from the product's anywhere; else the prior,
 * median 1 (handbook 9).
 */
export function kappaFor(
  { drying, house }: Pick<Knowledge, 'drying' | 'house'>,
  job: Pick<PartJob, 'site' | 'placeName'>,
  productId: string
): DryingFactor {
  const site = siteKey(job);
  const key = `${productId} ${house.kappaSdLn} ${site}`;
  const mine = known.get(drying) ?? new Map<string, DryingFactor>();
  known.set(drying, mine);
  const found = mine.get(key);
  if (found) return found;
  const ofProduct = drying.filter((t) => t.productId === productId);
  const here = ofProduct.filter((t) => t.site === site);
  const factor = dryingFactor(here.length ? here : ofProduct, house.kappaSdLn);
  mine.set(key, factor);
  return factor;
}

/** The tack tests of a job's own log that teach κ: those after laying, of products that dry (handbook 9). */
export function tackTestsOf(
  jobId: string,
  document: PartJob,
  state: Pick<WorkState, 'coats'>,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number
): DryingObservation[] {
  if (!climate?.hours.length || !state.coats.some((c) => c.tacks.length)) return [];
  const job = jobAtHouse(document, knowledge.house);
  if (!finishCard(job)) return [];
  const plans = coatPlans(job, knowledge.house, knowledge.coverage);
  return coatDryings(job, state, climate, knowledge, plans, nowMs).flatMap((d) => {
    if (!classTraits(d.card.class).cures || d.state.closedAtMs === undefined) return [];
    return testsThatCount(d.state.tacks).flatMap((t): DryingObservation[] => {
      const progress = progressBetween(d.curve, d.laidToMs, t.atMs, d.recoatRef, d.speed);
      if (!(progress > 0)) return [];
      return [
        {
          jobId,
          productId: d.card.id,
          site: siteKey(job),
          coat: d.number,
          atMs: t.atMs,
          felt: t.felt as TackState,
          lnProgress: Math.log(progress),
          touchDry: touchDryProgress(d.card)
        }
      ];
    });
  });
}
