import { DAY_MS, HOUR_MS } from '../units';
import { BITS } from '../judge';
import { tellsRain, TYPICAL_SHIFTS_DAYS, withRunUp, type PastYears } from '../climate';
import { coatPlans } from '../coats';
import { jobAtHouse, stayOfCoat, type PartJob } from '../document';
import type { Knowledge } from '../knowledge';
import { contextFrame, contextIn } from './contexts';
import { isMovedByWeather, siteClimates } from './job-climate';
import { runStart } from './run';
import { startHours } from './search';
import type { SequenceContext } from './sequence-context';

/** How a month is for the first coat, counted on its past working days (handbook 9). */
export interface MonthOdds {
  /** 1 to 12. */
  month: number;
  /** Working days that were counted. */
  days: number;
  /** Share of them on which some start of the day held. */
  share: number;
  /** Days from a working day of it to the next with a start, the middle one; 0 is the same day. Null where none came. */
  waitDays: number | null;
}

/** Nobody reads wood for a year that is over: the month is judged by its air. */
const UNREAD = BITS['no reading'];

/** The coat a month is judged by: the first that goes on where the air hangs on the weather; the first of all where none does. */
const firstInWeather = <C extends { number: number }>(job: PartJob, coats: readonly C[]): C | undefined =>
  coats.find((c) => isMovedByWeather(stayOfCoat(job, c.number).site)) ?? coats[0];

/** That coat against the whole past, with what nobody knows of it left out. */
function pastContext(document: PartJob, past: PastYears, knowledge: Knowledge): SequenceContext | null {
  const { waits: _w, shut: _sh, startAt: _s, ...job } = jobAtHouse(document, knowledge.house);
  const coats = coatPlans(job, knowledge.house, knowledge.coverage);
  const first = firstInWeather(job, coats);
  if (!first || first.areaM2 <= 0) return null;
  const { moves: _mv, was: _wa, ...there } = job;
  const { placeId, site: stay } = stayOfCoat(job, first.number);
  const { moisture: _m, ...site } = stay;
  const then: PartJob = { ...there, placeId, site };
  const { series, countsFromMs } = withRunUp(past);
  const span = { startMs: series.startMs, hours: series.hours.length };
  const [climate] = siteClimates(then, [series], span);
  if (!climate) return null;
  const ctx = contextIn(contextFrame(then, span, [first], knowledge, countsFromMs), climate);
  const [coat] = ctx.coats;
  if (!coat) return null;
  return { ...ctx, coats: [{ ...coat, closed: coat.closed.map((bits) => bits & ~UNREAD) }] };
}

/**
 * The odds of each month: the share of its past working days on which some start of that day lays the first coat by all rules
 * and it becomes rain-safe, or touch dry, without breaking one (handbook 9). Null when nothing is to be laid, or where the past
 * says nothing of rain and the work lies in it.
 */
export function monthsOdds(document: PartJob, past: PastYears, knowledge: Knowledge): MonthOdds[] | null {
  const open = [document, ...(document.moves ?? [])].some(({ site }) => site.setting === 'outdoor');
  if (open && !tellsRain(past)) return null;
  const ctx = pastContext(document, past, knowledge);
  if (!ctx) return null;
  const days = new Map<number, boolean>();
  let lastDay = -1;
  for (const startMs of startHours({ ...ctx, horizonHours: ctx.work.to.length })) {
    while (lastDay + 1 < ctx.dayStartsMs.length && ctx.dayStartsMs[lastDay + 1]! <= startMs) lastDay++;
    const day = ctx.dayStartsMs[lastDay]!;
    if (days.get(day)) continue;
    days.set(day, runStart(ctx, startMs).stop === null);
  }
  return counted([...days], past.typical);
}

/** Days with or without a start as months; the days of a typical year count for every date it is shifted to. */
function counted(days: readonly (readonly [number, boolean])[], typical: boolean): MonthOdds[] {
  const waits: (number | null)[] = [];
  let nextMs: number | null = null;
  for (const [dayMs, good] of [...days].reverse()) {
    if (good) nextMs = dayMs;
    waits.push(nextMs === null ? null : Math.round((nextMs - dayMs) / DAY_MS));
  }
  waits.reverse();
  const shifts = typical ? TYPICAL_SHIFTS_DAYS : [0];
  const months = Array.from({ length: 12 }, () => ({ days: 0, good: 0, waits: [] as number[] }));
  days.forEach(([dayMs, good], i) => {
    for (const shift of shifts) {
      const m = months[new Date(dayMs + 12 * HOUR_MS + shift * DAY_MS).getUTCMonth()]!;
      m.days++;
      if (good) m.good++;
      if (waits[i] !== null) m.waits.push(waits[i]!);
    }
  });
  return months.map((m, i) => ({
    month: i + 1,
    days: m.days,
    share: m.days ? m.good / m.days : 0,
    waitDays: m.waits.length ? m.waits.sort((a, b) => a - b)[Math.floor((m.waits.length - 1) / 2)]! : null
  }));
}

/**
 * The next month whose odds are better than even, within twelve after the one an instant lies in; null when there is none.
 */
export function nextLikelyMonth(odds: readonly MonthOdds[], fromMs: number): MonthOdds | null {
  const first = new Date(fromMs).getUTCMonth();
  for (let k = 1; k <= 12; k++) {
    const m = odds[(first + k) % 12]!;
    if (m.share > 0.5) return m;
  }
  return null;
}
