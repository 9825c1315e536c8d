import type { OpenStretch, Stretch } from '../calendar';
import type { SiteClimate, SiteHour } from '../climate';
import { HOUR_MS } from '../units';
import type { LayingLimits, Limit } from './limits';
import { BITS, ruleRow, RULES, type HourValue, type Rule, type RuleBits } from './rules';

/** Why an hour is closed: the rule, what was found and what is allowed, in the rule's unit. */
export interface Closure {
  rule: Rule;
  value?: number;
  limit?: number;
  grade: Limit['grade'];
  /** Why there is no access, in the crew's own words. */
  why?: string;
}

/** One hour of the horizon: the working part of it, and every rule that closes it. */
export interface HourVerdict {
  atMs: number;
  work: Stretch | null;
  closed: Closure[];
}

/** What closes an hour on either side of one of its values: the limit and the bits it sets there. */
interface Side {
  above: number;
  aboveBit: number;
  below: number;
  belowBit: number;
}

/** The limits of all rules that hold a value, by what they read. At most one rule stands on each side of a value. */
function sidesOf(limits: LayingLimits): Record<HourValue, Side> {
  const open = (): Side => ({ above: Infinity, aboveBit: 0, below: -Infinity, belowBit: 0 });
  const sides: Record<HourValue, Side> = {
    rainMm: open(),
    mcPercent: open(),
    dewGapC: open(),
    airTempC: open(),
    surfaceTempC: open(),
    rh: open(),
    windMPerS: open(),
    sunElevationDeg: open()
  };
  for (const rule of RULES) {
    const row = ruleRow(rule);
    if (row.by !== 'value') continue;
    const side = sides[row.reads];
    const { value } = row.limit(limits);
    if (row.closed === 'above') Object.assign(side, { above: value, aboveBit: BITS[rule] });
    else Object.assign(side, { below: value, belowBit: BITS[rule] });
  }
  return sides;
}

/** The bits a value sets; one nobody knows lies on no side. */
const beyond = (value: number | null, s: Side): number =>
  value === null ? 0 : (value > s.above ? s.aboveBit : 0) | (value < s.below ? s.belowBit : 0);

/**
 * May we lay oil: a bit for each rule that closes an hour, for many hours at once. Each value of the hour is read once, by
 * its name, since a search asks it some hundred thousand times.
 */
export function closedBits(hours: readonly (SiteHour | null)[], limits: LayingLimits): RuleBits {
  const s = sidesOf(limits);
  const looks = RULES.flatMap((rule) => {
    const row = ruleRow(rule);
    return row.by === 'hour' && row.applies(limits) ? [{ bit: BITS[rule], find: row.find }] : [];
  });
  const records = RULES.flatMap((rule) => {
    const row = ruleRow(rule);
    return row.by === 'record' ? [{ bit: BITS[rule], missing: row.missing }] : [];
  });
  const out = new Uint32Array(hours.length);
  for (let i = 0; i < hours.length; i++) {
    const h = hours[i] ?? null;
    let bits = 0;
    if (h)
      bits =
        beyond(h.rainMm, s.rainMm) |
        beyond(h.mcPercent, s.mcPercent) |
        beyond(h.dewGapC, s.dewGapC) |
        beyond(h.airTempC, s.airTempC) |
        beyond(h.surfaceTempC, s.surfaceTempC) |
        beyond(h.rh, s.rh) |
        beyond(h.windMPerS, s.windMPerS) |
        beyond(h.sunElevationDeg, s.sunElevationDeg);
    for (const r of records) if (r.missing(h)) bits |= r.bit;
    if (h)
      for (const { bit, find } of looks) {
        const found = find(h, limits);
        if (found && found.value < found.limit) bits |= bit;
      }
    out[i] = bits;
  }
  return out;
}

/** What one rule found of an hour and allows; of a rule that reads nothing of the hour only who says so. */
export function closureBy(rule: Rule, h: SiteHour | null, limits: LayingLimits): Closure {
  const row = ruleRow(rule);
  if (h && row.by === 'value') {
    const { value: limit, grade } = row.limit(limits);
    return { rule, value: h[row.reads] ?? undefined, limit, grade };
  }
  const found = h && row.by === 'hour' ? row.find(h, limits) : null;
  return { rule, ...found, grade: row.by === 'value' ? row.limit(limits).grade : row.grade };
}

/** Every rule that closes this hour for laying oil, with what was found and what is allowed. */
export function closuresOf(h: SiteHour | null, limits: LayingLimits): Closure[] {
  const bits = closedBits([h], limits)[0]!;
  return RULES.filter((rule) => bits & BITS[rule]).map((rule) => closureBy(rule, h, limits));
}

/** The verdict of every hour of a climate from `fromMs` on. */
export function judgeHours(
  climate: SiteClimate,
  limits: LayingLimits,
  open: readonly OpenStretch[],
  fromMs: number
): HourVerdict[] {
  const first = Math.max(0, Math.floor((fromMs - climate.startMs) / HOUR_MS));
  const out: HourVerdict[] = [];
  let s = 0;
  for (let i = first; i < climate.hours.length; i++) {
    const atMs = climate.startMs + i * HOUR_MS;
    while (s < open.length && open[s]!.toMs <= atMs) s++;
    const { work, closed } = workInHour(open, s, atMs);
    out.push({ atMs, work, closed: [...closuresOf(climate.hours[i]!, limits), ...closed] });
  }
  return out;
}

/** The part of an hour that may be worked, or why there is none. `s` is the first stretch that ends after the hour begins. */
export function workInHour(
  open: readonly OpenStretch[],
  s: number,
  atMs: number
): { work: Stretch | null; closed: Closure[] } {
  let shut: string | undefined;
  for (let k = s; k < open.length && open[k]!.fromMs < atMs + HOUR_MS; k++) {
    const o = open[k]!;
    if (o.shut === undefined)
      return { work: { fromMs: Math.max(o.fromMs, atMs), toMs: Math.min(o.toMs, atMs + HOUR_MS) }, closed: [] };
    shut = o.shut;
  }
  return {
    work: null,
    closed: [
      shut === undefined ? { rule: 'off hours', grade: 'house' } : { rule: 'no access', grade: 'house', why: shut }
    ]
  };
}

/** A run of hours with the same leading rule; null rule means open. */
export interface VerdictRun extends Stretch {
  rule: Rule | null;
}

/** Joins hours into runs by the first rule that closes them; open hours run only over their working part. */
export function verdictRuns(verdicts: readonly HourVerdict[]): VerdictRun[] {
  const out: VerdictRun[] = [];
  const add = (rule: Rule | null, fromMs: number, toMs: number) => {
    const last = out[out.length - 1];
    if (toMs <= fromMs) return;
    if (last && last.rule === rule && last.toMs === fromMs) last.toMs = toMs;
    else out.push({ rule, fromMs, toMs });
  };
  for (const v of verdicts) {
    const endMs = v.atMs + HOUR_MS;
    if (v.closed.length) add(v.closed[0]!.rule, v.atMs, endMs);
    else if (v.work) {
      add('off hours', v.atMs, v.work.fromMs);
      add(null, v.work.fromMs, v.work.toMs);
      add('off hours', v.work.toMs, endMs);
    }
  }
  return out;
}
