import type { WeatherSeries } from '../air';
import type { MeasuredHour, SiteClimate } from '../climate';
import { coatCount, type JobDocument } from '../document';
import { withOwn, type Knowledge } from '../knowledge';
import { jobStage, type JobStage, type WorkState } from '../log';
import { plan, type Plan } from '../plan';
import { liveWork, surveySurfaces, type LiveWork, type SurfaceSurvey } from '../site';
import { moistureRead, siteClimate } from '../window';

/** All that a view of a job is made from. */
export interface JobSeen {
  id: string;
  document: JobDocument;
  /** The job's log, folded. */
  state: WorkState;
  /** The weather of the job's own hours; null for a held room, or where none is known. */
  weather: WeatherSeries | null;
  span: { startMs: number; hours: number };
  measured: readonly MeasuredHour[];
  /** What the crew knows from its other jobs alone. */
  others: Knowledge;
  nowMs: number;
}

/** One job, whole, at an instant: what its pages, the rail and the command line show. */
export interface JobView {
  state: WorkState;
  span: { startMs: number; hours: number };
  climate: SiteClimate | null;
  /** What the crew knows, this job's own coats and tack tests as they stand. */
  knowledge: Knowledge;
  live: LiveWork;
  plan: Plan;
  /** What was found on each surface and what it takes to be ready; worked out when first asked for. */
  readonly surveys: readonly SurfaceSurvey[];
  readonly stage: JobStage;
}

/** view(job, log, weather, knowledge, now): everything computed from what is known, nothing remembered. */
export function view({ id, document, state, weather, span, measured, others, nowMs }: JobSeen): JobView {
  const climate = siteClimate(document, weather, span, measured, moistureRead(state));
  const knowledge = withOwn(others, id, document, state, climate, nowMs);
  const live = liveWork(document, state, climate, knowledge, nowMs);
  let surveys: readonly SurfaceSurvey[] | null = null;
  return {
    state,
    span,
    climate,
    knowledge,
    live,
    plan: plan(document, climate, knowledge, nowMs, live.coats.at(-1)),
    get surveys() {
      return (surveys ??= surveySurfaces(document, state, climate, knowledge.house, nowMs));
    },
    get stage() {
      return jobStage(state, Boolean(document.startAt), coatCount(document));
    }
  };
}
