import { Temporal } from 'temporal-polyfill';

export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** Wall-clock working hours of a week; a missing day is off. Times are "HH:MM". */
export type WorkingHours = Partial<Record<Weekday, { from: string; to: string }>>;

/** A stretch of time, epoch ms, end not included. */
export interface Stretch {
  fromMs: number;
  toMs: number;
}

/**
 * The instant a wall clock shows a time on a date in a zone. A time the clock skips becomes the first instant after the
 * change; one it shows twice is its first (handbook 8). 24:00 is the next day's midnight.
 */
export function wallClockMs(date: Temporal.PlainDate, time: string, timeZone: string): number {
  if (time === '24:00') return wallClockMs(date.add({ days: 1 }), '00:00', timeZone);
  const wall = date.toPlainDateTime(Temporal.PlainTime.from(time));
  const earlier = wall.toZonedDateTime(timeZone, { disambiguation: 'earlier' });
  const skipped = !earlier.toPlainDateTime().equals(wall);
  const at = skipped ? earlier.getTimeZoneTransition('next')! : earlier;
  return at.epochMilliseconds;
}

/** The local calendar day of an instant. */
const dateOf = (ms: number, timeZone: string): Temporal.PlainDate =>
  Temporal.Instant.fromEpochMilliseconds(Math.floor(ms)).toZonedDateTimeISO(timeZone).toPlainDate();

/** A function of its key's parts alone, so slow that its answers are kept; the oldest go first. */
function remembered<T>(most: number) {
  const known = new Map<string, T>();
  return (key: string, make: () => T): T => {
    const found = known.get(key);
    if (found !== undefined) return found;
    const made = make();
    if (known.size >= most) known.delete(known.keys().next().value!);
    known.set(key, made);
    return made;
  };
}

const stretches = remembered<readonly Stretch[]>(64);
const starts = remembered<readonly number[]>(64);

/** The working stretches that touch the time from `fromMs` to `toMs`, in order. */
export const workingStretches = (
  week: WorkingHours,
  timeZone: string,
  fromMs: number,
  toMs: number
): readonly Stretch[] =>
  stretches(`${timeZone} ${fromMs} ${toMs} ${JSON.stringify(week)}`, () => {
    const out: Stretch[] = [];
    const last = dateOf(toMs, timeZone);
    for (let d = dateOf(fromMs, timeZone); Temporal.PlainDate.compare(d, last) <= 0; d = d.add({ days: 1 })) {
      const day = week[WEEKDAYS[d.dayOfWeek - 1]!];
      if (!day) continue;
      const stretch = {
        fromMs: wallClockMs(d, day.from, timeZone),
        toMs: wallClockMs(d, day.to, timeZone)
      };
      if (stretch.toMs > stretch.fromMs && stretch.toMs > fromMs && stretch.fromMs < toMs) out.push(stretch);
    }
    return out;
  });

/** The instants local days begin, from the day of `fromMs` to the day after `toMs`, in order. */
export const dayStarts = (timeZone: string, fromMs: number, toMs: number): readonly number[] =>
  starts(`${timeZone} ${fromMs} ${toMs}`, () => {
    const out: number[] = [];
    for (let d = dateOf(fromMs, timeZone); out.length === 0 || out.at(-1)! <= toMs; d = d.add({ days: 1 }))
      out.push(wallClockMs(d, '00:00', timeZone));
    return out;
  });

/** Local calendar date "YYYY-MM-DD" of an instant in a zone. */
export const localDate = (ms: number, timeZone: string): string => dateOf(ms, timeZone).toString();

/** True when the runtime knows the IANA zone. */
export function isTimeZone(id: string): boolean {
  try {
    Temporal.Now.instant().toZonedDateTimeISO(id);
    return true;
  } catch {
    return false;
  }
}
