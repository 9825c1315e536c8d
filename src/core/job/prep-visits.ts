import { openStretches } from '../calendar';
import { wholeSurfaceId } from '../document';
import { prepSchedule, unitProgress, type PrepVisit, type ToPrepare } from '../prep';
import { DAY_MS } from '../units';
import type { JobView, PartView } from './view';

/** How far back getting ready is looked for: most jobs need no more than a fortnight. */
const DAYS_BACK = { mostly: 14, atMost: 60 };

/** What getting ready takes before a start: its visits, and whether there is time for them from now on. */
export interface PrepAhead {
  visits: PrepVisit[];
  /** Begun as late as it may be, it would have to have begun already. */
  late: boolean;
}

/**
 * The visits of getting ready before the first coat of a part begins at a start (handbook 16); none once a coat is on. Of a
 * surface that several parts have, the part that starts first makes it ready.
 */
export function prepVisits(
  seen: Pick<JobView, 'parts' | 'surveys' | 'state'>,
  part: string,
  startMs: number
): PrepAhead {
  const mine = seen.parts.find((p) => p.job.part === part);
  if (!mine || mine.live.coats.length > 0 || !mine.job.finish) return { visits: [], late: false };
  const { site } = mine.job;
  const unready = toPrepare(seen, mine, startMs);
  const before = (days: number) =>
    openStretches(site.workingHours, site.closures ?? [], site.timeZone, startMs - days * DAY_MS, startMs).filter(
      (s) => s.shut === undefined
    );
  const within = (days: number) => prepSchedule(unready, mine.job.crew.people, startMs, before(days));
  const visits = unready.length ? (within(DAYS_BACK.mostly) ?? within(DAYS_BACK.atMost) ?? []) : [];
  const late = unready.length > 0 && (visits.length === 0 || visits[0]!.fromMs < mine.nowMs);
  return { visits: visits.filter((v) => v.toMs > mine.nowMs), late };
}

/** The steps that are left of each surface the part makes ready, with the minutes of the pieces they are left on. */
function toPrepare(
  { parts, surveys, state }: Pick<JobView, 'parts' | 'surveys' | 'state'>,
  mine: PartView,
  startMs: number
): ToPrepare[] {
  const has = (p: PartView, surface: string) => p.job.surfaces.some((s) => wholeSurfaceId(s.id) === surface);
  const earlier = parts.filter((p) => p !== mine && p.job.startAt && Date.parse(p.job.startAt) < startMs);
  return surveys
    .filter((s) => has(mine, s.surfaceId) && !earlier.some((p) => has(p, s.surfaceId)))
    .flatMap(({ surfaceId, prep }): ToPrepare[] => {
      const log = state.prep.get(surfaceId) ?? new Map();
      const units = mine.job.surfaces.find((s) => wholeSurfaceId(s.id) === surfaceId)?.units ?? [undefined];
      const each = units.map((u) => unitProgress(prep, log, u));
      const steps = prep.steps.flatMap((step) => {
        const on = each.flatMap((list) => list.filter((p) => p.step.id === step.id));
        const left = on.filter((p) => p.status !== 'done').length;
        return left ? [{ ...step, minutes: (step.minutes * left) / on.length }] : [];
      });
      return steps.length ? [{ surface: surfaceId, steps }] : [];
    });
}
