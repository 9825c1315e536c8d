import { Temporal } from 'temporal-polyfill';
import { DAY_MS } from '../units';
import { wallClockMs, workingStretches, type WorkingHours } from './working-hours';

const NOON_IS_OVER = '13:00';
/** Long enough to meet every working day of a week. */
const DAYS_AHEAD = 9;

/**
 * When people may plan to use something that is ready at an instant: the next working morning, from the start of work, or
 * afternoon, from 13:00 (handbook 17). Where nobody ever works, the instant itself.
 */
export function usableFrom(
  readyMs: number,
  { workingHours, timeZone }: { workingHours: WorkingHours; timeZone: string }
): { atMs: number; part: 'morning' | 'afternoon' } {
  for (const s of workingStretches(workingHours, timeZone, readyMs - DAY_MS, readyMs + DAYS_AHEAD * DAY_MS)) {
    const date = Temporal.Instant.fromEpochMilliseconds(s.fromMs).toZonedDateTimeISO(timeZone).toPlainDate();
    const noonMs = wallClockMs(date, NOON_IS_OVER, timeZone);
    if (s.fromMs >= readyMs && s.fromMs < noonMs) return { atMs: s.fromMs, part: 'morning' };
    const afternoonMs = Math.max(noonMs, s.fromMs);
    if (afternoonMs >= readyMs && afternoonMs < s.toMs) return { atMs: afternoonMs, part: 'afternoon' };
  }
  return { atMs: readyMs, part: 'morning' };
}
