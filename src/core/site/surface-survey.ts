import type { HouseRules } from '../house';
import type { ProductCard } from '../product';
import { prepPlan, prepTally, stepsDone, type PrepPlan } from '../prep';
import { cautionById, type Caution } from '../safety';
import { coveredM2, woodThicknessM, type Surface, kindRow } from '../surface';
import {
  emptySurvey,
  isLookedAt,
  lastResults,
  latestReadings,
  moistureStats,
  moistureTrend,
  readingsWanted,
  settledVerdict,
  verdictOf,
  type MoistureStats,
  type MoistureTrend,
  type PrepDemand,
  type Survey,
  type Verdict
} from '../survey';
import { HOUR_MS } from '../units';
import { moistureLimits, type Limit } from '../judge';
import type { SiteClimate } from '../climate';
import { speciesOf } from '../wood';
import { anyOutdoors, cardOf, coatSpec, finishCard, sequenceCards, topCard } from '../document';
import type { PartJob } from '../document';
import type { WorkState } from '../log';
import { touchesFood } from '../document';

/** Readings of one surface beside its limit and the air's pull. */
export interface MoistureSeen {
  stats: MoistureStats;
  trend: MoistureTrend;
  limit: Limit;
  leastPercent: number;
}

/** One surface as it was looked at and as it is made ready. */
export interface SurfaceSurvey {
  surfaceId: string;
  survey: Survey;
  readingsWanted: number;
  moisture: MoistureSeen | null;
  verdict: Verdict;
  cautions: Caution[];
  prep: PrepPlan;
  prepDone: { done: number; of: number };
}

const LONGEST_LOOK_HOURS = 240;

/** Every surface's survey, verdict and preparation, from the job, its log and the air at the site. */
export const surveySurfaces = (
  job: PartJob,
  state: WorkState,
  climate: SiteClimate | null,
  house: HouseRules,
  nowMs: number
): SurfaceSurvey[] => job.surfaces.map((s) => surveySurface(job, s, state, climate, house, nowMs));

/** One surface of a part: its survey, verdict and preparation. */
export function surveySurface(
  job: PartJob,
  surface: Surface,
  state: WorkState,
  climate: SiteClimate | null,
  house: HouseRules,
  nowMs: number
): SurfaceSurvey {
  const card = finishCard(job);
  const survey = state.surveys.get(surface.id) ?? emptySurvey();
  const areaM2 = coveredM2(surface);
  const moisture = moistureSeen(job, surface, survey, areaM2, climate, house, nowMs);
  const found = verdictOf({
    surface,
    species: speciesOf(surface.speciesId),
    survey,
    areaM2,
    outdoors: anyOutdoors(job, [surface]),
    living: surface.look?.living ?? job.living,
    food: surface.look?.food ?? touchesFood(job),
    moisture: moisture && { ...moisture, limitPercent: moisture.limit.value },
    chosen:
      card && job.finish
        ? {
            depth: deepestColour(job),
            foodClaim: topCard(job)?.foodContact !== 'no claim',
            bareWood: job.finish.bareWood
          }
        : null
  });
  const prep = prepPlan({
    surface,
    demands: new Set<PrepDemand>(found.reasons.flatMap((r) => r.prep)),
    maxGrit: card?.maxGrit,
    over: job.finish ? !job.finish.bareWood : false,
    clogs: lastResults(survey).get('sanding dust') === 'gums up',
    isocyanateDust: sequenceCards(job).some((c) => c.isocyanate),
    people: job.crew.people,
    house
  });
  const log = state.prep.get(surface.id) ?? new Map();
  const doneSteps = stepsDone(prep, log, surface.units);
  const sanded = prep.steps.filter((s) => s.grit !== undefined).map((s) => s.id);
  const verdict = settledVerdict(found, (r) => {
    const cure = r.prep.length ? r.prep.map((d) => d.replaceAll(' ', '-')) : sanded;
    return cure.length > 0 && cure.every((id) => doneSteps.has(id));
  });
  const asked = new Set([
    ...found.reasons.flatMap((r) => (r.caution ? [r.caution] : [])),
    ...prep.steps.flatMap((s) => s.cautions)
  ]);
  return {
    surfaceId: surface.id,
    survey,
    readingsWanted: readingsWanted(areaM2),
    moisture,
    verdict,
    cautions: [...asked, ...(asked.has('dust') ? ['sanding-bags'] : [])].map(cautionById),
    prep,
    prepDone: prepTally(prep, log, surface.units)
  };
}

type Depth = NonNullable<ProductCard['pigment']>[number]['depth'];
const DEPTHS: readonly Depth[] = ['clear', 'light', 'medium', 'dark'];

/** The darkest colour of the sequence; undefined when no card tells. */
function deepestColour(job: PartJob): Depth | undefined {
  const { finish } = job;
  const last = finish?.coats?.length ?? 1;
  const depths = Array.from({ length: last }, (_, i) => {
    const spec = coatSpec(finish!, i + 1);
    return cardOf(job, spec.productId)?.pigment?.find((p) => p.colour === spec.colour)?.depth;
  });
  return depths.reduce((a, b) => (b && (!a || DEPTHS.indexOf(b) > DEPTHS.indexOf(a)) ? b : a), undefined);
}

function moistureSeen(
  job: PartJob,
  surface: Surface,
  survey: Survey,
  areaM2: number,
  climate: SiteClimate | null,
  house: HouseRules,
  nowMs: number
): MoistureSeen | null {
  const stats = moistureStats(
    latestReadings(survey.moisture).map((m) => m.percent),
    areaM2
  );
  if (!stats || !climate) return null;
  const fromHour = Math.max(0, Math.floor((nowMs - climate.startMs) / HOUR_MS));
  const ahead = climate.hours.slice(fromHour, fromHour + LONGEST_LOOK_HOURS).filter((h) => h !== null);
  if (ahead.length === 0) return null;
  const { min, max } = moistureLimits(
    finishCard(job),
    {
      setting: anyOutdoors(job, [surface]) ? 'outdoor' : 'indoor',
      countertop: kindRow(surface.kind).moisture === 'counter'
    },
    house
  );
  const board = { thicknessMm: woodThicknessM(surface) * 1000, hardness: speciesOf(surface.speciesId).hardness };
  return { stats, trend: moistureTrend(stats, max.value, { hours: ahead }, board), limit: max, leastPercent: min };
}

/** Whether every surface was looked at, and whether all of them may be oiled as they are. */
export function lookTally(surveys: readonly SurfaceSurvey[]): { looked: number; of: number; worst: Verdict['word'] } {
  const order: Verdict['word'][] = ['ready', 'ready after', 'not looked at', 'wait until', 'do not oil'];
  const worst = surveys.reduce<Verdict['word']>(
    (w, s) => (order.indexOf(s.verdict.word) > order.indexOf(w) ? s.verdict.word : w),
    'ready'
  );
  return { looked: surveys.filter((s) => isLookedAt(s.survey)).length, of: surveys.length, worst };
}
