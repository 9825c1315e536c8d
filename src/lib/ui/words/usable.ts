import { DAY_MS, HOUR_MS } from '$core/units';
import { workingStretches, wallClockMs, type WorkingHours } from '$core/window';
import { Temporal } from 'temporal-polyfill';

const NOON_IS_OVER = '13:00';

/**
 * When people may plan to use something that is ready at an instant: the next working morning, from the start of work, or
 * afternoon, from 13:00 (handbook 17). Where nobody ever works, the instant itself.
 */
export function usableFrom(
  readyMs: number,
  { workingHours, timeZone }: { workingHours: WorkingHours; timeZone: string }
): { atMs: number; part: 'morning' | 'afternoon' } {
  for (const s of workingStretches(workingHours, timeZone, readyMs - DAY_MS, readyMs + 9 * DAY_MS)) {
    const date = Temporal.Instant.fromEpochMilliseconds(Math.floor(s.fromMs))
      .toZonedDateTimeISO(timeZone)
      .toPlainDate();
    const afternoonMs = wallClockMs(date, NOON_IS_OVER, timeZone);
    if (s.fromMs >= readyMs && s.fromMs < afternoonMs) return { atMs: s.fromMs, part: 'morning' };
    const later = Math.max(afternoonMs, s.fromMs);
    if (later >= readyMs && later < s.toMs + HOUR_MS / 60) return { atMs: later, part: 'afternoon' };
  }
  return { atMs: readyMs, part: 'morning' };
}
