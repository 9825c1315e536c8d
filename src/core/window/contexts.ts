import { kindRow } from '../surface';
import { coatNeeds, dryingCurve, type CoatTimes } from '../drying';
import type { Method, ProductCard } from '../product';
import { HOUR_MS } from '../units';
import { dayStarts, openStretches, shutUntil, type OpenStretch } from '../calendar';
import { goingOn, horizonBits, simulateStart, workHours } from './sequence';
import type { CoatOnWood, CoatToLay, SequenceContext } from './sequence-context';
import { judgeHours, layingLimits, type HourVerdict, type RuleBits } from '../judge';
import { longestSittingMs } from './run';
import { startCandidates } from './search';
import type { SiteClimate } from '../climate';
import type { CoatPlan } from '../coats';
import { needsWeather } from './job-climate';
import { anyOutdoors, coatCard } from '../document';
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
  coats: readonly Omit<CoatToLay, 'closed' | 'longestSittingMs' | 'curve'>[];
  wood: Omit<CoatOnWood, 'curve'> | null;
}

/** How far ahead a start is looked for where the weather does not bound it, h. */
const HORIZON_HOURS = 240;

/** The frame of a job's contexts. Needs a finish and a coat to lay. */
export function contextFrame(
  job: PartJob,
  span: { startMs: number; hours: number; toldToMs?: number },
  coats: readonly CoatPlan[],
  knowledge: Knowledge,
  nowMs: number,
  { onWood }: Options = {}
): Frame {
  const { house } = knowledge;
  const use = useOf(job);
  const fromMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  const endMs = span.startMs + span.hours * HOUR_MS;
  const count = Math.max(0, (endMs - fromMs) / HOUR_MS);
  // Starts are looked for as far as the forecast tells; past years only carry a sequence on.
  const toldToMs = Math.min(endMs, span.toldToMs ?? endMs);
  const kappaOf = (productId: string) => kappaFor(knowledge, job, productId);
  const under = onWood && coatCard(job, onWood.number);
  return {
    fromMs,
    shared: {
      work: workHours(openFrom(job, fromMs, endMs, nowMs), fromMs, count),
      horizonHours: Math.max(0, Math.min(count, needsWeather(job) ? (toldToMs - fromMs) / HOUR_MS : HORIZON_HOURS)),
      rhythm: house.rhythm,
      dayStartsMs: dayStarts(job.site.timeZone, fromMs, endMs)
    },
    coats: coats
      .filter((c) => c.number > (onWood?.number ?? 0))
      .map(({ number, method, rounds, plannedFilm: filmRatio, productId, dwellMinutes }) => {
        const card = coatCard(job, number)!;
        const kappa = kappaOf(productId);
        return {
          number,
          method,
          roundMinutes: rounds.map((r) => r.layingMinutes),
          filmRatio,
          kappa,
          needs: coatNeeds(card, { method, filmRatio }, kappa),
          limits: layingLimits(card, method, use, house, dwellMinutes)
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

/** The hours of a climate, and how far of them a forecast tells. */
export const spanOf = ({ startMs, hours, toldToMs }: SiteClimate) => ({ startMs, hours: hours.length, toldToMs });

/** A frame in one member's weather: its hours judged, its drying gathered from the first instant that counts. */
export function contextIn({ fromMs, shared, coats, wood }: Frame, climate: SiteClimate): SequenceContext {
  const firstMs = Math.min(fromMs, wood?.toMs ?? fromMs);
  const skip = Math.max(0, Math.floor((firstMs - climate.startMs) / HOUR_MS));
  const hours = climate.hours.slice(skip);
  const curves = new Map<string, CoatToLay['curve']>();
  const curveOf = (card: ProductCard) => {
    const made = curves.get(card.id) ?? dryingCurve(hours, climate.startMs + skip * HOUR_MS, card);
    curves.set(card.id, made);
    return made;
  };
  const judged = new Map<string, RuleBits>();
  const closedFor = ({ method, limits }: Frame['coats'][number]) => {
    const key = `${limits.card.id} ${method} ${limits.dwell?.minMinutes}`;
    const made = judged.get(key) ?? horizonBits(climate, limits, shared.work);
    judged.set(key, made);
    return made;
  };
  const ctx: SequenceContext = {
    climate,
    ...shared,
    coats: coats.map((c) => {
      const closed = closedFor(c);
      return { ...c, closed, longestSittingMs: longestSittingMs(closed, shared.work), curve: curveOf(c.limits.card) };
    })
  };
  return wood ? goingOn(ctx, { ...wood, curve: curveOf(wood.card) }) : ctx;
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
export const useOf = (job: PartJob) => ({
  setting: anyOutdoors(job) ? ('outdoor' as const) : ('indoor' as const),
  countertop: job.surfaces.some((s) => kindRow(s.kind).moisture === 'counter'),
  lamps: job.site.lamps || job.site.setting === 'indoor'
});

/** What may be worked from now on, and what is shut and why. */
function openFrom({ site, waits }: PartJob, fromMs: number, endMs: number, nowMs: number): OpenStretch[] {
  const open = openStretches(site.workingHours, site.closures ?? [], site.timeZone, fromMs, endMs);
  return (waits ? shutUntil(open, waits.untilMs ?? Infinity, waits.why) : open)
    .map((w) => ({ ...w, fromMs: Math.max(w.fromMs, nowMs) }))
    .filter((w) => w.toMs > w.fromMs);
}

/** Every hour ahead for the coat that comes next, with all that closes it. */
export function judgedHours(job: PartJob, climate: SiteClimate, ctx: SequenceContext, nowMs: number): HourVerdict[] {
  const { fromMs } = ctx.work;
  const endMs = climate.startMs + climate.hours.length * HOUR_MS;
  const next = ctx.coats[0]!;
  const verdicts = judgeHours(climate, next.limits, openFrom(job, fromMs, endMs, nowMs), fromMs).slice(
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
