import { Temporal } from 'temporal-polyfill';
import { HOUR_MS } from '../units';
import {
  wallClockMs,
  workingStretches,
  WEEKDAYS,
  type Stretch,
  type Weekday,
  type WorkingHours
} from './working-hours';

/** A time in which nobody can work on the site though it is within working hours, in wall-clock time of the site. */
export type SiteClosure = { reason: string } & (
  { days: Weekday[]; from?: string; to?: string } | { fromLocal: string; toLocal: string }
);

/** A stretch of the working day: open, or shut with the reason. */
export interface OpenStretch extends Stretch {
  shut?: string;
}

/**
 * The working stretches between two instants cut by what keeps the crew out: what is left is open, what is cut out is
 * shut and says why. In order; where two closures overlap the first listed names the reason.
 */
export function openStretches(
  week: WorkingHours,
  closures: readonly SiteClosure[],
  timeZone: string,
  fromMs: number,
  toMs: number
): readonly OpenStretch[] {
  const work = workingStretches(week, timeZone, fromMs, toMs);
  const shut = closures.flatMap((c) =>
    closureStretches(c, timeZone, fromMs, toMs).map((s) => ({ ...s, shut: c.reason }))
  );
  if (shut.length === 0) return work;
  return work.flatMap((w) => cut(w, shut));
}

/** Stretches with some of their time shut, each for its reason; what is shut already keeps its own. */
export const shutIn = (
  stretches: readonly OpenStretch[],
  shut: readonly { fromMs: number; toMs: number; why: string }[]
): readonly OpenStretch[] => {
  if (shut.length === 0) return stretches;
  const spans = shut.map(({ why, ...s }) => ({ ...s, shut: why }));
  return stretches.flatMap((s) => (s.shut === undefined ? cut(s, spans) : [s]));
};

function cut(w: Stretch, shut: readonly Required<OpenStretch>[]): OpenStretch[] {
  const edges = new Set([w.fromMs, w.toMs]);
  for (const s of shut) for (const e of [s.fromMs, s.toMs]) if (e > w.fromMs && e < w.toMs) edges.add(e);
  const at = [...edges].sort((a, b) => a - b);
  return at.slice(1).map((toMs, i): OpenStretch => {
    const fromMs = at[i]!;
    const by = shut.find((s) => s.fromMs < toMs && s.toMs > fromMs);
    return by ? { fromMs, toMs, shut: by.shut } : { fromMs, toMs };
  });
}

/** Whether a date stands in the calendar: 2027-02-30 does not. */
export function isCalendarDate(date: string): boolean {
  try {
    Temporal.PlainDate.from(date);
    return true;
  } catch {
    return false;
  }
}

function closureStretches(c: SiteClosure, timeZone: string, fromMs: number, toMs: number): Stretch[] {
  if ('fromLocal' in c) {
    const at = (local: string) => {
      const [date, time] = local.split('T') as [string, string];
      return wallClockMs(Temporal.PlainDate.from(date), time, timeZone);
    };
    const s = { fromMs: at(c.fromLocal), toMs: at(c.toLocal) };
    return s.toMs > s.fromMs && s.toMs > fromMs && s.fromMs < toMs ? [s] : [];
  }
  const hours = { from: c.from ?? '00:00', to: c.to ?? '24:00' };
  const week = Object.fromEntries(WEEKDAYS.filter((d) => c.days.includes(d)).map((d) => [d, hours]));
  return [...workingStretches(week, timeZone, fromMs, toMs)];
}

/** The stretches of every day between two wall-clock times; past midnight when `to` is not after `from`. */
export function dailyStretches(
  from: string,
  to: string,
  timeZone: string,
  fromMs: number,
  toMs: number
): readonly Stretch[] {
  const all = (f: string, t: string) =>
    workingStretches(Object.fromEntries(WEEKDAYS.map((d) => [d, { from: f, to: t }])), timeZone, fromMs, toMs);
  return from < to ? all(from, to) : [...all('00:00', to), ...all(from, '24:00')].sort((a, b) => a.fromMs - b.fromMs);
}

/** The share of each whole hour from `startMs` that lies within some stretches, 0–1. The stretches are in order. */
export function shareOfHours(stretches: readonly Stretch[], startMs: number, count: number): Float64Array {
  const out = new Float64Array(count);
  for (const s of stretches) {
    const last = Math.min(count - 1, Math.floor((s.toMs - 1 - startMs) / HOUR_MS));
    for (let i = Math.max(0, Math.floor((s.fromMs - startMs) / HOUR_MS)); i <= last; i++) {
      const atMs = startMs + i * HOUR_MS;
      out[i]! += (Math.min(s.toMs, atMs + HOUR_MS) - Math.max(s.fromMs, atMs)) / HOUR_MS;
    }
  }
  return out;
}
