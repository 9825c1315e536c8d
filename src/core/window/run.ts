import { whenNeeded } from '../drying';
import { HOUR_MS, MINUTE_MS } from '../units';
import { BITS, closureBy, firstRule, type Closure, type RuleBits } from '../judge';
import type { CoatToLay, SequenceContext, WorkHours } from './sequence-context';
import type { Stretch } from '../calendar';

// A sequence of coats run through the hours, as lean as a search over many thousand starts needs it.

const RAIN = BITS.rain;
const DEW = BITS.dew;
const NO_DATA = BITS['no data'];

const hourOf = (ctx: SequenceContext, ms: number) => Math.floor((ms - ctx.work.fromMs) / HOUR_MS);

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

/** The longest break a coat bears without a visit more, at a bay edge (handbook 9). */
const LONGEST_BREAK_MS = HOUR_MS;

/** The most open working time of a horizon without a longer break: a coat of no more is laid at once. */
export function longestSittingMs(closed: RuleBits, { from, to }: WorkHours): number {
  let [longest, sitting, endMs] = [0, 0, -Infinity];
  for (let i = 0; i < closed.length; i++) {
    if (closed[i] !== 0 || to[i]! <= from[i]!) continue;
    sitting = (from[i]! - endMs <= LONGEST_BREAK_MS ? sitting : 0) + to[i]! - from[i]!;
    endMs = to[i]!;
    if (sitting > longest) longest = sitting;
  }
  return longest;
}

/** When a coat is laid, and the sittings it takes: stretches apart by more than an hour. */
interface LaidSpan extends Stretch {
  sittings: Stretch[];
}

/**
 * Lays one coat in open working minutes from `fromMs` on. One that some sitting of the horizon holds is laid in one: where it
 * would be broken off it begins later, or, with its start fixed, gives the hour of the break. A longer one is broken at bay
 * edges. Null when the horizon ends first.
 */
function lay(
  ctx: SequenceContext,
  coat: CoatToLay,
  fromMs: number,
  minutes: number,
  fixed = false
): LaidSpan | { brokenAt: number } | null {
  const { from, to } = coat.work;
  const whole = minutes * MINUTE_MS <= coat.longestSittingMs;
  let left = minutes * MINUTE_MS;
  let sittings: Stretch[] = [];
  for (let i = Math.max(0, hourOf(ctx, fromMs)); i < coat.closed.length; i++) {
    if (coat.closed[i] !== 0) continue;
    const at = Math.max(fromMs, from[i]!);
    const room = to[i]! - at;
    if (room <= 0) continue;
    let last = sittings[sittings.length - 1];
    if (last && at - last.toMs > LONGEST_BREAK_MS) {
      if (whole && fixed) return { brokenAt: hourOf(ctx, last.toMs) };
      if (whole) [sittings, left] = [[], minutes * MINUTE_MS];
      last = undefined;
    }
    const laid = Math.min(room, left);
    if (last) last.toMs = at + laid;
    else sittings.push({ fromMs: at, toMs: at + laid });
    left -= laid;
    if (left <= 0) return { fromMs: sittings[0]!.fromMs, toMs: at + laid, sittings };
  }
  return null;
}

/** A coat as it is laid in the simulation, and when it is touch dry, or wiped where it does not dry. */
interface Laying {
  coat: CoatToLay;
  rounds: LaidSpan[];
  dryMs: number;
  abradeFirst: boolean;
}

/** What stops a coat: the hour of the horizon and the bits that close it. */
export interface Stop {
  coat: CoatToLay;
  hour: number;
  bits: number;
  atMs: number;
}

/** What becomes of a start, as lean as counting needs it. */
export interface Run {
  layings: Laying[];
  stop: Stop | null;
}

/** The first rule broken after laying: rain before it is rain-safe, dew before it is touch dry, or no data (handbook 8). */
function brokenAhead(ctx: SequenceContext, coat: CoatToLay, span: Stretch, dryMs: number): Stop | null {
  const { rainSafe } = coat.needs;
  const rainUntil = rainSafe ? whenNeeded(coat.curve, coat.needs, span.toMs, rainSafe.p50) : dryMs;
  const until = Math.max(rainUntil, dryMs);
  for (let hour = Math.max(0, hourOf(ctx, span.fromMs)); ; hour++) {
    const atMs = ctx.work.fromMs + hour * HOUR_MS;
    if (atMs >= until) return null;
    const closed = coat.closed[hour] ?? NO_DATA;
    const bits = (closed & NO_DATA) | (atMs < rainUntil ? closed & RAIN : 0) | (atMs < dryMs ? closed & DEW : 0);
    if (bits) return { coat, hour, bits, atMs };
  }
}

/**
 * Runs the whole sequence from a start. The first coat is laid at the start or not at all; later coats wait until the coat
 * below is ready and the hours are open; a recoat window that has closed by then adds an abrade step.
 */
