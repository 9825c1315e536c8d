import type { HouseRules } from '../house';
import type { Method, ProductCard } from '../product';
import { HOUR_MS } from '../units';
import type { SiteClimate, SiteHour } from './site-hours';
import type { Stretch } from './working-hours';

/** The rules that can close an hour, in the order they are named. */
export const RULES = [
  'no data',
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
  'dark',
  'off hours'
] as const;
export type Rule = (typeof RULES)[number];

/** Why an hour is closed: the rule, what was found and what is allowed, in the rule's unit. */
export interface Closure {
  rule: Rule;
  value?: number;
  limit?: number;
  grade: 'law' | 'label' | 'house';
}

/** One hour of the horizon: the working part of it, and every rule that closes it. */
export interface HourVerdict {
  atMs: number;
  work: Stretch | null;
  closed: Closure[];
}

/** All limits that hold for laying this product here, worked out once. */
export interface LayingLimits {
  card: ProductCard;
  rhMax: { value: number; grade: 'label' | 'house' };
  dewGapMinC: { value: number; grade: 'label' | 'house' };
  windMaxMPerS: number;
  surfaceHotC: number;
  mcMin: number;
  mcMax: { value: number; grade: 'label' | 'house' };
  lamps: boolean;
}

/** Wood moisture a use allows, %: the card's highest where it has one, else the house's (handbook 8). */
export function moistureLimits(
  card: ProductCard | undefined,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean },
  house: HouseRules
): { min: number; max: { value: number; grade: 'label' | 'house' } } {
  const { min, max } =
    use.setting === 'outdoor'
      ? house.mcPercent.outdoor
      : use.countertop
        ? house.mcPercent.countertop
        : house.mcPercent.indoor;
  const label = card?.limits.mcMaxPercent;
  return { min, max: label === undefined ? { value: max, grade: 'house' } : { value: label, grade: 'label' } };
}

/** Limits from the card and the house; the product's own limit wins where both speak (handbook 3, 8). */
export function layingLimits(
  card: ProductCard,
  method: Method,
  use: { setting: 'indoor' | 'outdoor'; countertop: boolean; lamps: boolean },
  house: HouseRules
): LayingLimits {
  const mc = moistureLimits(card, use, house);
  const stricter = (label: number | undefined, own: number) =>
    label !== undefined && label <= own
      ? ({ value: label, grade: 'label' } as const)
      : ({ value: own, grade: 'house' } as const);
  const wider = (label: number | undefined, own: number) =>
    label !== undefined && label > own
      ? ({ value: label, grade: 'label' } as const)
      : ({ value: own, grade: 'house' } as const);
  return {
    card,
    rhMax: stricter(card.limits.rhMax, house.rhMax),
    dewGapMinC: wider(card.limits.dewGapMinC, house.dewGapMinC),
    windMaxMPerS: method === 'spray' ? house.windMaxMPerS.spray : house.windMaxMPerS.brush,
    surfaceHotC: house.surfaceHotC,
    mcMin: mc.min,
    mcMax: mc.max,
    lamps: use.lamps
  };
}

/** Every rule that closes this hour for laying oil, look-ahead not counted (handbook 8). */
export function closuresOf(h: SiteHour | null, limits: LayingLimits): Closure[] {
  if (!h) return [{ rule: 'no data', grade: 'law' }];
  const out: Closure[] = [];
  const { limits: c } = limits.card;
  const above = (rule: Rule, value: number, limit: number, grade: Closure['grade']) => {
    if (value > limit) out.push({ rule, value, limit, grade });
  };
  const below = (rule: Rule, value: number, limit: number, grade: Closure['grade']) => {
    if (value < limit) out.push({ rule, value, limit, grade });
  };
  above('rain', h.rainMm, 0, 'law');
  above('boards wet', h.mcPercent, limits.mcMax.value, limits.mcMax.grade);
  below('dew', h.dewGapC, limits.dewGapMinC.value, limits.dewGapMinC.grade);
  below('air too cold', h.airTempC, c.airMinC, 'label');
  below('surface too cold', h.surfaceTempC, c.surfaceMinC, 'label');
  above('air too hot', h.airTempC, c.airMaxC, 'label');
  const hot = Math.min(c.surfaceMaxC, limits.surfaceHotC);
  above('surface too hot', h.surfaceTempC, hot, hot === c.surfaceMaxC ? 'label' : 'house');
  above('air too damp', h.rh, limits.rhMax.value, limits.rhMax.grade);
  above('wind', h.windMPerS, limits.windMaxMPerS, 'house');
  below('too dry', h.mcPercent, limits.mcMin, 'house');
  if (!limits.lamps) below('dark', h.sunElevationDeg, 0, 'law');
  return out;
}

/** The verdict of every hour of a climate from `fromMs` on. The working stretches are in order. */
export function judgeHours(
  climate: SiteClimate,
  limits: LayingLimits,
  work: readonly Stretch[],
  fromMs: number
): HourVerdict[] {
  const first = Math.max(0, Math.floor((fromMs - climate.startMs) / HOUR_MS));
  let s = 0;
  const out: HourVerdict[] = [];
  for (let i = first; i < climate.hours.length; i++) {
    const atMs = climate.startMs + i * HOUR_MS;
    while (s < work.length && work[s]!.toMs <= atMs) s++;
    const w = work[s];
    const overlap =
      w && w.fromMs < atMs + HOUR_MS
        ? {
            fromMs: Math.max(w.fromMs, atMs),
            toMs: Math.min(w.toMs, atMs + HOUR_MS)
          }
        : null;
    const closed = closuresOf(climate.hours[i]!, limits);
    if (!overlap) closed.push({ rule: 'off hours', grade: 'house' });
    out.push({ atMs, work: overlap, closed });
  }
  return out;
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
