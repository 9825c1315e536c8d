import { writeCoverage } from '../../formats/coverage-json';
import { HOUR_MS } from '../../core/units';
import { DESK_ARCHIVE_DAYS_BEHIND, DESK_DAYS_AHEAD, deskArchive, deskEnsemble, SCENARIO_NAMES } from './weather';

export type DeskAnswer =
  { status: 200; body: ReturnType<typeof writeCoverage> } | { status: 400; body: { problem: string } };

/** The point a query asks for, written as `POINT(longitude latitude)`; null when it is none. */
export function placeOf(coords: string | null): { latitudeDeg: number; longitudeDeg: number } | null {
  const m = /^POINT\s*\(\s*(-?\d+(?:\.\d+)?)\s+(-?\d+(?:\.\d+)?)\s*\)$/i.exec(coords ?? '');
  return m && { longitudeDeg: Number(m[1]), latitudeDeg: Number(m[2]) };
}

const ISSUE_EVERY_MS = 6 * HOUR_MS;

/**
 * Answers a position query: `coords=POINT(lon lat)` and optionally `datetime=from/to` (UTC) and `scenario`, or `archive` for what
 * has come to pass, twelve years at most. Forecasts are
 * issued every six hours with all their members; the answer depends on nothing but place, issue, span and scenario.
 */
export function answerPosition(query: URLSearchParams, nowMs: number): DeskAnswer {
  const place = placeOf(query.get('coords'));
  if (!place) return { status: 400, body: { problem: 'coords must be POINT(longitude latitude)' } };
  if (Math.abs(place.latitudeDeg) > 90 || Math.abs(place.longitudeDeg) > 180)
    return { status: 400, body: { problem: 'coords lie outside the globe' } };
  const issuedMs = Math.floor(nowMs / ISSUE_EVERY_MS) * ISSUE_EVERY_MS;
  const [from, to] = (query.get('datetime') ?? '').split('/');
  const fromMs = from ? Date.parse(from) : nowMs - 5 * 24 * HOUR_MS;
  const toMs = to ? Date.parse(to) : nowMs + DESK_DAYS_AHEAD * 24 * HOUR_MS;
  if (!Number.isFinite(fromMs) || !Number.isFinite(toMs) || toMs <= fromMs)
    return {
      status: 400,
      body: {
        problem: 'datetime must be from/to, such as 2027-05-18T00:00:00Z/2027-05-28T00:00:00Z'
      }
    };
  if (query.has('archive')) {
    const series = deskArchive(place, issuedMs, fromMs, toMs);
    return series.hours.length
      ? { status: 200, body: writeCoverage([series], place) }
      : { status: 400, body: { problem: `an archive ends ${DESK_ARCHIVE_DAYS_BEHIND} days before now` } };
  }
  const scenario = SCENARIO_NAMES.find((n) => n === query.get('scenario'));
  if (query.has('scenario') && !scenario)
    return { status: 400, body: { problem: `scenario must be one of ${SCENARIO_NAMES.join(', ')}` } };
  return { status: 200, body: writeCoverage(deskEnsemble(place, issuedMs, fromMs, toMs, scenario), place) };
}
