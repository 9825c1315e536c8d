import { dwellMinutes } from '../drying';
import type { Method } from '../method';
import { classTraits, type ProductCard } from '../product';
import { HOUR_MS, MINUTE_MS } from '../units';
import { siteHourAt, type SiteClimate } from '../climate';

/** What became of a laying by its dwell (handbook 9): dwell used 1 is the limit, 2 the end of all hope. */
export const BAY_ENDS = ['open', 'overdue', 'wiped', 'wiped late', 'will stay tacky', 'left'] as const;
export type LayingEnd = (typeof BAY_ENDS)[number];

/** Dwell used at which oil that was not wiped does not come off any more. */
const STANDS_AT = 2;

/** Instant at which so much of the longest dwell is used, by the surface and air of each hour; Infinity where there is none. */
export function dwellUsedAt(
  share: number,
  fromMs: number,
  card: ProductCard,
  method: Method,
  climate: SiteClimate
): number {
  let maxMs: number | undefined;
  let used = 0;
  for (let at = fromMs; ;) {
    const hour = siteHourAt(climate, at);
    const max = hour ? dwellMinutes(card, method, hour).max : undefined;
    if (max !== undefined) maxMs = max * MINUTE_MS;
    if (maxMs === undefined) return Infinity;
    const next = (Math.floor(at / HOUR_MS) + 1) * HOUR_MS;
    const ends = at + (share - used) * maxMs;
    if (ends <= next) return ends;
    used += (next - at) / maxMs;
    at = next;
  }
}

/** The clock of a laying: wiped by, and past saving at; null for oil that is left or dries not at all. */
export function dwellClock(fromMs: number, card: ProductCard, method: Method, climate: SiteClimate) {
  const { mustBeWiped, cures } = classTraits(card.class);
  const by = mustBeWiped ? dwellUsedAt(1, fromMs, card, method, climate) : Infinity;
  if (!Number.isFinite(by)) return { wipeByMs: null, standsAtMs: null };
  return { wipeByMs: by, standsAtMs: cures ? dwellUsedAt(STANDS_AT, fromMs, card, method, climate) : null };
}

/**
 * What became of a laying: `leftAtMs` is when the day or the coat was closed with it still open, if it was. A class that never
 * cures is only wiped again.
 */
export function layingEnd(
  laying: { wipedAtMs?: number; leftAtMs?: number; wipeByMs: number | null; standsAtMs: number | null },
  card: ProductCard,
  nowMs: number
): LayingEnd {
  const { mustBeWiped, cures } = classTraits(card.class);
  if (!mustBeWiped) return 'left';
  const { wipedAtMs, leftAtMs, wipeByMs, standsAtMs } = laying;
  const endMs = wipedAtMs ?? nowMs;
  if (cures && ((standsAtMs !== null && endMs > standsAtMs) || (leftAtMs !== undefined && leftAtMs < endMs)))
    return 'will stay tacky';
  const late = cures && wipeByMs !== null && endMs > wipeByMs;
  if (wipedAtMs !== undefined) return late ? 'wiped late' : 'wiped';
  return late ? 'overdue' : 'open';
}
