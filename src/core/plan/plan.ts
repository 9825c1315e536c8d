import { MOST_LITRES } from '../coverage';
import { dwellMinutes } from '../drying';
import { noBatchText } from '../mix';
import { cautionsFor, safetyClosing, type Caution } from '../safety';
import { showPour } from '../units';
import { climateEndMs, climateOfCoat, siteHourAt, type SiteClimate, type SiteHour } from '../climate';
import { searchStarts, simulateStart, type SequenceOutcome } from '../window';
import type { HourVerdict } from '../judge';
import { coatPlans, facePlans, type CoatPlan, type FacePlan } from '../coats';
import { firstStart, judgedHours, sequenceContext } from '../window';
import type { LiveCoat } from '../site';
import type { PartJob } from '../document';
import { keepPlan, leavePlan, type KeepPlan, type LeavePlan } from '../care';
import { loadPlan, type BatchPlan, type LoadPlan } from '../load';
import { coatSpec, finishCard, jobAtHouse, sequenceCards, topCard } from '../document';
import type { Knowledge } from '../knowledge';
import { layerChecks, layerProblem, type LayerFinding } from '../coats';
import { jobProblems, touchesFood, type Problem } from '../document';

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
  /** Every hour of the horizon, open or closed; judged when first asked for, as only some pages do. */
  readonly hours: HourVerdict[];
  /** What becomes of the start the job has chosen. */
  chosen: SequenceOutcome | null;
  leave: LeavePlan | null;
  keep: KeepPlan | null;
}

/** The coats of a part as the house lays them and as its log has taught. */
export const plannedCoats = (document: PartJob, { house, coverage }: Knowledge): CoatPlan[] =>
  coatPlans(jobAtHouse(document, house), house, coverage);

/**
 * plan(job, climate, knowledge, now): everything computed from what is known, nothing remembered. Times are epoch ms. Once
 * the work has begun the last coat on the wood takes the place of the chosen start: the rest is planned from now.
 */
export function plan(
  document: PartJob,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number,
  onWood?: LiveCoat,
  /** Its coats, where they are worked out already. */
  planned?: CoatPlan[]
): Plan {
  const { house } = knowledge;
  const job = jobAtHouse(document, house);
  const card = finishCard(job);
  const layers = layerChecks(job, house);
  const problems = [...jobProblems(job), ...layers.filter((l) => l.severity !== 'go').map(layerProblem)];
  const faces = facePlans(job);
  const now = climate ? siteHourAt(climate, nowMs) : null;
  const coats = card ? (planned ?? coatPlans(job, house, knowledge.coverage)) : [];
  const expectedL = coats.reduce((s, c) => s + c.expectedL, 0);
  const tooMuch = expectedL > MOST_LITRES / 2;
  if (tooMuch)
    problems.push({
      path: '/surfaces',
      severity: 'stop',
      problem: `${Math.round(expectedL)} L of oil would be needed. Check the areas and the spread rate.`
    });
  const usable = Boolean(card && !tooMuch && coats.some((c) => c.areaM2 > 0));
  const left = coats.filter((c) => c.number > (onWood?.number ?? 0));
  const ended = climate !== null && climateEndMs(climate) <= nowMs;
  if (ended)
    problems.push({
      path: '/site',
      severity: 'check',
      problem: `no data: the weather known here ends ${new Date(climateEndMs(climate)).toISOString().slice(0, 16)}Z, before now. Bring a newer forecast.`
    });
  if (onWood?.waitsFor) problems.push({ path: '/work', severity: 'check', problem: waitingWords(onWood) });
  const ctx =
    usable && climate && !ended && left.length && !onWood?.waitsFor
      ? sequenceContext(job, climate, coats, knowledge, nowMs, { onWood })
      : null;
  const startMs = onWood ? ctx && firstStart(ctx) : job.startAt ? Date.parse(job.startAt) : null;
  const chosen = ctx && startMs !== null ? simulateStart(ctx, startMs) : null;
  const last = chosen?.coats[chosen.coats.length - 1];
  const complete = chosen && last && chosen.coats.length === left.length;
  const top = topCard(job);
  const first = job.finish && coatSpec(job.finish, 1);
  /** The mix has the air's temperature when its coat is begun; now where no start is known. */
  const mixTempC = (coat: number) => {
    const begun = chosen?.coats.find((c) => c.number === coat)?.laidFromMs;
    return (
      ((climate && begun !== undefined ? siteHourAt(climateOfCoat(climate, coat), begun) : null) ?? now)?.airTempC ?? 20
    );
  };
  const load = usable ? loadPlan(job, coats, mixTempC, knowledge, nowMs) : null;
  problems.push(...(load?.batches ?? []).flatMap(noBatchProblem));
  let judged: HourVerdict[] | null = null;
  return {
    problems,
    faces,
    totalAreaM2: faces.reduce((s, f) => s + (f.coats > 0 ? (f.effectiveAreaM2 ?? 0) : 0), 0),
    coats,
    layers,
    load,
    cautions: cautionsFor(sequenceCards(job), touchesFood(job)),
    cautionsClosing: safetyClosing,
    now,
    dwell: card && now ? dwellMinutes(card, first!.method, now, first!.dwellMinutes) : null,
    get hours() {
      return (judged ??= ctx && climate ? judgedHours(job, ctx, nowMs) : []);
    },
    chosen,
    leave: complete ? leavePlan(top!, last, house) : null,
    keep: complete ? keepPlan(job, top!, last.laidToMs, house) : null
  };
}

/** Why nothing after a coat has a date yet. */
const waitingWords = ({ number, standing, waitsFor }: LiveCoat): string =>
  waitsFor === 'remedy'
    ? `coat ${number} will stay tacky${standing.length ? `: oil stood on bay ${standing.join(', ')}` : ''}. Everything after it waits for the remedy (solvent wipe, abrade, a thin coat) and a morning’s test.`
    : `coat ${number} waits for a test with the thumb on the morning after.`;

/** A coat that has no honest batch can't be laid. */
const noBatchProblem = ({ coat, none }: BatchPlan): Problem[] =>
  none
    ? [
        {
          path: '/finish',
          severity: 'stop',
          problem: `coat ${coat}: ${noBatchText(none, (l) => showPour(l, 'metric'))}`
        }
      ]
    : [];

/** The best starts of a job on one series, best first; empty when there is nothing to lay or no weather. */
export function bestStarts(
  document: PartJob,
  climate: SiteClimate,
  knowledge: Knowledge,
  nowMs: number
): SequenceOutcome[] {
  const job = jobAtHouse(document, knowledge.house);
  const coats = coatPlans(job, knowledge.house, knowledge.coverage);
  if (!coats.some((c) => c.areaM2 > 0) || climateEndMs(climate) <= nowMs) return [];
  return searchStarts(sequenceContext(job, climate, coats, knowledge, nowMs));
}
