import type { HouseRules } from '../house';
import type { ProductCard } from '../product';

/** Solvent in a room's air after a coat (handbook 13). A guide, not a measurement. */
export interface Vapour {
  /** Solvent let go in all, g. */
  solventG: number;
  peakGPerM3: number;
  peakHours: number;
  /** Hours until it stays below the house's reference; null when it never rises above it. */
  belowReferenceHours: number | null;
  /** Peak over the lower explosive limit. */
  lelShare: number;
  /** True from 2.5 % of the limit on: ignition sources out. */
  warn: boolean;
}

/** Solvent of an amount of oil with its thinner, g: litres × VOC of each. */
export const solventG = (card: ProductCard, oilL: number, thinnerL: number): number =>
  oilL * card.vocGPerL + thinnerL * (card.thinner?.vocGPerL ?? 0);

/**
 * g/m³ in a room of volume V at n air changes per hour, t hours after solvent of mass m went on: it lets go with
 * λ = ln 2 / half-life, C = m/V · λ/(n−λ) · (e^−λt − e^−nt), for n = λ: m/V · λt · e^−λt.
 */
export function vapourGPerM3(
  massG: number,
  volumeM3: number,
  airChangesPerHour: number,
  hours: number,
  halfLifeHours: number
): number {
  const lambda = Math.LN2 / halfLifeHours;
  const n = airChangesPerHour;
  const c0 = massG / volumeM3;
  if (Math.abs(n - lambda) < 1e-9 * lambda) return c0 * lambda * hours * Math.exp(-lambda * hours);
  return ((c0 * lambda) / (n - lambda)) * (Math.exp(-lambda * hours) - Math.exp(-n * hours));
}

const LONGEST_HOURS = 24 * 60;

/** The vapour of a mass of solvent in a room against the house's reference and the card's lower explosive limit. */
export function vapourIn(
  massG: number,
  room: { volumeM3: number; airChangesPerHour: number },
  lelGPerM3: number,
  { vapour }: Pick<HouseRules, 'vapour'>
): Vapour {
  const lambda = Math.LN2 / vapour.halfLifeHours;
  const n = room.airChangesPerHour;
  const at = (t: number) => vapourGPerM3(massG, room.volumeM3, n, t, vapour.halfLifeHours);
  // Without any air change it only gathers: the peak is what the room holds in the end.
  const sealed = n < 1e-6;
  const peakHours = sealed
    ? LONGEST_HOURS
    : Math.abs(n - lambda) < 1e-9
      ? 1 / lambda
      : Math.log(n / lambda) / (n - lambda);
  const peakGPerM3 = sealed ? massG / room.volumeM3 : at(peakHours);
  const lelShare = peakGPerM3 / lelGPerM3;
  return {
    solventG: massG,
    peakGPerM3,
    peakHours,
    belowReferenceHours:
      peakGPerM3 <= vapour.referenceGPerM3 ? null : fallsBelow(at, peakHours, vapour.referenceGPerM3),
    lelShare,
    warn: lelShare >= vapour.warnLelShare
  };
}

/** Hours after the peak at which a falling curve meets a level; Infinity when not within sixty days. */
function fallsBelow(at: (t: number) => number, fromHours: number, level: number): number {
  let [low, high] = [fromHours, LONGEST_HOURS];
  if (fromHours >= LONGEST_HOURS || at(high) > level) return Infinity;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (at(mid) > level) low = mid;
    else high = mid;
  }
  return high;
}
