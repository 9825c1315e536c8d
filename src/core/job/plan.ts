import { MOST_LITRES } from '../coverage';
import { dryingCurve, dwellMinutes, type DryingFactor } from '../drying';
import type { HouseRules } from '../house';
import { cautionsFor, safetyClosing, type Caution } from '../safety';
import {
  judgeHours,
  layingLimits,
  searchStarts,
  simulateStart,
  siteHourAt,
  workingStretches,
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
import { finishCard, jobProblems, touchesFood, type Problem } from './problems';

/** What the crew knows beyond the job: its house rules and its drying factor. */
export interface Knowledge {
  house: HouseRules;
  kappa: DryingFactor;
}

/** The whole plan of a job. Parts that can not be computed yet are null; the problems say why. */
export interface Plan {
  problems: Problem[];
  faces: FacePlan[];
  totalAreaM2: number;
  coats: CoatPlan[];
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
export function plan(job: JobDocument, climate: SiteClimate | null, knowledge: Knowledge, nowMs: number): Plan {
  const { house } = knowledge;
  const card = finishCard(job);
  const problems = jobProblems(job);
  const faces = facePlans(job);
  const now = climate ? siteHourAt(climate, nowMs) : null;
  const coats = card ? coatPlans(job, card, house) : [];
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
  const mixTempC = now?.airTempC ?? 20;
  return {
    problems,
    faces,
    totalAreaM2: faces.reduce((s, f) => s + (f.coats > 0 ? (f.effectiveAreaM2 ?? 0) : 0), 0),
    coats,
    load: usable ? loadPlan(job, card!, coats, mixTempC, house) : null,
    cautions: card ? cautionsFor(card, touchesFood(job)) : [],
    cautionsClosing: safetyClosing,
    now,
    dwell: card && now ? dwellMinutes(card, job.finish!.method, now) : null,
    hours: ctx ? [...ctx.verdicts] : [],
    chosen,
    leave: complete ? leavePlan(card!, last, house) : null,
    keep: complete ? keepPlan(job, card!, last.laidToMs, house) : null
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
  const card = finishCard(job)!;
  const limits = layingLimits(
    card,
    job.finish!.method,
    {
      setting: job.site.setting,
      countertop: job.surfaces.some((s) => s.kind === 'countertop'),
      lamps: job.site.lamps || job.site.setting === 'indoor'
    },
    knowledge.house
  );
  const endMs = climate.startMs + climate.hours.length * HOUR_MS;
  const fromMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  const work = workingStretches(job.site.workingHours, job.site.timeZone, fromMs, endMs).map((w) => ({
    fromMs: Math.max(w.fromMs, nowMs),
    toMs: w.toMs
  }));
  return {
    climate,
    verdicts: judgeHours(
      climate,
      limits,
      work.filter((w) => w.toMs > w.fromMs),
      fromMs
    ),
    limits,
    curve: dryingCurve(climate.hours, climate.startMs, card),
    kappa: knowledge.kappa,
    coats: coats.map((c) => ({
      number: c.number,
      method: job.finish!.method,
      layingMinutes: c.layingMinutes
    })),
    timeZone: job.site.timeZone
  };
}

/** The best starts of a job, best first; empty when there is nothing to lay or no weather. */
export function bestStarts(
  job: JobDocument,
  climate: SiteClimate,
  knowledge: Knowledge,
  nowMs: number
): SequenceOutcome[] {
  const card = finishCard(job);
  const coats = card ? coatPlans(job, card, knowledge.house) : [];
  if (!coats.some((c) => c.areaM2 > 0)) return [];
  const ctx = sequenceContext(job, climate, coats, knowledge, nowMs);
  return ctx.verdicts.length ? searchStarts(ctx) : [];
}
