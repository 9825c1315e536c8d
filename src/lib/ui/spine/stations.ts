import { coatCount, finishCard, wholeSurfaceId, type JobDocument, type PartJob } from '$core/document';
import { stageOf, type PartView } from '$core/job';
import { lookTally, type LiveWork, type SurfaceSurvey } from '$core/site';
import { jobStage, openLayings, ragsUnaccounted, type JobStage, type WorkState } from '$core/log';
import type { Plan } from '$core/plan';
import { stillToMeasure } from '$core/surface';
import { UNKNOWN_SPECIES } from '$core/wood';
import { usableFrom } from '$core/calendar';
import { counted, countedRags, showArea, showVolume, type UnitSystem } from '$core/units';
import { dayMonth, monthYear, whenWords } from '$words/time';

export type StationId = 'look' | 'measure' | 'ready' | 'choose' | 'load' | 'when' | 'work' | 'leave' | 'keep';

/** A station of a job's spine: where it stands, and in a few words why. */
export interface Station {
  id: StationId;
  name: string;
  state: 'done' | 'now' | 'ahead' | 'check';
  word: string;
}

interface Seen {
  document: PartJob;
  plan: Plan;
  surveys: readonly SurfaceSurvey[];
  state: WorkState;
  live: LiveWork;
  stage: JobStage;
  nowMs: number;
  units: UnitSystem;
  whole?: WholeJob;
}

/** What several parts of a job come to together: oil is bought, and surfaces are measured, for all of them. */
interface WholeJob {
  toBuyL: number;
  toCoatM2: number;
}

/** The nine stations of one part of a job; a part among several stands where its own start and coats say. */
export function stationsOf(
  document: JobDocument,
  { job, plan, state, live }: PartView,
  surveys: readonly SurfaceSurvey[],
  nowMs: number,
  units: UnitSystem,
  whole?: WholeJob
): Station[] {
  const mine = new Set(job.surfaces.map((s) => wholeSurfaceId(s.id)));
  const stage =
    document.parts.length === 1 ? stageOf(document, state) : jobStage(state, job.startAt !== undefined, coatCount(job));
  return stations({
    document: job,
    plan,
    surveys: surveys.filter((s) => mine.has(s.surfaceId)),
    state,
    live,
    stage,
    nowMs,
    units,
    ...(whole && { whole })
  });
}

/** The nine stations in the order of the work. */
export function stations(s: Seen): Station[] {
  const now: StationId = {
    planning: planningStation(s),
    booked: prepUnderWay(s) ? ('ready' as const) : ('load' as const),
    working: 'work' as const,
    drying: 'leave' as const,
    'in care': 'keep' as const
  }[s.stage];
  const order: StationId[] = ['look', 'measure', 'ready', 'choose', 'load', 'when', 'work', 'leave', 'keep'];
  return order.map((id, i) => {
    const stopped = isStopped(id, s);
    const passed = i < order.indexOf(now) && wasDone(id, s);
    const state = stopped ? 'check' : id === now ? 'now' : passed ? 'done' : 'ahead';
    return {
      id,
      name: id[0]!.toUpperCase() + id.slice(1),
      state,
      word: (id === now && !stopped ? 'now, ' : '') + word(id, s)
    };
  });
}

/** What stands in the way of a station and must be settled there. Work that is done is not called back. */
function isStopped(id: StationId, s: Seen): boolean {
  if (id === 'look') {
    const { worst } = lookTally(s.surveys);
    return s.stage !== 'in care' && s.state.coats.length === 0 && (worst === 'do not oil' || worst === 'wait until');
  }
  if (id !== 'measure' && id !== 'choose') return false;
  if (!(id === 'choose' ? s.document.finish : s.document.surfaces.length)) return false;
  return s.plan.problems.some((p) => p.severity === 'stop' && isAt(p.path, id));
}

const isAt = (path: string, id: StationId) =>
  id === 'choose'
    ? path.startsWith('/finish') || path.startsWith('/products')
    : path.startsWith('/surfaces') && !path.endsWith('/speciesId');

function planningStation(s: Seen): StationId {
  const { surfaces } = s.document;
  if (surfaces.length === 0 || surfaces.some((x) => x.speciesId === UNKNOWN_SPECIES)) return 'look';
  if (surfaces.some((x) => stillToMeasure(x).length > 0)) return 'measure';
  return s.document.finish ? 'when' : 'choose';
}

const prepTotals = (s: Seen) =>
  s.surveys.reduce((t, x) => ({ done: t.done + x.prepDone.done, of: t.of + x.prepDone.of }), { done: 0, of: 0 });
/** Prepared in part and not yet coated. */
const prepUnderWay = (s: Seen): boolean => {
  const { done, of } = prepTotals(s);
  return done > 0 && done < of;
};
/** Whether what a station is for was done and written down: only then it is ticked. */
function wasDone(id: StationId, s: Seen): boolean {
  if (id === 'look') return lookTally(s.surveys).looked > 0;
  if (id === 'load') return [...s.state.load.packed.values()].some(Boolean) || s.state.coats.length > 0;
  if (id !== 'ready') return true;
  const { done, of } = prepTotals(s);
  return of > 0 && done === of;
}

function word(id: StationId, seen: Seen): string {
  const { document, plan, state, live, nowMs, units } = seen;
  const { timeZone } = document.site;
  const card = finishCard(document);
  switch (id) {
    case 'look': {
      const { looked, of, worst } = lookTally(seen.surveys);
      if (of === 0) return 'what is it?';
      if (looked === 0) return state.coats.length ? 'not written down' : 'not yet';
      return looked < of ? `${looked} of ${of} looked at` : worst;
    }
    case 'ready': {
      const { done, of } = prepTotals(seen);
      if (of === 0) return 'after Look';
      if (done === 0) return state.coats.length ? 'not written down' : counted(of, 'step', 'steps');
      return done === of ? 'prepared' : `${done} of ${of} steps`;
    }
    case 'measure': {
      const toCoatM2 = seen.whole?.toCoatM2 ?? plan.totalAreaM2;
      return toCoatM2 > 0 ? showArea(toCoatM2, units) : 'walk round it';
    }
    case 'choose':
      return card ? `${card.name}, ${document.finish!.colour}` : 'pick an oil';
    case 'load': {
      if (!plan.load) return 'after Choose';
      const toBuyL = seen.whole?.toBuyL ?? plan.load.boughtL;
      return toBuyL > 0 ? `${showVolume(toBuyL, units)} to buy` : 'stock covers it';
    }
    case 'when':
      if (state.coats[0]) return `begun ${dayMonth(state.coats[0].openedAtMs, timeZone)}`;
      return document.startAt ? whenWords(Date.parse(document.startAt), nowMs, timeZone) : 'pick a start';
    case 'work': {
      const laying = openLayings(state)[0];
      if (laying) return `bay ${laying.laying}, coat ${laying.coat}`;
      if (ragsUnaccounted(state)) return `${countedRags(ragsUnaccounted(state))} out`;
      return `${live.coats.filter((c) => c.closed).length} of ${counted(coatCount(document), 'coat', 'coats')}`;
    }
    case 'leave': {
      const at = live.leave?.lightUse ?? plan.leave?.lightUse;
      return at ? `from ${dayMonth(usableFrom(at.p50, document.site).atMs, timeZone)}` : 'after the last coat';
    }
    case 'keep': {
      const at = (live.keep ?? plan.keep)?.surfaces[0]?.reoil;
      return at ? monthYear(at.p50, timeZone) : 'after Leave';
    }
  }
}
