import { coatTimes, type CoatTimes, type DryingCurve, type DryingFactor } from '../drying';
import type { Method } from '../product';
import { HOUR_MS, MINUTE_MS } from '../units';
import type { Closure, HourVerdict, LayingLimits } from './judge';
import type { SiteClimate } from './site-hours';
import { localDate } from './working-hours';

/** A coat to be laid: how long the crew is at it. */
export interface CoatToLay {
  number: number;
  method: Method;
  layingMinutes: number;
}

/** All a sequence of coats is simulated against, built once. */
export interface SequenceContext {
  climate: SiteClimate;
  verdicts: readonly HourVerdict[];
  limits: LayingLimits;
  curve: DryingCurve;
  kappa: DryingFactor;
  coats: readonly CoatToLay[];
  timeZone: string;
}

/** A coat laid in the simulation. `abradeFirst`: the window below had closed. */
export interface SimulatedCoat extends CoatTimes {
  number: number;
  abradeFirst: boolean;
}

/** What becomes of a start: all coats with their times, or the rule and the coat that stop it. */
export interface SequenceOutcome {
  startMs: number;
  ok: boolean;
  coats: SimulatedCoat[];
  failed?: { coat: number; closure: Closure; atMs: number };
  /** Last coat touch dry, or wiped for a class that does not dry. */
  finishMs: number;
  visits: number;
}

const hourOf = (ctx: SequenceContext, ms: number) => Math.floor((ms - ctx.verdicts[0]!.atMs) / HOUR_MS);

/** Lays one coat in open working minutes from `fromMs` on; null when the horizon ends first. */
function lay(ctx: SequenceContext, fromMs: number, minutes: number): { fromMs: number; toMs: number } | null {
  let left = minutes * MINUTE_MS;
  let begun: number | null = null;
  for (let i = Math.max(0, hourOf(ctx, fromMs)); i < ctx.verdicts.length; i++) {
    const v = ctx.verdicts[i]!;
    if (v.closed.length || !v.work) continue;
    const from = Math.max(fromMs, v.work.fromMs);
    const room = v.work.toMs - from;
    if (room <= 0) continue;
    begun ??= from;
    if (room >= left) return { fromMs: begun, toMs: from + left };
    left -= room;
  }
  return null;
}

/** The first rule broken after laying: rain before it is rain-safe, dew before it is touch dry, or no data (handbook 8). */
function brokenAhead(ctx: SequenceContext, t: CoatTimes): { closure: Closure; atMs: number } | null {
  const rainUntil = t.rainSafe?.p50 ?? t.touchDry?.p50 ?? t.laidToMs;
  const dewUntil = t.touchDry?.p50 ?? t.laidToMs;
  for (let i = Math.max(0, hourOf(ctx, t.laidFromMs)); ; i++) {
    const atMs = ctx.verdicts[0]!.atMs + i * HOUR_MS;
    if (atMs >= Math.max(rainUntil, dewUntil)) return null;
    const v = ctx.verdicts[i];
    const noData = v?.closed.find((c) => c.rule === 'no data');
    if (!v || noData) return { closure: noData ?? { rule: 'no data', grade: 'law' }, atMs };
    const broken = v.closed.find(
      (c) => (c.rule === 'rain' && atMs < rainUntil) || (c.rule === 'dew' && atMs < dewUntil)
    );
    if (broken) return { closure: broken, atMs };
  }
}

/**
 * Simulates the whole sequence from a start. The first coat is laid at the start or not at all; later coats wait until the
 * coat below is ready and the hours are open; a recoat window that has closed by then adds an abrade step.
 */
