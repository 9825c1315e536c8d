import { knownRate, netUsedL, type CoverageLog } from '../coverage';
import { dryingCurve, filmFactor, filmRatio, methodFactor, type DryingCurve } from '../drying';
import type { Method } from '../method';
import { cardHours, classTraits, isTwoPart, type ProductCard } from '../product';
import type { HouseRules } from '../house';
import type { SiteClimate } from '../climate';
import { knownBefore, type Knowledge } from './knowledge';
import type { CoatPlan } from '../coats';
import { coatCard, coatSpec, finishCard } from '../document';
import type { PartJob } from '../document';
import { tookOffL, type CoatState, type WorkState } from '../log';

/** How a coat on the wood dries, the crew's factor κ left out. */
export interface CoatDrying {
  state: CoatState;
  number: number;
  card: ProductCard;
  method: Method;
  curve: DryingCurve;
  /** Reference hours to recoat. */
  recoatRef: number;
  /** When laying ended, or the remedy of oil that stood; now while it is open. */
  laidToMs: number;
  /** Oil that must be wiped still lies on it: nothing dries yet. */
  wet: boolean;
  film: number;
  filmSpeed: number;
  /** Speed of method and film together. */
  speed: number;
}

/** The coats of a log, from the wood up, each against the air it dries in. */
export function coatDryings(
  job: PartJob,
  state: Pick<WorkState, 'coats'>,
  climate: SiteClimate,
  knowledge: Knowledge,
  plans: readonly CoatPlan[],
  nowMs: number
): CoatDrying[] {
  const curves = new Map<string, DryingCurve>();
  return [...state.coats]
    .sort((a, b) => a.coat - b.coat)
    .map((c): CoatDrying => {
      const card = coatCard(job, c.coat) ?? finishCard(job)!;
      const { method } = coatSpec(job.finish!, c.coat);
      const curve = curves.get(card.id) ?? dryingCurve(climate.hours, climate.startMs, card);
      curves.set(card.id, curve);
      const planned = plans.find((p) => p.number === c.coat);
      const film = planned ? filmOnWood(c, planned, card, knownBefore(knowledge, c.coat), knowledge.house) : 1;
      const filmSpeed = filmFactor(film);
      return {
        state: c,
        number: c.coat,
        card,
        method,
        curve,
        recoatRef: cardHours(card, 'recoatOpens')!,
        laidToMs: laidTo(c, card, nowMs),
        wet:
          c.closedAtMs === undefined &&
          classTraits(card.class).mustBeWiped &&
          c.layings.some((b) => b.wipedAtMs === undefined),
        film,
        filmSpeed,
        speed: methodFactor(method, 'recoat') * filmSpeed
      };
    });
}

/** When a coat's laying ended: at its remedy, its closing, or the last that was done to it. Now while oil lies on it. */
function laidTo(c: CoatState, card: ProductCard, nowMs: number): number {
  if (c.remediedAtMs !== undefined) return c.remediedAtMs;
  if (c.closedAtMs !== undefined) return c.closedAtMs;
  const done = c.layings.map((b) =>
    classTraits(card.class).mustBeWiped ? b.wipedAtMs : (b.wipedAtMs ?? b.spreadAtMs)
  );
  if (done.length === 0 || done.some((ms) => ms === undefined)) return Math.max(nowMs, c.openedAtMs);
  return Math.max(...(done as number[]));
}

/**
 * Film ratio of a coat by its litres: what stayed over what the label's film takes, by what was known before this coat. What
 * is wiped off is not film: with less oil in the log than planned a wiped coat is no thinner than planned (handbook 9).
 */
function filmOnWood(
  coat: Pick<CoatState, 'usedL' | 'plannedFilm' | 'layings'>,
  plan: CoatPlan,
  card: ProductCard,
  before: CoverageLog,
  house: HouseRules
): number {
  const planned = coat.plannedFilm ?? plan.plannedFilm;
  if (!coat.usedL) return planned;
  const labelL = plan.keys.reduce((sum, { key, netAtCardL, rate: { cardM2PerL, grade } }) => {
    const { medianM2PerL } = knownRate({ value: cardM2PerL, grade }, before.get(key), house);
    return sum + (netAtCardL * cardM2PerL) / medianM2PerL;
  }, 0);
  if (!(labelL > 0)) return planned;
  const film = filmRatio(netUsedL(coat.usedL, isTwoPart(card), plan.keptL + tookOffL(coat), house).netL, labelL);
  return classTraits(card.class).mustBeWiped ? Math.max(film, planned) : film;
}
