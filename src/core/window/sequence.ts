import { coatNeeds, coatTimes, timesOfNeeds } from '../drying';

import { HOUR_MS } from '../units';
import type { OpenStretch } from '../calendar';
import { BITS, closedBits, workInHour, type LayingLimits, type RuleBits } from '../judge';
import type { CoatOnWood, WorkHours, SimulatedCoat, SequenceContext, SequenceOutcome } from './sequence-context';
import { closureOf, finishMsOf, opensFor, runStart, visitsIn } from './run';
import { hoursFrom, type SiteClimate } from '../climate';

const NOT_READY = BITS['not ready'];
const OFF = BITS['off hours'];
const NO_ACCESS = BITS['no access'];

/** Cuts working stretches into the hours of a horizon. */
export function workHours(open: readonly OpenStretch[], fromMs: number, count: number): WorkHours {
  const out: WorkHours = { fromMs, from: new Float64Array(count), to: new Float64Array(count), closed: [] };
  let s = 0;
  for (let i = 0; i < count; i++) {
    const atMs = fromMs + i * HOUR_MS;
    while (s < open.length && open[s]!.toMs <= atMs) s++;
    const { work, closed } = workInHour(open, s, atMs);
    if (work) [out.from[i], out.to[i]] = [work.fromMs, work.toMs];
    out.closed.push(closed);
  }
  return out;
}

/** The bits of a product's hours within the working hours of a horizon. */
export function horizonBits(climate: SiteClimate, limits: LayingLimits, work: WorkHours): RuleBits {
  const bits = closedBits(hoursFrom(climate, work.fromMs, work.to.length), limits);
  for (let i = 0; i < bits.length; i++)
    if (work.to[i] === 0) bits[i]! |= work.closed[i]![0]!.rule === 'no access' ? NO_ACCESS : OFF;
  return bits;
}

/** A run with every state of every coat, to be shown. */
export function simulateStart(ctx: SequenceContext, startMs: number): SequenceOutcome {
  const run = runStart(ctx, startMs);
  const { stop } = run;
  return {
    startMs,
    ok: !stop,
    coats: run.layings.map(({ coat, rounds, abradeFirst }) => {
      const { toMs } = rounds[rounds.length - 1]!;
      const times = timesOfNeeds(coat.curve, coat.needs, { fromMs: rounds[0]!.fromMs, toMs });
      return {
        ...times,
        number: coat.number,
        abradeFirst,
        rounds: rounds.map((r) => ({ fromMs: r.fromMs, toMs: r.toMs })),
        sittings: rounds.flatMap((r) => r.sittings)
      };
    }),
    failed: stop ? { coat: stop.coat.number, closure: closureOf(stop), atMs: stop.atMs } : undefined,
    finishMs: finishMsOf(run, startMs),
    visits: visitsIn(run)
  };
}

/**
 * Goes on from a coat on the wood: the next waits until it has opened by the recoat window and the house's rhythm, and
 * the hours until then are closed for that reason.
 */
export function goingOn(ctx: SequenceContext, wood: CoatOnWood): SequenceContext {
  const onWood: SimulatedCoat = {
    ...coatTimes(wood.curve, wood.card, wood, wood.kappa),
    number: wood.number,
    abradeFirst: false,
    rounds: [{ fromMs: wood.fromMs, toMs: wood.toMs }],
    sittings: [{ fromMs: wood.fromMs, toMs: wood.toMs }]
  };
  const { recoatOpens, touchDry } = onWood;
  const readyMs = opensFor(ctx, wood.number, wood.toMs, recoatOpens.p50, touchDry && touchDry.p50);
  const coats = ctx.coats.map((c, i) =>
    i > 0 ? c : { ...c, closed: c.closed.map((bits, h) => (endOf(c.work, h) <= readyMs ? bits | NOT_READY : bits)) }
  );
  return { ...ctx, coats, onWood, readyMs };
}

/** When the working part of an hour ends; the hour itself where nothing is worked. */
const endOf = (work: WorkHours, i: number): number => work.to[i] || work.fromMs + (i + 1) * HOUR_MS;

/** A context whose coats are laid in another film: so much of what each would have had. */
export const withFilm = (ctx: SequenceContext, share: number): SequenceContext => ({
  ...ctx,
  coats: ctx.coats.map((c) => {
    const filmRatio = c.filmRatio * share;
    return { ...c, filmRatio, needs: coatNeeds(c.limits.card, { method: c.method, filmRatio }, c.kappa) };
  })
});
