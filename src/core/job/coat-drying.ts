import { coatLossesL } from '../coverage';
import { dryingCurve, filmFactor, filmRatio, methodFactor, type DryingCurve } from '../drying';
import { cardHours, isTwoPart, type Method, type ProductCard } from '../product';
import type { HouseRules } from '../house';
import type { SiteClimate } from '../window';
import { applicators, layingDays, type CoatPlan } from './coats';
import { coatCard, coatSpec, finishCard } from './coat-specs';
import type { JobDocument } from './document-schema';
import type { CoatState, WorkState } from './fold';

/** How a coat on the wood dries, the crew's factor κ left out. */
export interface CoatDrying {
  state: CoatState;
  number: number;
  card: ProductCard;
  method: Method;
  curve: DryingCurve;
  /** Reference hours to recoat. */
  recoatRef: number;
  /** When laying ended; now while it is open. */
  laidToMs: number;
  film: number;
  filmSpeed: number;
  /** Speed of method and film together. */
  speed: number;
}

/** The coats of a log, from the wood up, each against the air it dries in. */
export function coatDryings(
  job: JobDocument,
  state: Pick<WorkState, 'coats'>,
  climate: SiteClimate,
  house: HouseRules,
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
      const days = planned ? applicators(job) * layingDays(planned.layingMinutes) : 1;
      const labelL = planned ? planned.netL / planned.plannedFilm : 0;
      const losses = planned ? coatLossesL(labelL, isTwoPart(card), days, house) : 0;
      const film = planned && c.usedL && c.usedL > losses ? filmRatio(c.usedL, losses, labelL) : 1;
      const filmSpeed = filmFactor(film);
      return {
        state: c,
        number: c.coat,
        card,
        method,
        curve,
        recoatRef: cardHours(card, 'recoatOpens')!,
        laidToMs: c.closedAtMs ?? Math.max(nowMs, c.openedAtMs),
        film,
        filmSpeed,
        speed: methodFactor(method, 'recoat') * filmSpeed
      };
    });
}
