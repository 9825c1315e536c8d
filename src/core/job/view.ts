import type { WeatherSeries } from '../air';
import type { CoatPlan } from '../coats';
import type { PlaceMeasured, SiteClimate } from '../climate';
import { partNames, wholeSurfaceId, type JobDocument, type PartJob } from '../document';
import { knowledgeOn, withOwn, type Knowledge } from '../knowledge';
import { purchases, type Purchase } from '../load';
import { forPart, type JobStage, type PartState, type WorkState } from '../log';
import { plan, plannedCoats, type Plan } from '../plan';
import { liveWork, surveySurface, type LiveWork, type SurfaceSurvey } from '../site';
import { unitCount } from '../surface';
import { measuredInPlaces, moistureRead, sharedClimates } from '../window';
import { stageOf, workedParts } from './parts';
import { otherSides, shutBySides, sidesFindings } from './sides';
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
  /** What sensors told, by the place of the job they stand in. */
  measured: readonly PlaceMeasured[];
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
  /** What was measured in the job's places, by sensors and by hand. */
  measured: readonly PlaceMeasured[];
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
  measured: readonly PlaceMeasured[];
  climate: SiteClimate | null;
}

/** view(job, log, weather, knowledge, now): everything computed from what is known, nothing remembered. */
export function view(seen: JobSeen): JobView {
  const { document, weather, span } = seen;
  const state = readInPlaces(document, seen.state);
  const measured = measuredInPlaces(document, seen.measured, state);
  const climateAt = sharedClimates(weather, span, measured);
  const standing = workedParts(document, state).map((job): Standing => {
    const climate = climateAt(job, moistureRead(state, job));
    return { job, state: forPart(state, job.part), measured, climate };
  });
  let surveys: readonly SurfaceSurvey[] | null = null;
  let bought: readonly Purchase[] | null = null;
  const planned = plannedInTurn(seen, standing);
  const parts = standing.map((s) => planned.get(s.job.part)!);
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

/**
 * Every part planned in its turn: after the one it waits for, and round the hours in which it would lie on another's wet side. A
 * part whose later coat comes on a side that was planned meanwhile is planned once more, round that.
 */
function plannedInTurn(seen: JobSeen, standing: readonly Standing[]): Map<string, PartView> {
  const { document, nowMs } = seen;
  let known: ReadonlyMap<string, string> | null = null;
  const names = () => (known ??= partNames(document));
  const onWood = new Map(standing.map((s) => [s.job.part, liveOf(seen, s, knowledgeIn(seen, standing, s))]));
  const sides = standing.length > 1 ? otherSides(standing.map((s) => s.job)) : new Map<string, Set<string>>();
  const out = new Map<string, PartView>();
  const planOne = (s: Standing) => {
    const part = document.parts.find((p) => p.id === s.job.part)!;
    const awaited = part.after && out.get(part.after.part);
    const waits = awaited && waitsOf(part, awaited, names(), nowMs);
    const turned = [...(sides.get(part.id) ?? [])].flatMap((id) => out.get(id) ?? onWood.get(id) ?? []);
    const shut = turned.length ? shutBySides(turned, names()) : [];
    const job = { ...s.job, ...(waits && { waits }), ...(shut.length > 0 && { shut }) };
    out.set(part.id, partView(seen, { ...s, job }, onWood.get(part.id)!));
  };
  const inTurn = inWaitingOrder(standing, document);
  inTurn.forEach(planOne);
  if (sides.size === 0) return out;
  const onWet = sidesFindings([...out.values()], nowMs).filter((f) => f.kind === 'on wet');
  for (const s of inTurn) {
    const first = out.get(s.job.part)!.plan.chosen?.coats[0]?.number ?? 0;
    if (onWet.some((f) => f.part === s.job.part && f.coat > first)) planOne(s);
  }
  return out;
}

/** A log whose readings all name a place of the job: those of older entries that named none were taken in its first. */
function readInPlaces({ places }: JobDocument, state: WorkState): WorkState {
  if (state.readings.every((r) => r.place !== undefined)) return state;
  return { ...state, readings: state.readings.map((r) => ({ place: places[0]!.id, ...r })) };
}

/** A part as it stands on the wood, whatever is planned of it. */
interface PartLive {
  job: PartJob;
  knowledge: Knowledge;
  coats: CoatPlan[];
  live: LiveWork;
}

function liveOf({ nowMs }: JobSeen, { job, state, climate }: Standing, knowledge: Knowledge): PartLive {
  const coats = plannedCoats(job, knowledge);
  return { job, knowledge, coats, live: liveWork(job, state, climate, knowledge, nowMs, coats) };
}

function partView(
  { nowMs }: JobSeen,
  { job, state, measured, climate }: Standing,
  { knowledge, coats, live }: PartLive
): PartView {
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
