import { writeCoverage } from '../../formats/coverage-json';
import { HOUR_MS } from '../../core/units';
import { DESK_DAYS_AHEAD, deskSeries } from './weather';

export type DeskAnswer =
  { status: 200; body: ReturnType<typeof writeCoverage> } | { status: 400; body: { problem: string } };

const ISSUE_EVERY_MS = 6 * HOUR_MS;

/**
 * Answers a position query: `coords=POINT(lon lat)` and optionally `datetime=from/to` (UTC). Forecasts are issued every six
 * hours; the answer depends on nothing but place, issue and span.
 */
export function answerPosition(query: URLSearchParams, nowMs: number): DeskAnswer {
  const m = /^POINT\s*\(\s*(-?\d+(?:\.\d+)?)\s+(-?\d+(?:\.\d+)?)\s*\)$/i.exec(query.get('coords') ?? '');
  if (!m)
    return {
      status: 400,
      body: { problem: 'coords must be POINT(longitude latitude)' }
    };
  const place = { longitudeDeg: Number(m[1]), latitudeDeg: Number(m[2]) };
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
  return {
    status: 200,
    body: writeCoverage(deskSeries(place, issuedMs, fromMs, toMs), place)
  };
}
