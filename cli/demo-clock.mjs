/** The part of a working day in which the demo has something under way, and the time it begins with outside of it. */
const DAY_BEGINS_MIN = 8 * 60;
const DAY_ENDS_MIN = 15 * 60 + 30;
const BEGIN_MIN = 9 * 60 + 40;
const MINUTE_MS = 60_000;
const DAYS_AHEAD = 7;
/** Offsets of all zones are whole multiples of it. */
const STEP_MIN = 5;

/** Weekday and minutes since midnight that a clock in a zone shows. @param {number} ms @param {string} timeZone */
function wallClock(ms, timeZone) {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23'
  }).formatToParts(ms);
  const of = (/** @type {string} */ type) => parts.find((p) => p.type === type)?.value ?? '';
  return { weekday: of('weekday'), minutes: Number(of('hour')) * 60 + Number(of('minute')) };
}

/**
 * How far ahead of the real clock the demo's begins, ms: 0 within a working day, else to the next one's morning, so that
 * whoever looks at it at night or on a Sunday sees a crew at work. @param {number} nowMs @param {string} timeZone
 */
export function demoAheadMs(nowMs, timeZone) {
  const works = (/** @type {string} */ weekday) => !['Sat', 'Sun'].includes(weekday);
  const now = wallClock(nowMs, timeZone);
  if (works(now.weekday) && now.minutes >= DAY_BEGINS_MIN && now.minutes < DAY_ENDS_MIN) return 0;
  for (let steps = 1; steps <= (DAYS_AHEAD * 24 * 60) / STEP_MIN; steps++) {
    const ahead = steps * STEP_MIN * MINUTE_MS - (nowMs % (STEP_MIN * MINUTE_MS));
    const then = wallClock(nowMs + ahead, timeZone);
    if (works(then.weekday) && then.minutes === BEGIN_MIN) return ahead;
  }
  return 0;
}
