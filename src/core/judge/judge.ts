import type { HouseRules } from '../house';
import { dwellToday } from '../drying';
import { classTraits, methodOf, type Method, type ProductCard } from '../product';
import { HOUR_MS } from '../units';
import type { SiteClimate, SiteHour } from '../climate';
import type { OpenStretch } from '../calendar';
import type { Stretch } from '../calendar';

/** The rules that can close an hour, in the order they are named. */
export const RULES = [
  'no data',
  'no reading',
  'not ready',
  'rain',
  'boards wet',
  'dew',
  'air too cold',
  'surface too cold',
  'air too hot',
  'surface too hot',
  'air too damp',
  'wind',
  'too dry',
  'no time to wipe',
  'dark',
  'no access',
  'off hours'
] as const;
export type Rule = (typeof RULES)[number];

/** Bits of closed hours are whole numbers of 32 bits, the sign left out. */
export type RuleBits = Uint32Array;
if (RULES.length > 31) throw new RangeError('more rules than an hour has bits');

/** Why an hour is closed: the rule, what was found and what is allowed, in the rule's unit. */
export interface Closure {
  rule: Rule;
  value?: number;
  limit?: number;
  grade: 'law' | 'label' | 'house';
  /** Why there is no access, in the crew's own words. */
  why?: string;
}

/** One hour of the horizon: the working part of it, and every rule that closes it. */
export interface HourVerdict {
  atMs: number;
  work: Stretch | null;
  closed: Closure[];
}

/** A limit and who says so. */
interface Allowed {
  value: number;
  grade: 'label' | 'house';
}
const label = (value: number): Allowed => ({ value, grade: 'label' });
const house = (value: number): Allowed => ({ value, grade: 'house' });
const law = (value: number) => ({ value, grade: 'law' as const });

/** All limits that hold for laying this product here, worked out once. */
export interface LayingLimits {
  card: ProductCard;
  rhMax: Allowed;
  dewGapMinC: Allowed;
  windMaxMPerS: number;
  surfaceHotC: number;
  mcMin: number;
  mcMax: Allowed;
  lamps: boolean;
  /** Dwell of the method at 20 °C where the class must be wiped; `keptWet` counts the longest from the last top-up. */
  dwell: { minMinutes: number; maxMinutes: number; keptWet: boolean } | null;
}

/** Wood moisture a use allows, %: of card and house the stricter (handbook 3, 8). */
export function moistureLimits(
  card: ProductCard | undefined,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean },
  { mcPercent }: Pick<HouseRules, 'mcPercent'>
): { min: number; max: Allowed } {
  const { min, max } =
    use.setting === 'outdoor' ? mcPercent.outdoor : use.countertop ? mcPercent.countertop : mcPercent.indoor;
  const stated = card?.limits.mcMaxPercent;
  return { min, max: stated !== undefined && stated <= max ? label(stated) : house(max) };
}

/** Limits from the card and the house, the stricter of both (handbook 3, 8). */
export function layingLimits(
  card: ProductCard,
  method: Method,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean; lamps: boolean },
  rules: HouseRules,
  ownDwellMinutes?: number
): LayingLimits {
  const mc = moistureLimits(card, use, rules);
  const stricter = (stated: number | undefined, own: number) =>
    stated !== undefined && stated <= own ? label(stated) : house(own);
  const wider = (stated: number | undefined, own: number) =>
    stated !== undefined && stated > own ? label(stated) : house(own);
  return {
    card,
    rhMax: stricter(card.limits.rhMax, rules.rhMax),
    dewGapMinC: wider(card.limits.dewGapMinC, rules.dewGapMinC),
    windMaxMPerS: method === 'spray' ? rules.windMaxMPerS.spray : rules.windMaxMPerS.brush,
    surfaceHotC: rules.surfaceHotC,
    mcMin: mc.min,
    mcMax: mc.max,
    lamps: use.lamps,
    dwell: dwellLimits(card, method, ownDwellMinutes)
  };
}

/** The dwell that must fit between the first spreading and the last wiping; null where nothing is wiped or the card gives none. */
function dwellLimits(card: ProductCard, method: Method, ownMinutes?: number): LayingLimits['dwell'] {
  const stated = methodOf(card, method);
  const maxMinutes = stated?.dwellMaxMinutes;
  if (!classTraits(card.class).mustBeWiped || maxMinutes === undefined) return null;
  return { minMinutes: ownMinutes ?? stated?.dwellMinMinutes ?? 0, maxMinutes, keptWet: method === 'flood' };
}

/** Shortest time to wipe in, as a multiple of the shortest dwell; and of a coat kept wet, minutes after the last top-up (handbook 9). */
const DWELL_ROOM = 1.2;
const KEPT_WET_LEAST_MINUTES = 10;

