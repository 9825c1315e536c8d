import { MOST_LITRES } from '../coverage';
import { dryingCurve, dwellMinutes } from '../drying';
import { cautionsFor, safetyClosing, type Caution } from '../safety';
import {
  dayStarts,
  judgeHours,
  layingLimits,
  searchStarts,
  simulateStart,
  siteHourAt,
  workingStretches,
  type CoatToLay,
  type HourVerdict,
  type SequenceContext,
  type SequenceOutcome,
  type SiteClimate,
  type SiteHour
} from '../window';
import { HOUR_MS } from '../units';
import { coatPlans, facePlans, type CoatPlan, type FacePlan } from './coats';
import type { JobDocument } from './document-schema';
import { keepPlan, leavePlan, type KeepPlan, type LeavePlan } from './after';
import { loadPlan, type LoadPlan } from './load';
import { coatCard, coatSpec, finishCard, jobAtHouse, sequenceCards, topCard } from './coat-specs';
import type { Knowledge } from './knowledge';
import { layerChecks, layerProblem, type LayerFinding } from './layering';
import { jobProblems, touchesFood, type Problem } from './problems';

/** The whole plan of a job. Parts that can not be computed yet are null; the problems say why. */
export interface Plan {
  problems: Problem[];
  faces: FacePlan[];
  totalAreaM2: number;
  coats: CoatPlan[];
  /** Every pair of coats, and what the layer rules say of it. */
  layers: LayerFinding[];
  load: LoadPlan | null;
  cautions: Caution[];
  cautionsClosing: string;
  now: SiteHour | null;
  dwell: { min?: number; max?: number } | null;
  hours: HourVerdict[];
  /** What becomes of the start the job has chosen. */
  chosen: SequenceOutcome | null;
  leave: LeavePlan | null;
  keep: KeepPlan | null;
}

/** plan(job, climate, knowledge, now): everything computed from what is known, nothing remembered. Times are epoch ms. */
export function plan(document: JobDocument, climate: SiteClimate | null, knowledge: Knowledge, nowMs: number): Plan {
  const { house } = knowledge;
  const job = jobAtHouse(document, house);
  const card = finishCard(job);
  const layers = layerChecks(job, house);
  const problems = [...jobProblems(job), ...layers.filter((l) => l.severity !== 'go').map(layerProblem)];
  const faces = facePlans(job);
  const now = climate ? siteHourAt(climate, nowMs) : null;
  const coats = card ? coatPlans(job, house, knowledge.coverage) : [];
  const expectedL = coats.reduce((s, c) => s + c.expectedL, 0);
  const tooMuch = expectedL > MOST_LITRES / 2;
  if (tooMuch)
    problems.push({
      path: '/surfaces',
      severity: 'stop',
      problem: `${Math.round(expectedL)} L of oil would be needed. Check the areas and the spread rate.`
    });
  const usable = Boolean(card && !tooMuch && coats.some((c) => c.areaM2 > 0));
  const ctx = usable && climate ? sequenceContext(job, climate, coats, knowledge, nowMs) : null;
  const chosen = ctx && job.startAt ? simulateStart(ctx, Date.parse(job.startAt)) : null;
  const last = chosen?.coats[chosen.coats.length - 1];
  const complete = chosen && last && chosen.coats.length === coats.length;
  const top = topCard(job);
  const first = job.finish && coatSpec(job.finish, 1);
  const mixTempC = now?.airTempC ?? 20;
  return {
    problems,
    faces,
    totalAreaM2: faces.reduce((s, f) => s + (f.coats > 0 ? (f.effectiveAreaM2 ?? 0) : 0), 0),
    coats,
    layers,
    load: usable ? loadPlan(job, coats, mixTempC, knowledge, nowMs) : null,
    cautions: cautionsFor(sequenceCards(job), touchesFood(job)),
    cautionsClosing: safetyClosing,
    now,
    dwell: card && now ? dwellMinutes(card, first!.method, now, first!.dwellMinutes) : null,
    hours: ctx ? [...ctx.coats[0]!.verdicts] : [],
    chosen,
    leave: complete ? leavePlan(top!, last, house) : null,
    keep: complete ? keepPlan(job, top!, last.laidToMs, house) : null
  };
}

/** Everything a start is simulated against. Needs a finish and at least one coat. */
export function sequenceContext(
  job: JobDocument,
  climate: SiteClimate,
  coats: readonly CoatPlan[],
  knowledge: Knowledge,
  nowMs: number
): SequenceContext {
  const { house, kappa } = knowledge;
  const use = {
    setting: job.site.setting,
    countertop: job.surfaces.some((s) => s.kind === 'countertop'),
    lamps: job.site.lamps || job.site.setting === 'indoor'
  };
  const endMs = climate.startMs + climate.hours.length * HOUR_MS;
  const fromMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  const work = workingStretches(job.site.workingHours, job.site.timeZone, fromMs, endMs)
    .map((w) => ({ fromMs: Math.max(w.fromMs, nowMs), toMs: w.toMs }))
    .filter((w) => w.toMs > w.fromMs);
  const judged = new Map<string, Pick<CoatToLay, 'limits' | 'verdicts' | 'curve'>>();
  const judge = ({ number, productId, method }: CoatPlan) => {
    const key = `${productId} ${method === 'spray'}`;
    const known = judged.get(key);
    if (known) return known;
    const card = coatCard(job, number)!;
    const limits = layingLimits(card, method, use, house);
    const made = {
      limits,
      verdicts: judgeHours(climate, limits, work, fromMs),
      curve: dryingCurve(climate.hours, climate.startMs, card)
    };
    judged.set(key, made);
    return made;
  };
  return {
    climate,
    kappa,
    rhythm: house.rhythm,
    dayStartsMs: dayStarts(job.site.timeZone, fromMs, endMs),
    coats: coats.map((c) => ({
      number: c.number,
      method: c.method,
      roundMinutes: c.rounds.map((r) => r.layingMinutes),
      filmRatio: c.plannedFilm,
      ...judge(c)
    }))
  };
}

/** The best starts of a job, best first; empty when there is nothing to lay or no weather. */
export function bestStarts(
  document: JobDocument,
  climate: SiteClimate,
  knowledge: Knowledge,
  nowMs: number
): SequenceOutcome[] {
  const job = jobAtHouse(document, knowledge.house);
  const coats = coatPlans(job, knowledge.house, knowledge.coverage);
  if (!coats.some((c) => c.areaM2 > 0)) return [];
  const ctx = sequenceContext(job, climate, coats, knowledge, nowMs);
  return ctx.coats[0]!.verdicts.length ? searchStarts(ctx) : [];
}
