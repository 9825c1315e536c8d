import type { WeatherSeries } from '../air';
import type { MeasuredHour, SiteClimate } from '../climate';
import { partNames, wholeSurfaceId, type JobDocument, type PartJob } from '../document';
import { knowledgeOn, withOwn, type Knowledge } from '../knowledge';
import { purchases, type Purchase } from '../load';
import { forPart, type JobStage, type PartState, type WorkState } from '../log';
import { plan, plannedCoats, type Plan } from '../plan';
import { liveWork, surveySurface, type LiveWork, type SurfaceSurvey } from '../site';
import { unitCount } from '../surface';
import { moistureRead, sharedClimates } from '../window';
import { stageOf, workedParts } from './parts';
import { inWaitingOrder, waitsOf } from './waits';

/** All that a view of a job is made from. */
export interface JobSeen {
  id: string;
  document: JobDocument;
  /** The job's log, folded. */
  state: WorkState;
  /** The weather of the job's own hours; null where none of its places needs any, or where none is known. */
  weather: WeatherSeries | null;
  span: { startMs: number; hours: number };
  /** What the job's sensors told: they stand in its first place. */
  measured: readonly MeasuredHour[];
  /** What the crew knows from its other jobs alone. */
  others: Knowledge;
  nowMs: number;
}

/** One part of a job, whole, at an instant. */
export interface PartView {
  /** The part as it is worked. */
  job: PartJob;
  state: PartState;
  climate: SiteClimate | null;
  measured: readonly MeasuredHour[];
  /** What the crew knows, this part's own coats and tack tests as they stand. */
  knowledge: Knowledge;
  live: LiveWork;
  plan: Plan;
  nowMs: number;
}

/** One job, whole, at an instant: what its pages, the rail and the command line show. */
export interface JobView {
  state: WorkState;
  span: { startMs: number; hours: number };
  /** Its parts that have anything to coat, the first first; the first alone of a job that has nothing yet. */
  parts: readonly [PartView, ...PartView[]];
  /** What was found on each surface of the job, once each, as the part sees it that takes most of its faces. */
  readonly surveys: readonly SurfaceSurvey[];
  readonly stage: JobStage;
  /** The oil of all parts together: what is had and what is bought. */
  readonly purchases: readonly Purchase[];
}

interface Standing {
  job: PartJob;
  state: PartState;
  measured: readonly MeasuredHour[];
  climate: SiteClimate | null;
}

/** view(job, log, weather, knowledge, now): everything computed from what is known, nothing remembered. */
export function view(seen: JobSeen): JobView {
  const { document, state, weather, span, measured } = seen;
  const climateAt = sharedClimates(weather, span);
  const standing = workedParts(document, state).map((job): Standing => {
    const here = job.placeName === undefined ? measured : [];
    const climate = climateAt(job, here, moistureRead(state, job));
    return { job, state: forPart(state, job.part), measured: here, climate };
  });
  let surveys: readonly SurfaceSurvey[] | null = null;
  let bought: readonly Purchase[] | null = null;
  let names: ReadonlyMap<string, string> | null = null;
  const seenParts = new Map<string, PartView>();
  for (const s of inWaitingOrder(standing, document)) {
    const part = document.parts.find((p) => p.id === s.job.part)!;
    const awaited = part.after && seenParts.get(part.after.part);
    const waits = awaited && waitsOf(part, awaited, (names ??= partNames(document)), seen.nowMs);
    const job = waits ? { ...s.job, waits } : s.job;
    seenParts.set(part.id, partView(seen, { ...s, job }, knowledgeIn(seen, standing, s)));
  }
  const parts = standing.map((s) => seenParts.get(s.job.part)!);
  return {
    state,
    span,
    parts: parts as [PartView, ...PartView[]],
    get surveys() {
      return (surveys ??= surveysOf(document, parts));
    },
    get stage() {
      return stageOf(document, state);
    },
    get purchases() {
      return (bought ??= purchases(parts, parts[0]!.knowledge, seen.nowMs));
    }
  };
}

function partView({ nowMs }: JobSeen, { job, state, measured, climate }: Standing, knowledge: Knowledge): PartView {
  const coats = plannedCoats(job, knowledge);
  const live = liveWork(job, state, climate, knowledge, nowMs, coats);
  return {
    job,
    state,
    climate,
    measured,
    knowledge,
    live,
    plan: plan(job, climate, knowledge, nowMs, live.coats.at(-1), coats),
    nowMs
  };
}

/** The surveys of a job's surfaces in their order; a surface in several parts is judged for the one with most of its faces. */
function surveysOf(document: JobDocument, parts: readonly PartView[]): SurfaceSurvey[] {
  const faces = (part: PartView, surfaceId: string) =>
    part.job.surfaces
      .filter((s) => wholeSurfaceId(s.id) === surfaceId)
      .reduce((n, s) => n + s.faces.filter((f) => f.coats > 0).length * unitCount(s), 0);
  return document.surfaces.map((surface) => {
    const [most] = [...parts].sort((a, b) => faces(b, surface.id) - faces(a, surface.id));
    const { job, state, climate, knowledge, nowMs } = most!;
    return surveySurface(job, surface, state, climate, knowledge.house, nowMs);
  });
}

/** What the crew knows in one part: what the job's other parts teach counts like that of another job. */
function knowledgeIn({ id, others, nowMs }: JobSeen, standing: readonly Standing[], mine: Standing): Knowledge {
  const withPart = (known: Knowledge, s: Standing) => withOwn(known, id, s.job, s.state, s.climate, nowMs);
  const { before: _, ...elsewhere } = standing.filter((s) => s !== mine).reduce(withPart, others);
  return knowledgeOn(mine.job, withPart(elsewhere, mine));
}
