import type { SiteHour } from '../climate';
import { dwellToday } from '../drying';
import type { LayingLimits, Limit } from './limits';

const label = (value: number): Limit => ({ value, grade: 'label' });
const house = (value: number): Limit => ({ value, grade: 'house' });
const law = (value: number): Limit => ({ value, grade: 'law' });

/** A value of the hour that a rule reads. */
export type HourValue =
  'rainMm' | 'mcPercent' | 'dewGapC' | 'airTempC' | 'surfaceTempC' | 'rh' | 'windMPerS' | 'sunElevationDeg';

/** Holds one value of the hour against one limit, in the value's own unit. A value nobody knows closes nothing. */
interface ValueRule {
  by: 'value';
  reads: HourValue;
  /** On which side of its limit the hour is closed. */
  closed: 'above' | 'below';
  limit: (l: LayingLimits) => Limit;
}

/** Has a look of its own at the hour: what it found and the least that is allowed; null where it does not apply. */
interface HourRule {
  by: 'hour';
  applies: (l: LayingLimits) => boolean;
  find: (h: SiteHour, l: LayingLimits) => { value: number; limit: number } | null;
  grade: Limit['grade'];
}

/** Closed for want of something known. */
interface RecordRule {
  by: 'record';
  missing: (h: SiteHour | null) => boolean;
  grade: Limit['grade'];
}

/** Set by others than the judge of an hour: by the coats under way, or by the calendar. */
interface OtherRule {
  by: 'coats' | 'calendar';
  grade: Limit['grade'];
}

export type RuleRow = ValueRule | HourRule | RecordRule | OtherRule;

/** Shortest time to wipe in, as a multiple of the shortest dwell; and of a coat kept wet, minutes after the last top-up (handbook 9). */
const DWELL_ROOM = 1.2;
const KEPT_WET_LEAST_MINUTES = 10;

/** Longest dwell today and the least that leaves time to wipe, minutes; null where nothing is wiped. */
function timeToWipe(h: SiteHour, { dwell }: LayingLimits): { value: number; limit: number } | null {
  if (!dwell) return null;
  const { min = 0, max } = dwellToday({ min: dwell.minMinutes, max: dwell.maxMinutes }, h);
  return { value: max!, limit: dwell.keptWet ? KEPT_WET_LEAST_MINUTES : DWELL_ROOM * min };
}

/** The rules that can close an hour for laying oil (handbook 8, 9), in the order they are named when several do. */
export const RULE_ROWS = {
  'no data': { by: 'record', missing: (h) => h === null, grade: 'law' },
  'no reading': { by: 'record', missing: (h) => h !== null && h.mcPercent === null, grade: 'house' },
  'not ready': { by: 'coats', grade: 'house' },
  rain: { by: 'value', reads: 'rainMm', closed: 'above', limit: () => law(0) },
  'boards wet': { by: 'value', reads: 'mcPercent', closed: 'above', limit: (l) => l.mcMax },
  dew: { by: 'value', reads: 'dewGapC', closed: 'below', limit: (l) => l.dewGapMinC },
  'air too cold': { by: 'value', reads: 'airTempC', closed: 'below', limit: ({ card }) => label(card.limits.airMinC) },
  'surface too cold': {
    by: 'value',
    reads: 'surfaceTempC',
    closed: 'below',
    limit: ({ card }) => label(card.limits.surfaceMinC)
  },
  'air too hot': { by: 'value', reads: 'airTempC', closed: 'above', limit: ({ card }) => label(card.limits.airMaxC) },
  'surface too hot': {
    by: 'value',
    reads: 'surfaceTempC',
    closed: 'above',
    limit: ({ card, surfaceHotC }) =>
      card.limits.surfaceMaxC <= surfaceHotC ? label(card.limits.surfaceMaxC) : house(surfaceHotC)
  },
  'air too damp': { by: 'value', reads: 'rh', closed: 'above', limit: (l) => l.rhMax },
  wind: { by: 'value', reads: 'windMPerS', closed: 'above', limit: (l) => house(l.windMaxMPerS) },
  'too dry': { by: 'value', reads: 'mcPercent', closed: 'below', limit: (l) => house(l.mcMin) },
  'no time to wipe': { by: 'hour', applies: (l) => l.dwell !== null, find: timeToWipe, grade: 'label' },
  dark: { by: 'value', reads: 'sunElevationDeg', closed: 'below', limit: (l) => law(l.lamps ? -Infinity : 0) },
  'no access': { by: 'calendar', grade: 'house' },
  'off hours': { by: 'calendar', grade: 'house' }
} as const satisfies { readonly [rule: string]: RuleRow };

export type Rule = keyof typeof RULE_ROWS;
/** Rules that hold a value against a limit. */
export type LimitRule = {
  [R in Rule]: (typeof RULE_ROWS)[R] extends { by: 'value' } ? R : never;
}[Rule];

/** The rules in the order they are named. */
export const RULES = Object.keys(RULE_ROWS) as readonly Rule[];
/** The row of a rule. */
export const ruleRow = (rule: Rule): RuleRow => RULE_ROWS[rule];

/** Bits of closed hours are whole numbers of 32 bits. */
export type RuleBits = Uint32Array;
if (RULES.length > 32) throw new RangeError('more rules than an hour has bits');

/** Each rule as a bit, so that an hour's closures are one whole number. */
export const BITS = Object.fromEntries(RULES.map((rule, i) => [rule, 1 << i])) as Record<Rule, number>;

/** The rule named first among some bits; null when none is set. */
export const firstRule = (bits: number): Rule | null => (bits === 0 ? null : RULES[31 - Math.clz32(bits & -bits)]!);

/** What a rule allows here, in the unit of what it reads, and who says so. */
export const limitOf = (rule: LimitRule, limits: LayingLimits): Limit => RULE_ROWS[rule].limit(limits);