/** Longest dwell today and the least that leaves time to wipe, minutes; null where nothing is wiped. */
function timeToWipe(h: SiteHour, { dwell }: LayingLimits): { value: number; limit: number } | null {
  if (!dwell) return null;
  const { min = 0, max } = dwellToday({ min: dwell.minMinutes, max: dwell.maxMinutes }, h);
  return { value: max!, limit: dwell.keptWet ? KEPT_WET_LEAST_MINUTES : DWELL_ROOM * min };
}

/** What the rules of handbook 8 allow here, in the unit each reads, and who says so; the look ahead is not among them. */
export const allowedBy = ({ card, ...l }: LayingLimits) => ({
  rain: law(0),
  'boards wet': l.mcMax,
  dew: l.dewGapMinC,
  'air too cold': label(card.limits.airMinC),
  'surface too cold': label(card.limits.surfaceMinC),
  'air too hot': label(card.limits.airMaxC),
  'surface too hot': card.limits.surfaceMaxC <= l.surfaceHotC ? label(card.limits.surfaceMaxC) : house(l.surfaceHotC),
  'air too damp': l.rhMax,
  wind: house(l.windMaxMPerS),
  'too dry': house(l.mcMin),
  dark: law(l.lamps ? -Infinity : 0)
});
type AirRule = keyof ReturnType<typeof allowedBy>;

/** What each of them reads of an hour. */
const READS: Record<AirRule, Exclude<keyof SiteHour, 'bridged'>> = {
  rain: 'rainMm',
  'boards wet': 'mcPercent',
  dew: 'dewGapC',
  'air too cold': 'airTempC',
  'surface too cold': 'surfaceTempC',
  'air too hot': 'airTempC',
  'surface too hot': 'surfaceTempC',
  'air too damp': 'rh',
  wind: 'windMPerS',
  'too dry': 'mcPercent',
  dark: 'sunElevationDeg'
};
const isAirRule = (rule: Rule): rule is AirRule => rule in READS;

/** Each rule as a bit, so that an hour's closures are one whole number. */
export const BITS = Object.fromEntries(RULES.map((rule, i) => [rule, 1 << i])) as Record<Rule, number>;

/**
 * May we lay oil: a bit for each rule that closes an hour, for many hours at once. Written out rule by rule, since a search
 * asks it some hundred thousand times.
 */
export function closedBits(hours: readonly (SiteHour | null)[], limits: LayingLimits): RuleBits {
  const may = allowedBy(limits);
  const out = new Uint32Array(hours.length);
  for (let i = 0; i < hours.length; i++) {
    const h = hours[i];
    const wipe = h ? timeToWipe(h, limits) : null;
    out[i] = h
      ? (h.mcPercent === null ? BITS['no reading'] : 0) |
        (wipe && wipe.value < wipe.limit ? BITS['no time to wipe'] : 0) |
        (h.rainMm > may.rain.value ? BITS.rain : 0) |
        (h.mcPercent !== null && h.mcPercent > may['boards wet'].value ? BITS['boards wet'] : 0) |
        (h.dewGapC < may.dew.value ? BITS.dew : 0) |
        (h.airTempC < may['air too cold'].value ? BITS['air too cold'] : 0) |
        (h.surfaceTempC < may['surface too cold'].value ? BITS['surface too cold'] : 0) |
        (h.airTempC > may['air too hot'].value ? BITS['air too hot'] : 0) |
        (h.surfaceTempC > may['surface too hot'].value ? BITS['surface too hot'] : 0) |
        (h.rh > may['air too damp'].value ? BITS['air too damp'] : 0) |
        (h.windMPerS > may.wind.value ? BITS.wind : 0) |
        (h.mcPercent !== null && h.mcPercent < may['too dry'].value ? BITS['too dry'] : 0) |
        (h.sunElevationDeg < may.dark.value ? BITS.dark : 0)
      : BITS['no data'];
  }
  return out;
}

/** What one rule found of an hour and allows; undefined for a rule that reads nothing of the air or the wood. */
export function closureBy(rule: Rule, h: SiteHour | null, limits: LayingLimits): Closure | undefined {
  if (!h) return undefined;
  if (rule === 'no time to wipe') {
    const wipe = timeToWipe(h, limits);
    return wipe ? { rule, ...wipe, grade: 'label' } : undefined;
  }
  if (!isAirRule(rule)) return undefined;
  const { value: limit, grade } = allowedBy(limits)[rule];
  return { rule, value: h[READS[rule]] ?? undefined, limit, grade };
}

/** Every rule that closes this hour for laying oil, with what was found and what is allowed. */
export function closuresOf(h: SiteHour | null, limits: LayingLimits): Closure[] {
  const bits = closedBits([h], limits)[0]!;
  return RULES.filter((rule) => bits & BITS[rule]).map(
    (rule) => closureBy(rule, h, limits) ?? { rule, grade: rule === 'no data' ? 'law' : 'house' }
  );
}

/** The rule named first among some bits; null when none is set. */
export const firstRule = (bits: number): Rule | null => (bits === 0 ? null : RULES[31 - Math.clz32(bits & -bits)]!);

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
