import { readFileSync } from 'node:fs';

/**
 * The one clock of the server. `BASKET_NOW` freezes it at a time, or, as `@FILE`, at the time a file holds (so that a
 * training day or a test can move on). Without it the clock runs, `BASKET_CLOCK_AHEAD_MS` ahead of the real one: the demo's
 * begins in a working day.
 */
export function now(): number {
  const setting = process.env.BASKET_NOW;
  if (!setting) return Date.now() + (Number(process.env.BASKET_CLOCK_AHEAD_MS) || 0);
  const text = setting.startsWith('@') ? readFileSync(setting.slice(1), 'utf8').trim() : setting;
  const at = Date.parse(text);
  if (!Number.isFinite(at)) throw new Error(`BASKET_NOW is “${text}”, not a time like 2027-05-18T09:40:00+01:00`);
  return at;
}

/** True when the clock stands still. */
export const isFrozen = (): boolean => Boolean(process.env.BASKET_NOW);
