import { kindRow } from '../surface';
import { coatNeeds, dryingCurve, type CoatTimes } from '../drying';
import type { Method } from '../method';
import type { ProductCard } from '../product';
import { madeAt } from '../keyed';
import { HOUR_MS } from '../units';
import { dayStarts, openStretches, shutIn, type OpenStretch } from '../calendar';
import { goingOn, horizonBits, simulateStart, workHours } from './sequence';
import type { CoatOnWood, CoatToLay, SequenceContext, WorkHours } from './sequence-context';
import { judgeHours, layingLimits, type HourVerdict, type RuleBits } from '../judge';
import { longestSittingMs } from './run';
import { startCandidates } from './search';
import { climateEndMs, climateOfCoat, type SiteClimate } from '../climate';
import type { CoatPlan } from '../coats';
import { needsWeather } from './job-climate';
import { anyOutdoors, coatCard, stayOfCoat } from '../document';
import type { PartJob } from '../document';
import type { Knowledge } from '../knowledge';
import { kappaFor } from '../knowledge';

/** The last coat on the wood, as far as the rest of the sequence needs it. */
export interface OnWood extends Pick<CoatTimes, 'laidFromMs' | 'laidToMs' | 'opensAtProgress' | 'cureFactor'> {
  number: number;
  method: Method;
  filmRatio: number;
}

interface Options {
  /** The last coat on the wood when the work is under way: the rest is planned from there. */
  onWood?: OnWood;
}

/** What of a context is the same whatever the weather: built once for all members. */
interface Frame {
  fromMs: number;
  shared: Pick<SequenceContext, 'work' | 'horizonHours' | 'rhythm' | 'dayStartsMs'>;
  coats: readonly Omit<CoatToLay, 'closed' | 'longestSittingMs' | 'curve' | 'climate'>[];
  wood: Omit<CoatOnWood, 'curve'> | null;
}

/** How far ahead a start is looked for where the weather does not bound it, h. */
const HORIZON_HOURS = 240;

/** The frame of a job's contexts. Needs a finish and a coat to lay. */
export function contextFrame(
  job: PartJob,
  span: Hours,
  coats: readonly CoatPlan[],
  knowledge: Knowledge,
  nowMs: number,
  { onWood }: Options = {}
): Frame {
  const { house } = knowledge;
  const toLay = coats.filter((c) => c.number > (onWood?.number ?? 0));
  const fromMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  const works = workOfCoats(job, span, fromMs, nowMs);
  const endMs = endOf(hoursOfCoat(span, toLay[0]?.number ?? 1));
  const work = works(toLay[0]?.number ?? 1);
  // Starts are looked for as far as the forecast tells; past years only carry a sequence on.
  const toldToMs = Math.min(endMs, span.toldToMs ?? endMs);
  const kappaOf = (productId: string) => kappaFor(knowledge, job, productId);
  const under = onWood && coatCard(job, onWood.number);
  return {
    fromMs,
    shared: {
      work,
      horizonHours: Math.max(
        0,
        Math.min(work.to.length, needsWeather(job) ? (toldToMs - fromMs) / HOUR_MS : HORIZON_HOURS)
      ),
      rhythm: house.rhythm,
      dayStartsMs: dayStarts(job.site.timeZone, fromMs, lastEndOf(span))
    },
    coats: toLay.map(({ number, method, rounds, plannedFilm: filmRatio, productId, dwellMinutes }) => {
      const card = coatCard(job, number)!;
      const kappa = kappaOf(productId);
      return {
        number,
        method,
        work: works(number),
        roundMinutes: rounds.map((r) => r.layingMinutes),
        filmRatio,
        kappa,
        needs: coatNeeds(card, { method, filmRatio }, kappa),
        limits: layingLimits(card, method, useOf(job, number), house, dwellMinutes)
      };
    }),
    wood: under
      ? {
          number: onWood.number,
          method: onWood.method,
          filmRatio: onWood.filmRatio,
          opensAtProgress: onWood.opensAtProgress,
          cureFactor: onWood.cureFactor,
          fromMs: onWood.laidFromMs,
          toMs: onWood.laidToMs,
          card: under,
          kappa: kappaOf(under.id)
        }
      : null
  };
}

/** The hours that a climate has, how far of them a forecast tells, and those of the places the work is carried to. */
interface Hours {
  startMs: number;
  hours: number;
  toldToMs?: number;
  then?: readonly { before: number; hours: Hours }[];
}

/** The hours of a climate. */
export const spanOf = ({ startMs, hours, toldToMs, then }: SiteClimate): Hours => ({
  startMs,
  hours: hours.length,
  ...(toldToMs !== undefined && { toldToMs }),
  ...(then && { then: then.map(({ before, climate }) => ({ before, hours: spanOf(climate) })) })
});

const hoursOfCoat = (span: Hours, coat: number): Hours => span.then?.findLast((t) => t.before <= coat)?.hours ?? span;
const endOf = ({ startMs, hours }: Hours): number => startMs + hours * HOUR_MS;
const lastEndOf = (span: Hours): number => Math.max(endOf(span), ...(span.then ?? []).map((t) => endOf(t.hours)));

