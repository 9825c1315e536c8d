import type { CoatTimes, Span } from '../drying';
import type { HouseRules } from '../house';
import { classTraits, type ProductCard } from '../product';
import { wearBase, wearData, wearDate, wearPerYear } from '../upkeep';
import { livesOf, topCard, type PartJob } from '../document';
import type { Surface } from '../surface';
import type { WorkState } from '../log';

/** When the place may be used again. Null: the card does not say, or the finish never gets there. */
export interface LeavePlan {
  lightUse: Span | null;
  furniture: Span | null;
  rugs: Span | null;
  water: Span | null;
  fullCure: Span | null;
  food: Span | 'no claim';
}

const between = (a: Span, b: Span, share: number): Span => ({
  p10: a.p10 + (b.p10 - a.p10) * share,
  p50: a.p50 + (b.p50 - a.p50) * share,
  p90: a.p90 + (b.p90 - a.p90) * share
});

/**
 * Dates after the last coat. Furniture comes back a house share of the way from light use to full cure; rugs, standing
 * water and food wait for full cure. A class that never cures is ready once wiped (handbook 8, 13).
 */
export function leavePlan(card: ProductCard, last: CoatTimes, house: HouseRules): LeavePlan {
  const { lightUse, fullCure } = last;
  if (!classTraits(card.class).cures) {
    const food = card.foodContact === 'once wiped off' ? (lightUse ?? ('no claim' as const)) : 'no claim';
    return {
      lightUse,
      furniture: lightUse,
      rugs: null,
      water: lightUse,
      fullCure: null,
      food
    };
  }
  return {
    lightUse,
    furniture: lightUse && fullCure ? between(lightUse, fullCure, house.furnitureAfterLightUseShare) : null,
    rugs: fullCure,
    water: fullCure,
    fullCure,
    food: card.foodContact === 'no claim' ? 'no claim' : (fullCure ?? 'no claim')
  };
}

/** Upkeep of one surface: how fast it wears and when it is due. */
export interface KeepPlan {
  servedMs: number;
  surfaces: {
    surfaceId: string;
    base: string;
    basePerYear: number;
    perYear: number;
    reoil: Span;
    sandBack: Span;
  }[];
}

/** When the last coat was closed: the day service began. Null before any coat is closed. */
export const servedAt = (state: Pick<WorkState, 'coats'>): number | null =>
  state.coats.reduce<number | null>((m, c) => (c.closedAtMs === undefined ? m : Math.max(m ?? 0, c.closedAtMs)), null);

/** When the first surface of a job in care wants oil again; null while there is nothing to look after. */
export function careDueAt(job: PartJob, state: WorkState, house: HouseRules): number | null {
  const card = topCard(job);
  const served = servedAt(state);
  if (!card || served === null || state.handedOverAtMs === undefined) return null;
  return keepPlan(job, card, served, house).surfaces.reduce<number | null>(
    (m, s) => Math.min(m ?? Infinity, s.reoil.p50),
    null
  );
}

/**
 * How fast a surface wears under a card: its hardest-lived face of those that are seen speaks for it (handbook 14). The yearly
 * loss of the reserve at ρ = 1, with the base it comes from.
 */
export function surfaceWear(job: PartJob, surface: Surface, card: ProductCard) {
  const [hardest] = livesOf(job, surface)
    .map((living) => {
      const base = wearBase(card.class, surface.kind, living.outdoors);
      return { base, perYear: wearPerYear(base.perYear, living) };
    })
    .sort((a, b) => b.perYear - a.perYear);
  return hardest!;
}

/** Next re-oil date of every surface from the wear model (handbook 14). */
export function keepPlan(job: PartJob, card: ProductCard, servedMs: number, house: HouseRules): KeepPlan {
  return {
    servedMs,
    surfaces: job.surfaces.map((s) => {
      const { base, perYear } = surfaceWear(job, s, card);
      return {
        surfaceId: s.id,
        base: base.name,
        basePerYear: base.perYear,
        perYear,
        reoil: wearDate(servedMs, perYear, wearData.reoilAt, house.wearSdLn),
        sandBack: wearDate(servedMs, perYear, wearData.sandBackAt, house.wearSdLn)
      };
    })
  };
}