export function simulateStart(ctx: SequenceContext, startMs: number): SequenceOutcome {
  const coats: SimulatedCoat[] = [];
  const give = (failed?: SequenceOutcome['failed']): SequenceOutcome => {
    const last = coats[coats.length - 1];
    const days = new Set(
      coats.flatMap((c) => [localDate(c.laidFromMs, ctx.timeZone), localDate(c.laidToMs - 1, ctx.timeZone)])
    );
    return {
      startMs,
      ok: !failed,
      coats,
      failed,
      finishMs: last ? (last.touchDry?.p50 ?? last.laidToMs) : startMs,
      visits: days.size
    };
  };
  for (const coat of ctx.coats) {
    const below = coats[coats.length - 1];
    const laid = below ? layAfter(ctx, coat, below) : layFirst(ctx, coat, startMs);
    if ('times' in laid) {
      const closed = below?.recoatCloses && laid.times.laidFromMs > below.recoatCloses.p50;
      coats.push({
        ...laid.times,
        number: coat.number,
        abradeFirst: Boolean(closed)
      });
      if (laid.broken) return give({ coat: coat.number, ...laid.broken });
    } else return give({ coat: coat.number, ...laid.broken });
  }
  return give();
}

type Broken = { closure: Closure; atMs: number };
type Laid = { times: CoatTimes; broken?: Broken } | { broken: Broken };

const timesOf = (ctx: SequenceContext, coat: CoatToLay, span: { fromMs: number; toMs: number }) =>
  coatTimes(ctx.curve, ctx.limits.card, { ...span, method: coat.method, filmRatio: 1 }, ctx.kappa);

/** Lays the first coat at the start itself; a closed start hour or a rule broken ahead is reported, the coat drawn if it can be. */
function layFirst(ctx: SequenceContext, coat: CoatToLay, startMs: number): Laid {
  const v = ctx.verdicts[hourOf(ctx, startMs)];
  if (!v)
    return {
      broken: { closure: { rule: 'no data', grade: 'law' }, atMs: startMs }
    };
  if (v.closed.length || !v.work)
    return {
      broken: {
        closure: v.closed[0] ?? { rule: 'off hours', grade: 'house' },
        atMs: v.atMs
      }
    };
  const span = lay(ctx, startMs, coat.layingMinutes);
  if (!span)
    return {
      broken: { closure: { rule: 'no data', grade: 'law' }, atMs: startMs }
    };
  const times = timesOf(ctx, coat, span);
  return { times, broken: brokenAhead(ctx, times) ?? undefined };
}

/** Lays a later coat at the first instant that keeps every rule; the last rule met is reported when the horizon ends. */
function layAfter(ctx: SequenceContext, coat: CoatToLay, below: CoatTimes): Laid {
  let from = below.recoatOpens.p50;
  let last: Broken = { closure: { rule: 'no data', grade: 'law' }, atMs: from };
  for (;;) {
    const span = lay(ctx, from, coat.layingMinutes);
    if (!span) return { broken: last };
    const times = timesOf(ctx, coat, span);
    const broken = brokenAhead(ctx, times);
    if (!broken) return { times };
    if (broken.closure.rule === 'no data') return { broken };
    last = broken;
    from = (Math.floor(span.fromMs / HOUR_MS) + 1) * HOUR_MS;
  }
}

/** Every hour of the horizon in which a start can be tried: the first working instant of each open hour. */
export const startCandidates = (verdicts: readonly HourVerdict[]): number[] =>
  verdicts.flatMap((v) => (v.closed.length === 0 && v.work ? [v.work.fromMs] : []));

/**
 * A plain search over every open hour: starts in which all coats are laid and dry within rule, earliest finish first,
 * then fewest visits, then earliest start. Starts that fail follow, those that get furthest first.
 */
export function searchStarts(ctx: SequenceContext): SequenceOutcome[] {
  const all = startCandidates(ctx.verdicts).map((s) => simulateStart(ctx, s));
  return all.sort(
    (a, b) =>
      Number(b.ok) - Number(a.ok) ||
      (a.ok ? a.finishMs - b.finishMs || a.visits - b.visits : b.coats.length - a.coats.length) ||
      a.startMs - b.startMs
  );
}
