import { coatTimes, type CoatTimes, type DryingCurve, type DryingFactor } from '../drying';
import type { Method } from '../product';
import { HOUR_MS, MINUTE_MS } from '../units';
import type { Closure, HourVerdict, LayingLimits } from './judge';
import type { SiteClimate } from './site-hours';

/** A coat to be laid: its product against the hours, and how long the crew is at it, a number a round. */
export interface CoatToLay {
  number: number;
  method: Method;
  /** Pieces that are turned over are coated in rounds; the next waits until the last is touch dry. */
  roundMinutes: readonly number[];
  filmRatio: number;
  limits: LayingLimits;
  verdicts: readonly HourVerdict[];
  curve: DryingCurve;
}

/** All a sequence of coats is simulated against, built once. At least one coat. */
export interface SequenceContext {
  climate: SiteClimate;
  kappa: DryingFactor;
  coats: readonly CoatToLay[];
  /** When the local days of the horizon begin, in order. */
  dayStartsMs: readonly number[];
  /** The house's rhythm: a coat a day, as each opens, or thin ones as soon as the last is touch dry. */
  rhythm: 'one a day' | 'as it opens' | 'several thin';
}

/** A coat laid in the simulation. `abradeFirst`: the window below had closed. */
export interface SimulatedCoat extends CoatTimes {
  number: number;
  abradeFirst: boolean;
  /** When each of its rounds is laid; one where nothing is turned over. */
  rounds: { fromMs: number; toMs: number }[];
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

const hourOf = (verdicts: readonly HourVerdict[], ms: number) => Math.floor((ms - verdicts[0]!.atMs) / HOUR_MS);

/** Index of the local day an instant lies in. */
function dayOf(ctx: SequenceContext, ms: number): number {
  const { dayStartsMs: days } = ctx;
  let [low, high] = [0, days.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (days[mid]! <= ms) low = mid + 1;
    else high = mid;
  }
  return low - 1;
}

/** Lays one coat in open working minutes from `fromMs` on; null when the horizon ends first. */
function lay(
  verdicts: readonly HourVerdict[],
  fromMs: number,
  minutes: number
): { fromMs: number; toMs: number } | null {
  let left = minutes * MINUTE_MS;
  let begun: number | null = null;
  for (let i = Math.max(0, hourOf(verdicts, fromMs)); i < verdicts.length; i++) {
    const v = verdicts[i]!;
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
function brokenAhead(verdicts: readonly HourVerdict[], t: CoatTimes): { closure: Closure; atMs: number } | null {
  const rainUntil = t.rainSafe?.p50 ?? t.touchDry?.p50 ?? t.laidToMs;
  const dewUntil = t.touchDry?.p50 ?? t.laidToMs;
  for (let i = Math.max(0, hourOf(verdicts, t.laidFromMs)); ; i++) {
    const atMs = verdicts[0]!.atMs + i * HOUR_MS;
    if (atMs >= Math.max(rainUntil, dewUntil)) return null;
    const v = verdicts[i];
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
    const days = new Set(coats.flatMap((c) => c.rounds.flatMap((r) => [dayOf(ctx, r.fromMs), dayOf(ctx, r.toMs - 1)])));
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
    const [minutes, ...turned] = coat.roundMinutes;
    const laid = below
      ? layAfter(ctx, coat, opensFor(ctx, below, coats.length), minutes!)
      : layFirst(ctx, coat, startMs, minutes!);
    if (!('times' in laid)) return give({ coat: coat.number, ...laid.broken });
    const closed = below?.recoatCloses && laid.times.laidFromMs > below.recoatCloses.p50;
    const made = simulated(coat, laid.times, Boolean(closed));
    coats.push(made);
    if (laid.broken) return give({ coat: coat.number, ...laid.broken });
    for (const more of turned) {
      const next = layAfter(ctx, coat, made.touchDry?.p50 ?? made.laidToMs, more);
      if (!('times' in next)) return give({ coat: coat.number, ...next.broken });
      const { laidFromMs, laidToMs } = next.times;
      Object.assign(made, next.times, {
        laidFromMs: made.laidFromMs,
        rounds: [...made.rounds, { fromMs: laidFromMs, toMs: laidToMs }]
      });
    }
  }
  return give();
}

const simulated = (coat: CoatToLay, times: CoatTimes, abradeFirst: boolean): SimulatedCoat => ({
  ...times,
  number: coat.number,
  abradeFirst,
  rounds: [{ fromMs: times.laidFromMs, toMs: times.laidToMs }]
});

type Broken = { closure: Closure; atMs: number };
type Laid = { times: CoatTimes; broken?: Broken } | { broken: Broken };

/** When the coat above may go on: by the recoat window and the house's rhythm (handbook 3, 9). */
function opensFor(ctx: SequenceContext, below: SimulatedCoat, laidBefore: number): number {
  if (ctx.rhythm === 'several thin' && laidBefore > 1) return below.touchDry?.p50 ?? below.recoatOpens.p50;
  const opens = below.recoatOpens.p50;
  if (ctx.rhythm === 'as it opens') return opens;
  return Math.max(opens, ctx.dayStartsMs[dayOf(ctx, below.laidToMs - 1) + 1] ?? opens);
}

const timesOf = (ctx: SequenceContext, coat: CoatToLay, span: { fromMs: number; toMs: number }) =>
  coatTimes(coat.curve, coat.limits.card, { ...span, method: coat.method, filmRatio: coat.filmRatio }, ctx.kappa);

/** Lays the first coat at the start itself; a closed start hour or a rule broken ahead is reported, the coat drawn if it can be. */
function layFirst(ctx: SequenceContext, coat: CoatToLay, startMs: number, minutes: number): Laid {
  const { verdicts } = coat;
  const noData: Laid = { broken: { closure: { rule: 'no data', grade: 'law' }, atMs: startMs } };
  const v = verdicts[hourOf(verdicts, startMs)];
  if (!v) return noData;
  if (v.closed.length || !v.work)
    return { broken: { closure: v.closed[0] ?? { rule: 'off hours', grade: 'house' }, atMs: v.atMs } };
  const span = lay(verdicts, startMs, minutes);
  if (!span) return noData;
  const times = timesOf(ctx, coat, span);
  return { times, broken: brokenAhead(verdicts, times) ?? undefined };
}

/** Lays at the first instant that keeps every rule; the last rule met is reported when the horizon ends. */
function layAfter(ctx: SequenceContext, coat: CoatToLay, fromMs: number, minutes: number): Laid {
  let from = fromMs;
  let last: Broken = { closure: { rule: 'no data', grade: 'law' }, atMs: from };
  for (;;) {
    const span = lay(coat.verdicts, from, minutes);
    if (!span) return { broken: last };
    const times = timesOf(ctx, coat, span);
    const broken = brokenAhead(coat.verdicts, times);
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
  const all = startCandidates(ctx.coats[0]!.verdicts).map((s) => simulateStart(ctx, s));
  return all.sort(
    (a, b) =>
      Number(b.ok) - Number(a.ok) ||
      (a.ok ? a.finishMs - b.finishMs || a.visits - b.visits : b.coats.length - a.coats.length) ||
      a.startMs - b.startMs
  );
}