/** What may be worked in the place of each coat, a place worked out once. */
function workOfCoats(job: PartJob, span: Hours, fromMs: number, nowMs: number): (coat: number) => WorkHours {
  const known = new Map<Hours, WorkHours>();
  return (coat) => {
    const hours = hoursOfCoat(span, coat);
    const { site } = stayOfCoat(job, coat);
    const endMs = endOf(hours);
    const made =
      known.get(hours) ??
      workHours(openFrom({ ...job, site }, fromMs, endMs, nowMs), fromMs, Math.max(0, (endMs - fromMs) / HOUR_MS));
    known.set(hours, made);
    return made;
  };
}

/** A frame in one member's weather: its hours judged, its drying gathered from the first instant that counts. */
export function contextIn({ fromMs, shared, coats, wood }: Frame, climate: SiteClimate): SequenceContext {
  const firstMs = Math.min(fromMs, wood?.toMs ?? fromMs);
  const inPlaces = new Map<SiteClimate, ReturnType<typeof hoursAt>>();
  const at = (place: SiteClimate) => madeAt(inPlaces, place, () => hoursAt(place, firstMs));
  const ctx: SequenceContext = {
    climate: climateOfCoat(climate, coats[0]?.number ?? 1),
    ...shared,
    coats: coats.map((c): CoatToLay => {
      const there = climateOfCoat(climate, c.number);
      const { closedFor, curveOf } = at(there);
      const closed = closedFor(c);
      const curve = curveOf(c.limits.card);
      return { ...c, climate: there, closed, longestSittingMs: longestSittingMs(closed, c.work), curve };
    })
  };
  return wood ? goingOn(ctx, { ...wood, curve: at(climate).curveOf(wood.card) }) : ctx;
}

/** The hours of one place as coats need them: its drying gathered from an instant on, each product's hours judged once. */
function hoursAt(climate: SiteClimate, firstMs: number) {
  const skip = Math.max(0, Math.floor((firstMs - climate.startMs) / HOUR_MS));
  const hours = climate.hours.slice(skip);
  const curves = new Map<string, CoatToLay['curve']>();
  const judged = new Map<string, RuleBits>();
  return {
    curveOf: (card: ProductCard) =>
      madeAt(curves, card.id, () => dryingCurve(hours, climate.startMs + skip * HOUR_MS, card)),
    closedFor: ({ method, limits, work }: Frame['coats'][number]) =>
      madeAt(judged, `${limits.card.id} ${method} ${limits.dwell?.minMinutes}`, () =>
        horizonBits(climate, limits, work)
      )
  };
}

/** Everything a start is simulated against. Needs a finish, a coat to lay, and at least one hour ahead. */
export const sequenceContext = (
  job: PartJob,
  climate: SiteClimate,
  coats: readonly CoatPlan[],
  knowledge: Knowledge,
  nowMs: number,
  options: Options = {}
): SequenceContext => contextIn(contextFrame(job, spanOf(climate), coats, knowledge, nowMs, options), climate);

/** What moisture, daylight and the like go by on a job. */
export function useOf(job: PartJob, coat = 1) {
  const { site } = stayOfCoat(job, coat);
  return {
    setting: anyOutdoors(job) ? ('outdoor' as const) : ('indoor' as const),
    countertop: job.surfaces.some((s) => kindRow(s.kind).moisture === 'counter'),
    lamps: site.lamps || site.setting === 'indoor'
  };
}

/** What may be worked from now on, and what is shut and why. */
function openFrom({ site, waits, shut = [] }: PartJob, fromMs: number, endMs: number, nowMs: number): OpenStretch[] {
  const open = openStretches(site.workingHours, site.closures ?? [], site.timeZone, fromMs, endMs);
  const before = waits ? [{ fromMs: -Infinity, toMs: waits.untilMs ?? Infinity, why: waits.why }] : [];
  return shutIn(open, [...before, ...shut])
    .map((w) => ({ ...w, fromMs: Math.max(w.fromMs, nowMs) }))
    .filter((w) => w.toMs > w.fromMs);
}

/** Every hour ahead for the coat that comes next, with all that closes it. */
export function judgedHours(job: PartJob, ctx: SequenceContext, nowMs: number): HourVerdict[] {
  const { fromMs } = ctx.work;
  const next = ctx.coats[0]!;
  const { climate } = next;
  const endMs = climateEndMs(climate);
  const { site } = stayOfCoat(job, next.number);
  const verdicts = judgeHours(climate, next.limits, openFrom({ ...job, site }, fromMs, endMs, nowMs), fromMs).slice(
    0,
    ctx.horizonHours
  );
  const readyMs = ctx.readyMs ?? 0;
  return verdicts.map((v) =>
    (v.work?.toMs ?? v.atMs + HOUR_MS) <= readyMs
      ? { ...v, closed: [{ rule: 'not ready', grade: 'house' }, ...v.closed] }
      : v.work && v.work.fromMs < readyMs
        ? { ...v, work: { ...v.work, fromMs: readyMs } }
        : v
  );
}

/** The first start from which the rest can be laid and dry within rule; else the first that is open; null when none is. */
export function firstStart(ctx: SequenceContext): number | null {
  const open = startCandidates(ctx);
  return open.find((ms) => simulateStart(ctx, ms).ok) ?? open[0] ?? null;
}
