import { DAY_MS } from '$core/units';

const cache = new Map<string, Intl.DateTimeFormat>();

function format(timeZone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = timeZone + JSON.stringify(options);
  let f = cache.get(key);
  if (!f) cache.set(key, (f = new Intl.DateTimeFormat('en-GB', { timeZone, ...options })));
  return f;
}

/** "10:42" in the site's zone. */
export const clockTime = (ms: number, timeZone: string): string =>
  format(timeZone, {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23'
  }).format(ms);

/** "Thu 13" */
export const dayShort = (ms: number, timeZone: string): string => {
  const p = format(timeZone, {
    weekday: 'short',
    day: 'numeric'
  }).formatToParts(ms);
  return `${p.find((x) => x.type === 'weekday')!.value} ${p.find((x) => x.type === 'day')!.value}`;
};

/** "Thu 13 May" */
export const dayMonth = (ms: number, timeZone: string): string => {
  const p = format(timeZone, {
    weekday: 'short',
    day: 'numeric',
    month: 'short'
  }).formatToParts(ms);
  const get = (t: string) => p.find((x) => x.type === t)!.value;
  return `${get('weekday')} ${get('day')} ${get('month')}`;
};

/** "Aug 2027" */
export const monthYear = (ms: number, timeZone: string): string =>
  format(timeZone, { month: 'short', year: 'numeric' }).format(ms);

/** "13 May 2027" */
export const fullDate = (ms: number, timeZone: string): string =>
  format(timeZone, { day: 'numeric', month: 'short', year: 'numeric' }).format(ms);

/** Hour of the day 0–23 in a zone. */
export const hourOfDay = (ms: number, timeZone: string): number =>
  Number(format(timeZone, { hour: '2-digit', hourCycle: 'h23' }).format(ms));

const dateKey = (ms: number, timeZone: string) =>
  format(timeZone, {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit'
  }).format(ms);

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

/** "80% between 13:10 and 16:40"; the days alone when they are far off, unless both are the same. */
export function spanWords(span: { p10: number; p90: number }, nowMs: number, timeZone: string): string {
  const [from, to] = [whenWords(span.p10, nowMs, timeZone), whenWords(span.p90, nowMs, timeZone)];
  return from === to
    ? `80% between ${hourWords(span.p10, nowMs, timeZone)} and ${clockTime(span.p90, timeZone)}`
    : `80% between ${from} and ${to}`;
}

/** The wall clock of an instant as "2027-05-18T09:40", as fields and charts take it. */
export const localClock = (ms: number, timeZone: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(ms).replace(' ', 'T');
