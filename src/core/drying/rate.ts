import { temperatureFactor } from '../air';
import { methodRow, type Method } from '../method';
import { classTraits, type ProductCard } from '../product';

export const DRYING_KJ_PER_MOL = 52;
const DWELL_MIN_KJ_PER_MOL = 25;

/** The air and wood one coat dries in for an hour. */
export interface DryingHour {
  surfaceTempC: number;
  rh: number;
  airSpeedMPerS: number;
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/** Humidity factor H of a class, rh 0–1 (handbook 9). */
export function humidityFactor(card: Pick<ProductCard, 'class'>, rh: number): number {
  const { humidity } = classTraits(card.class);
  if (humidity === 'none') return 1;
  if (humidity === 'water') return clamp((1 - rh) / 0.5, 0.05, 1.4);
  if (rh <= 0.6) return 1;
  if (rh <= 0.85) return 1 - (0.4 * (rh - 0.6)) / 0.25;
  return 0.6 - (0.3 * (Math.min(rh, 1) - 0.85)) / 0.15;
}

/** Air factor V from the air speed at the coat, m/s: 1 at 0.2, within 0.7–1.5 (handbook 9). */
export const airFactor = (airSpeedMPerS: number): number =>
  clamp(0.85 + 0.15 * Math.sqrt(airSpeedMPerS / 0.2), 0.7, 1.5);

/** Film factor F of a film ratio (laid film over label film), ratio held within 0.5–4 (handbook 9). */
export const filmFactor = (filmRatio: number): number => clamp(filmRatio, 0.5, 4) ** -1.3;

/** Method factor M: coats laid wet on wet dry slower, and cure slower still (handbook 9). */
export function methodFactor(method: Method, state: 'recoat' | 'cure'): number {
  if (!methodRow(method).keptWet) return 1;
  return state === 'cure' ? 0.55 : 0.8;
}

/** Slowing below the card's least surface temperature: it is waiting more than drying (handbook 9). */
export const coldFactor = (surfaceTempC: number, surfaceMinC: number): number =>
  surfaceTempC >= surfaceMinC ? 1 : Math.max(0.2, 1 - 0.16 * (surfaceMinC - surfaceTempC));

/** No surface counts as warmer than this for drying, °C: the law is not known beyond (handbook 8). */
const DRYING_HOTTEST_C = 35;

/** Reference hours gained per real hour, before κ, film and method: k · H · V · cold (handbook 9). */
export const dryingRate = (h: DryingHour, card: ProductCard): number =>
  temperatureFactor(Math.min(h.surfaceTempC, DRYING_HOTTEST_C), DRYING_KJ_PER_MOL) *
  humidityFactor(card, h.rh) *
  airFactor(h.airSpeedMPerS) *
  coldFactor(h.surfaceTempC, card.limits.surfaceMinC);

/** Film ratio of a finished coat: net litres used over those of the label's film; what the wood drank is in both (handbook 9). */
export const filmRatio = (netUsedL: number, labelNetL: number): number => netUsedL / labelNetL;

/** A dwell at 20 °C and still air, minutes, at today's surface and air (handbook 9). */
export function dwellToday(
  { min, max }: { min?: number; max?: number },
  h: Pick<DryingHour, 'surfaceTempC' | 'airSpeedMPerS'>
): { min?: number; max?: number } {
  return {
    min: min === undefined ? undefined : min / temperatureFactor(h.surfaceTempC, DWELL_MIN_KJ_PER_MOL),
    max:
      max === undefined
        ? undefined
        : max / (temperatureFactor(h.surfaceTempC, DRYING_KJ_PER_MOL) * airFactor(h.airSpeedMPerS))
  };
}

/**
 * Dwell of a method at today's surface and air, minutes; undefined where the card gives none (handbook 9). `ownMinMinutes`
 * at 20 °C stands in place of the card's shortest; the card's longest stays.
 */
export function dwellMinutes(
  card: ProductCard,
  method: Method,
  h: Pick<DryingHour, 'surfaceTempC' | 'airSpeedMPerS'>,
  ownMinMinutes?: number
) {
  const m = card.methods.find((x) => x.method === method);
  return dwellToday({ min: ownMinMinutes ?? m?.dwellMinMinutes, max: m?.dwellMaxMinutes }, h);
}