export function runStart(ctx: SequenceContext, startMs: number): Run {
  const layings: Laying[] = [];
  let below: Below | undefined = ctx.onWood && {
    opensMs: ctx.readyMs!,
    closesMs: ctx.onWood.recoatCloses?.p50 ?? Infinity
  };
  for (const coat of ctx.coats) {
    const [minutes, ...turned] = coat.roundMinutes;
    const laid: Laid = layings.length
      ? layAfter(ctx, coat, below!.opensMs, minutes!)
      : layFirst(ctx, coat, Math.max(startMs, ctx.readyMs ?? startMs), minutes!);
    const { span } = laid;
    if (!span) return { layings, stop: laid.stop };
    const made: Laying = {
      coat,
      rounds: [span],
      dryMs: laid.dryMs,
      abradeFirst: below !== undefined && span.fromMs > below.closesMs
    };
    layings.push(made);
    if (laid.stop) return { layings, stop: laid.stop };
    for (const more of turned) {
      const next = layAfter(ctx, coat, made.dryMs, more);
      if (!next.span) return { layings, stop: next.stop };
      made.rounds.push(next.span);
      made.dryMs = next.dryMs;
    }
    below = belowNext(ctx, coat, made.rounds[made.rounds.length - 1]!.toMs, made.dryMs);
  }
  return { layings, stop: null };
}

/** When a run is finished: its last coat dry; the start itself when none could be laid. */
export const finishMsOf = ({ layings }: Run, startMs: number): number => layings[layings.length - 1]?.dryMs ?? startMs;

/** How often the crew comes in a run: a break of more than an hour makes a visit more, on the same day too. */
export function visitsIn({ layings }: Run): number {
  let [count, endMs] = [0, -Infinity];
  for (const { rounds } of layings)
    for (const { sittings } of rounds)
      for (const s of sittings) {
        if (s.fromMs - endMs > LONGEST_BREAK_MS) count++;
        endMs = s.toMs;
      }
  return count;
}

/** What a stop found and allows. */
export function closureOf({ coat, hour, bits }: Stop): Closure {
  const rule = firstRule(bits)!;
  const { climate, work } = coat;
  const h = climate.hours[Math.round((work.fromMs - climate.startMs) / HOUR_MS) + hour] ?? null;
  return work.closed[hour]?.find((c) => c.rule === rule) ?? closureBy(rule, h, coat.limits);
}

/** Between which instants the coat above goes on without being abraded. */
interface Below {
  opensMs: number;
  closesMs: number;
}

/** When the coat above may go on: by the recoat window and the house's rhythm (handbook 3, 9). */
export function opensFor(
  ctx: SequenceContext,
  number: number,
  laidToMs: number,
  recoatOpensMs: number,
  dryMs: number | null
) {
  if (ctx.rhythm === 'several thin' && number > 1) return dryMs ?? recoatOpensMs;
  if (ctx.rhythm === 'as it opens') return recoatOpensMs;
  return Math.max(recoatOpensMs, ctx.dayStartsMs[dayOf(ctx, laidToMs - 1) + 1] ?? recoatOpensMs);
}

function belowNext(ctx: SequenceContext, coat: CoatToLay, laidToMs: number, dryMs: number): Below {
  const { needs, curve } = coat;
  const opens = whenNeeded(curve, needs, laidToMs, needs.recoatOpens.p50);
  return {
    opensMs: opensFor(ctx, coat.number, laidToMs, opens, needs.touchDry && dryMs),
    closesMs: needs.recoatCloses ? whenNeeded(curve, needs, laidToMs, needs.recoatCloses.p50) : Infinity
  };
}

type Laid = { span: LaidSpan; dryMs: number; stop: Stop | null } | { span: null; stop: Stop };

const dryAfter = ({ curve, needs }: CoatToLay, toMs: number): number =>
  needs.touchDry ? whenNeeded(curve, needs, toMs, needs.touchDry.p50) : toMs;

/** A coat broken off in the midst by what closes the hour after. */
function broken(ctx: SequenceContext, coat: CoatToLay, from: number): Laid {
  let hour = from;
  while (hour < coat.closed.length - 1 && coat.closed[hour] === 0) hour++;
  const bits = coat.closed[hour] || BITS['off hours'];
  return { span: null, stop: { coat, hour, bits, atMs: ctx.work.fromMs + hour * HOUR_MS } };
}

/** Lays the first coat at the start itself; a closed start hour or a rule broken ahead is reported, the coat kept if it can be laid. */
function layFirst(ctx: SequenceContext, coat: CoatToLay, startMs: number, minutes: number): Laid {
  const hour = hourOf(ctx, startMs);
  const noData: Laid = { span: null, stop: { coat, hour, bits: NO_DATA, atMs: startMs } };
  const bits = coat.closed[hour];
  if (bits === undefined) return noData;
  if (bits !== 0) return { span: null, stop: { coat, hour, bits, atMs: ctx.work.fromMs + hour * HOUR_MS } };
  const span = lay(ctx, coat, startMs, minutes, true);
  if (!span) return noData;
  if ('brokenAt' in span) return broken(ctx, coat, span.brokenAt);
  const dryMs = dryAfter(coat, span.toMs);
  return { span, dryMs, stop: brokenAhead(ctx, coat, span, dryMs) };
}

/** Lays at the first instant that keeps every rule; the last rule met is reported when the horizon ends. */
function layAfter(ctx: SequenceContext, coat: CoatToLay, fromMs: number, minutes: number): Laid {
  let from = fromMs;
  let last: Stop = { coat, hour: hourOf(ctx, from), bits: NO_DATA, atMs: from };
  for (;;) {
    const span = lay(ctx, coat, from, minutes);
    if (!span || 'brokenAt' in span) return { span: null, stop: last };
    const dryMs = dryAfter(coat, span.toMs);
    const stop = brokenAhead(ctx, coat, span, dryMs);
    if (!stop) return { span, dryMs, stop };
    if (stop.bits & NO_DATA) return { span: null, stop };
    last = stop;
    from = (Math.floor(span.fromMs / HOUR_MS) + 1) * HOUR_MS;
  }
}
