import { DAY_MS } from '../core/units';

const FORMATS = {
  clock: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
  hour: { hour: '2-digit', hourCycle: 'h23' },
  dayShort: { weekday: 'short', day: 'numeric' },
  dayMonth: { weekday: 'short', day: 'numeric', month: 'short' },
  monthYear: { month: 'short', year: 'numeric' },
  fullDate: { day: 'numeric', month: 'short', year: 'numeric' },
  dateKey: { year: 'numeric', month: '2-digit', day: '2-digit' }
} satisfies Record<string, Intl.DateTimeFormatOptions>;

const made = new Map<string, Intl.DateTimeFormat>();

function inZone(ms: number, timeZone: string, as: keyof typeof FORMATS): string {
  const key = `${as} ${timeZone}`;
  let format = made.get(key);
  if (!format) made.set(key, (format = new Intl.DateTimeFormat('en-GB', { timeZone, ...FORMATS[as] })));
  // Some put a comma behind the weekday, some do not.
  return format.format(ms).replace(',', '');
}

/** "10:42" in the site's zone. */
export const clockTime = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'clock');

/** "Thu 13" */
export const dayShort = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'dayShort');

/** "Thu 13 May" */
export const dayMonth = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'dayMonth');

/** "Aug 2027" */
export const monthYear = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'monthYear');

/** "13 May 2027" */
export const fullDate = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'fullDate');

/** Hour of the day 0–23 in a zone. */
export const hourOfDay = (ms: number, timeZone: string): number => Number(inZone(ms, timeZone, 'hour'));

const dateKey = (ms: number, timeZone: string): string => inZone(ms, timeZone, 'dateKey');

/** The clock alone today, "Fri 21, 14:20" within a week, "Sun 27 Jun" further off, "21 Jun 2028" in another year. */
export function whenWords(ms: number, nowMs: number, timeZone: string): string {
  if (Math.abs(ms - nowMs) < 6 * DAY_MS) return hourWords(ms, nowMs, timeZone);
  return Math.abs(ms - nowMs) < 300 * DAY_MS ? dayMonth(ms, timeZone) : fullDate(ms, timeZone);
}

/** An hour, however far off: "14:20" today, "Mon 24, 14:20" as far as a forecast reaches, "Sun 27 Jun, 14:20" beyond. */
export function hourWords(ms: number, nowMs: number, timeZone: string): string {
  const time = clockTime(ms, timeZone);
  if (dateKey(ms, timeZone) === dateKey(nowMs, timeZone)) return time;
  return `${Math.abs(ms - nowMs) < 14 * DAY_MS ? dayShort(ms, timeZone) : dayMonth(ms, timeZone)}, ${time}`;
}

/** The hour of a coat, with its day always: "Mon 24, 14:20". */
export const dayHour = (ms: number, timeZone: string): string =>
  `${dayShort(ms, timeZone)}, ${clockTime(ms, timeZone)}`;

/** The hour of a start, which names its day always, today's too. */
export const startWords = (ms: number, nowMs: number, timeZone: string): string =>
  dateKey(ms, timeZone) === dateKey(nowMs, timeZone) ? dayHour(ms, timeZone) : hourWords(ms, nowMs, timeZone);

/** The hours of a coat: "Mon 24, 14:20 to 15:40", "Mon 24, 16:00 to Tue 25, 08:10" over a night. */
export const laidWords = (laid: { laidFromMs: number; laidToMs: number }, timeZone: string): string =>
  `${dayHour(laid.laidFromMs, timeZone)} to ${
    dateKey(laid.laidFromMs, timeZone) === dateKey(laid.laidToMs, timeZone)
      ? clockTime(laid.laidToMs, timeZone)
      : dayHour(laid.laidToMs, timeZone)
  }`;

/** "80 % between 13:10 and 16:40"; the days alone when they are far off, unless both are the same. */
export function spanWords(span: { p10: number; p90: number }, nowMs: number, timeZone: string): string {
  const [from, to] = [whenWords(span.p10, nowMs, timeZone), whenWords(span.p90, nowMs, timeZone)];
  if (from !== to) return `80 % between ${from} and ${to}`;
  const [first, last] = [hourWords(span.p10, nowMs, timeZone), clockTime(span.p90, timeZone)];
  return first.endsWith(last) ? `about ${first}` : `80 % between ${first} and ${last}`;
}

/** The wall clock of an instant as "2027-05-18T09:40", as fields and charts take it. */
export const localClock = (ms: number, timeZone: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(ms).replace(' ', 'T');
