import type { HouseRules } from '../house';
import { methodRow, type Method } from '../method';
import { classTraits, methodOf, type ProductCard } from '../product';

/** A limit and who says so. */
export interface Limit {
  value: number;
  grade: 'law' | 'label' | 'house';
}
const label = (value: number): Limit => ({ value, grade: 'label' });
const house = (value: number): Limit => ({ value, grade: 'house' });

/** All limits that hold for laying this product here, worked out once. */
export interface LayingLimits {
  card: ProductCard;
  rhMax: Limit;
  dewGapMinC: Limit;
  windMaxMPerS: number;
  surfaceHotC: number;
  mcMin: number;
  mcMax: Limit;
  lamps: boolean;
  /** Dwell of the method at 20 °C where the class must be wiped; `keptWet` counts the longest from the last top-up. */
  dwell: { minMinutes: number; maxMinutes: number; keptWet: boolean } | null;
}

/** Wood moisture a use allows, %: of card and house the stricter (handbook 3, 8). */
export function moistureLimits(
  card: ProductCard | undefined,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean },
  { mcPercent }: Pick<HouseRules, 'mcPercent'>
): { min: number; max: Limit } {
  const { min, max } =
    use.setting === 'outdoor' ? mcPercent.outdoor : use.countertop ? mcPercent.countertop : mcPercent.indoor;
  const stated = card?.limits.mcMaxPercent;
  return { min, max: stated !== undefined && stated <= max ? label(stated) : house(max) };
}

/** Limits from the card and the house, the stricter of both (handbook 3, 8). */
export function layingLimits(
  card: ProductCard,
  method: Method,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean; lamps: boolean },
  rules: HouseRules,
  ownDwellMinutes?: number
): LayingLimits {
  const mc = moistureLimits(card, use, rules);
  const stricter = (stated: number | undefined, own: number) =>
    stated !== undefined && stated <= own ? label(stated) : house(own);
  const wider = (stated: number | undefined, own: number) =>
    stated !== undefined && stated > own ? label(stated) : house(own);
  return {
    card,
    rhMax: stricter(card.limits.rhMax, rules.rhMax),
    dewGapMinC: wider(card.limits.dewGapMinC, rules.dewGapMinC),
    windMaxMPerS: rules.windMaxMPerS[methodRow(method).wind],
    surfaceHotC: rules.surfaceHotC,
    mcMin: mc.min,
    mcMax: mc.max,
    lamps: use.lamps,
    dwell: dwellLimits(card, method, ownDwellMinutes)
  };
}

/** The dwell that must fit between the first spreading and the last wiping; null where nothing is wiped or the card gives none. */
function dwellLimits(card: ProductCard, method: Method, ownMinutes?: number): LayingLimits['dwell'] {
  const stated = methodOf(card, method);
  const maxMinutes = stated?.dwellMaxMinutes;
  if (!classTraits(card.class).mustBeWiped || maxMinutes === undefined) return null;
  return { minMinutes: ownMinutes ?? stated?.dwellMinMinutes ?? 0, maxMinutes, keptWet: methodRow(method).keptWet };
}
