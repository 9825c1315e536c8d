import taper from './taper.json';
import data from './wear.json';

/** Maintenance coats in so many years of wear, ρ = 1: from 1 to the re-oil level, then from 0.95 each time (handbook 14). */
export function reoilingsWithin(years: number, perYear: number): number {
  const first = (1 - data.reoilAt) / perYear;
  if (years < first) return 0;
  return 1 + Math.floor((years - first) / ((data.afterMaintenance - data.reoilAt) / perYear));
}

/**
 * Coats of a taper in so many years after the one on the start date, which is the first of its first rung; each follows the last
 * by its own rung's interval (handbook 14).
 */
export function taperCoatsWithin(years: number): number {
  let days = years * 365.25;
  let coats = 0;
  for (const [i, rung] of taper.rungs.entries()) {
    const fit = Math.floor(days / rung.days);
    const n = rung.times === undefined ? fit : Math.min(rung.times - (i === 0 ? 1 : 0), fit);
    coats += n;
    days -= n * rung.days;
  }
  return coats;
}
