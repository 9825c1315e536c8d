import { HOUR_MS, type Span } from '../units';
import { firstRule, type Closure, type Rule } from '../judge';
import { closureOf, finishMsOf, runStart, visitsIn } from './run';
import { simulateStart } from './sequence';
import type { SequenceContext, SequenceOutcome } from './sequence-context';

/** Every hour of the horizon in which a start can be tried: the first working instant of each. */
export const startHours = (ctx: SequenceContext): number[] =>
  [...ctx.work.from.subarray(0, ctx.horizonHours)].flatMap((fromMs, i) => {
    if (ctx.work.to[i] === 0) return [];
    const startMs = Math.max(fromMs, ctx.readyMs ?? fromMs);
    return startMs < ctx.work.to[i]! ? [startMs] : [];
  });

/** The starts among them whose own hour is open on this series. */
export const startCandidates = (ctx: SequenceContext): number[] =>
  startHours(ctx).filter((ms) => ctx.coats[0]!.closed[Math.floor((ms - ctx.work.fromMs) / HOUR_MS)] === 0);

/**
 * A plain search over every open hour of one series: starts in which all coats are laid and dry within rule, fewest visits
 * first, then earliest finish, then earliest start (handbook 9). Starts that fail follow, those that get furthest first.
 */
export function searchStarts(ctx: SequenceContext): SequenceOutcome[] {
  const all = startCandidates(ctx).map((s) => simulateStart(ctx, s));
  return all.sort(
    (a, b) =>
      Number(b.ok) - Number(a.ok) ||
      (a.ok ? a.visits - b.visits || a.finishMs - b.finishMs : b.coats.length - a.coats.length) ||
      a.startMs - b.startMs
  );
}

/** What stops a start, and in how many forecasts. */
export interface Stopper {
  rule: Rule;
  coat: number;
  count: number;
  /** The first such case: found and allowed, and when. */
  closure: Closure;
  atMs: number;
}

/** A start held against every member of the ensemble. */
export interface RankedStart {
  startMs: number;
  /** Forecasts in which every coat is laid and touch dry within rule, of how many. */
  holds: number;
  members: number;
  /** When it is finished, over the forecasts that hold; null when none does. */
  finish: Span | null;
  /** Visits in the middle forecast that holds. */
  visits: number;
  /** What most often fails; null when nothing does. */
  stopper: Stopper | null;
}

interface Tally {
  startMs: number;
  members: number;
  finishes: number[];
  visits: number[];
  stoppers: Map<string, Stopper>;
}

/** Outcomes of the same starts in one member after another. */
export interface StartTally {
  starts: Tally[];
}

/** A tally of the starts of a horizon; members are added one by one. */
export const startTally = (ctx: SequenceContext): StartTally => ({
  starts: startHours(ctx).map((startMs) => ({ startMs, members: 0, finishes: [], visits: [], stoppers: new Map() }))
});

/** Adds one member: every start run in it. */
export function addMember(tally: StartTally, ctx: SequenceContext): void {
  for (const t of tally.starts) addRun(t, ctx);
}

function addRun(t: Tally, ctx: SequenceContext): void {
  const run = runStart(ctx, t.startMs);
  const { stop } = run;
  t.members++;
  if (!stop) {
    t.finishes.push(finishMsOf(run, t.startMs));
    t.visits.push(visitsIn(run));
    return;
  }
  const coat = stop.coat.number;
  const rule = firstRule(stop.bits)!;
  const key = `${coat} ${rule}`;
  const known = t.stoppers.get(key);
  if (known) known.count++;
  else t.stoppers.set(key, { rule, coat, count: 1, closure: closureOf(stop), atMs: stop.atMs });
}

/** The quantile of sorted numbers, the nearest one. */
export const quantileOf = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;

function ranked(t: Tally): RankedStart {
  const finishes = [...t.finishes].sort((a, b) => a - b);
  const visits = [...t.visits].sort((a, b) => a - b);
  const stoppers = [...t.stoppers.values()].sort((a, b) => b.count - a.count || a.coat - b.coat);
  return {
    startMs: t.startMs,
    holds: finishes.length,
    members: t.members,
    finish: finishes.length
      ? { p10: quantileOf(finishes, 0.1), p50: quantileOf(finishes, 0.5), p90: quantileOf(finishes, 0.9) }
      : null,
    visits: visits.length ? quantileOf(visits, 0.5) : 0,
    stopper: stoppers[0] ?? null
  };
}

/** Share of the forecasts that hold, in steps of 5 %; one that none allows comes after all. */
const chanceStep = ({ holds, members }: RankedStart): number => (holds === 0 ? -1 : Math.round((20 * holds) / members));

/** Ranks what is tallied so far: by the forecasts that hold, then fewest visits, then earliest finish (handbook 9). */
export const rankStarts = (tally: StartTally): RankedStart[] =>
  tally.starts
    .map(ranked)
    .sort(
      (a, b) =>
        chanceStep(b) - chanceStep(a) ||
        (a.finish && b.finish ? a.visits - b.visits || a.finish.p50 - b.finish.p50 : 0) ||
        a.startMs - b.startMs
    );

/** One start held against every member, each let go once it is counted. The contexts are of one horizon. */
export function rankStart(contexts: Iterable<SequenceContext>, startMs: number): RankedStart {
  const t: Tally = { startMs, members: 0, finishes: [], visits: [], stoppers: new Map() };
  for (const ctx of contexts) addRun(t, ctx);
  return ranked(t);
}

/** How many forecasts have an hour open, and which rule closes it most often in the others. */
export interface HourShare {
  atMs: number;
  open: number;
  members: number;
  rule: Rule | null;
}

/** Every hour of the horizon for the coat that comes next, over all members. The contexts are of one horizon. */
export function hourShares(contexts: readonly SequenceContext[]): HourShare[] {
  const { work, horizonHours } = contexts[0]!;
  return Array.from({ length: horizonHours }, (_, i) => {
    const counts = new Map<Rule, number>();
    let open = 0;
    for (const { coats } of contexts) {
      const rule = firstRule(coats[0]!.closed[i]!);
      if (rule === null) open++;
      else counts.set(rule, (counts.get(rule) ?? 0) + 1);
    }
    const [most] = [...counts].sort(([, a], [, b]) => b - a);
    return { atMs: work.fromMs + i * HOUR_MS, open, members: contexts.length, rule: most?.[0] ?? null };
  });
}
