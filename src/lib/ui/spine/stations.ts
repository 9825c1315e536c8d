import {
  coatCount,
  finishCard,
  openBays,
  ragsUnaccounted,
  type JobDocument,
  type JobStage,
  type LiveWork,
  type Plan,
  type WorkState
} from '$core/job';
import { showArea, showVolume, type UnitSystem } from '$core/units';
import { dayMonth, monthYear, whenWords } from '../words/time';

export type StationId = 'measure' | 'choose' | 'load' | 'when' | 'work' | 'leave' | 'keep';

/** A station of a job's spine: where it stands, and in a few words why. */
export interface Station {
  id: StationId;
  name: string;
  state: 'done' | 'now' | 'ahead' | 'check';
  word: string;
}

interface Seen {
  document: JobDocument;
  plan: Plan;
  state: WorkState;
  live: LiveWork;
  stage: JobStage;
  nowMs: number;
  units: UnitSystem;
}

/** The stations that do something today, in the order of the work. */
export function stations(s: Seen): Station[] {
  const now: StationId = {
    planning: planningStation(s),
    booked: 'load' as const,
    working: 'work' as const,
    drying: 'leave' as const,
    'in care': 'keep' as const
  }[s.stage];
  const order: StationId[] = ['measure', 'choose', 'load', 'when', 'work', 'leave', 'keep'];
  return order.map((id, i) => {
    const stopped =
      (id === 'measure' || id === 'choose') &&
      s.plan.problems.some(
        (p) =>
          p.severity === 'stop' &&
          isAt(p.path, id) &&
          (id === 'choose' ? s.document.finish : s.document.surfaces.length)
      );
    const state =
      id === now ? (stopped ? 'check' : 'now') : stopped ? 'check' : i < order.indexOf(now) ? 'done' : 'ahead';
    return {
      id,
      name: id[0]!.toUpperCase() + id.slice(1),
      state,
      word: (id === now && !stopped ? 'now, ' : '') + word(id, s)
    };
  });
}

const isAt = (path: string, id: StationId) =>
  id === 'choose' ? path.startsWith('/finish') || path.startsWith('/products') : path.startsWith('/surfaces');

function planningStation(s: Seen): StationId {
  if (s.document.surfaces.length === 0) return 'measure';
  return s.document.finish ? 'when' : 'choose';
}

function word(id: StationId, { document, plan, state, live, nowMs, units }: Seen): string {
  const { timeZone } = document.site;
  const card = finishCard(document);
  switch (id) {
    case 'measure':
      return plan.totalAreaM2 > 0 ? showArea(plan.totalAreaM2, units) : 'walk round it';
    case 'choose':
      return card ? `${card.name}, ${document.finish!.colour}` : 'pick an oil';
    case 'load':
      return plan.load ? `${showVolume(plan.load.buyL, units)} to buy` : 'after Choose';
    case 'when':
      if (state.coats[0]) return `begun ${dayMonth(state.coats[0].openedAtMs, timeZone)}`;
      return document.startAt ? whenWords(Date.parse(document.startAt), nowMs, timeZone) : 'pick a start';
    case 'work': {
      const bay = openBays(state)[0];
      if (bay) return `bay ${bay.bay}, coat ${bay.coat}`;
      if (ragsUnaccounted(state)) return `${ragsUnaccounted(state)} rags out`;
      return `${live.coats.filter((c) => c.closed).length} of ${coatCount(document)} coats`;
    }
    case 'leave': {
      const at = live.leave?.lightUse ?? plan.leave?.lightUse;
      return at ? `from ${dayMonth(at.p50, timeZone)}` : 'after the last coat';
    }
    case 'keep': {
      const at = (live.keep ?? plan.keep)?.surfaces[0]?.reoil;
      return at ? monthYear(at.p50, timeZone) : 'after Leave';
    }
  }
}
