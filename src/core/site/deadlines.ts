import type { Span } from '../drying';
import { DAY_MS, HOUR_MS } from '../units';
import { dayStarts, workingStretches } from '../calendar';
import type { StageDue } from '../method';
import type { SequenceOutcome } from '../window';
import type { JudgedBooking } from '../starts';
import { coatCount } from '../document';
import type { PartJob, Taken } from '../document';
import { openLayings, ragsUnaccounted, type WorkState } from '../log';
import type { LayingEnd } from './dwell-clock';
import { faceBoard, wanting } from './face-board';
import type { LiveCoat, LiveWork } from './live';

/** The next things that must happen on a job, as facts; the interface finds the words. */
export type Deadline = { jobId: string; atMs: number; urgent: boolean } & (
  | {
      kind: 'wipe';
      coat: number;
      laying: number;
      /** The faces of pieces it went on, where it names them; and these in words, put in where words are found. */
      on?: Taken[];
      bay: boolean;
      what?: string;
      fromMs: number | null;
      spreadAtMs: number;
      batch?: string;
      end: LayingEnd;
    }
  /** A stage of its method that is due on a laying. */
  | ({ kind: 'stage'; coat: number; laying: number; on?: Taken[]; bay: boolean; what?: string } & StageDue)
  /** Oil stood: every date after the coat waits. */
  | { kind: 'remedy'; coat: number; layings: number[] }
  | { kind: 'morning test'; coat: number }
  | { kind: 'stir'; batch: string; fromMs: number }
  | { kind: 'batch thickens'; batch: string; totalL: number; fromMs: number }
  | { kind: 'rags'; out: number; safe: number }
  | { kind: 'finish coat'; coat: number; baysWiped: number }
  | { kind: 'recoat opens'; coat: number; next: number; span: Span }
  | { kind: 'recoat closes'; coat: number; next: number; span: Span }
  | { kind: 'rain-safe'; coat: number; span: Span }
  | { kind: 'light use'; coat: number; span: Span }
  | { kind: 'hand over' }
  | { kind: 'start'; coat: number; ok: boolean; holds?: number; members?: number }
  | { kind: 'booking unsafe'; booking: JudgedBooking }
);

/** The morning after an instant, when work begins there; the next midnight where that day is off. */
export const nextMorningMs = (ms: number, { site }: PartJob): number => {
  const [, midnightMs] = dayStarts(site.timeZone, ms, ms + DAY_MS) as [number, number];
  const [work] = workingStretches(site.workingHours, site.timeZone, midnightMs, midnightMs + DAY_MS - 1);
  return work?.fromMs ?? midnightMs;
};

const RAGS_BEFORE_MS = HOUR_MS;

/** Deadlines of one job, soonest first. Past ones stay until what they ask for is done. */
export function deadlines(
  jobId: string,
  job: PartJob,
  state: WorkState,
  live: LiveWork,
  chosen: SequenceOutcome | null,
  nowMs: number,
  booking: JudgedBooking | null = null
): Deadline[] {
  const out: Deadline[] = [];
  for (const b of live.layings)
    if (b.wipedAtMs === undefined && b.wipeByMs !== null)
      out.push({
        jobId,
        kind: 'wipe',
        atMs: b.wipeByMs,
        urgent: true,
        coat: b.coat,
        laying: b.laying,
        ...(b.on && { on: b.on }),
        bay: b.bay,
        batch: b.batch,
        fromMs: b.wipeFromMs,
        spreadAtMs: b.spreadAtMs,
        end: b.end
      });
  for (const { coat, laying, on, bay, due, end } of live.layings)
    if (due && end !== 'will stay tacky')
      out.push({
        jobId,
        kind: 'stage',
        atMs: due.byMs,
        urgent: false,
        coat,
        laying,
        ...(on && { on }),
        bay,
        ...due
      });
  for (const b of live.batches) {
    if (b.emptiedAtMs !== undefined) continue;
    if (b.stirredAtMs === undefined)
      out.push({
        jobId,
        kind: 'stir',
        atMs: b.stirUntilMs,
        urgent: true,
        batch: b.batch,
        fromMs: b.pouredAtMs ?? b.mixedAtMs
      });
    if (b.thickensAtMs !== null)
      out.push({
        jobId,
        kind: 'batch thickens',
        atMs: b.thickensAtMs,
        urgent: true,
        batch: b.batch,
        totalL: b.totalL,
        fromMs: b.mixedAtMs
      });
  }
  if (ragsUnaccounted(state) > 0)
    out.push({
      jobId,
      kind: 'rags',
      atMs: Math.max(nowMs, state.lastAtMs + RAGS_BEFORE_MS),
      urgent: true,
      out: state.ragsOut,
      safe: state.ragsSafe
    });
  out.push(...coatDeadlines(jobId, job, state, live, nowMs));
  if (booking?.unsafe) out.push({ jobId, kind: 'booking unsafe', atMs: booking.startMs, urgent: false, booking });
  else if (state.coats.length === 0 && chosen)
    out.push({
      jobId,
      kind: 'start',
      atMs: chosen.startMs,
      urgent: false,
      coat: 1,
      ok: booking ? booking.holds > 0 : chosen.ok,
      ...(booking && { holds: booking.holds, members: booking.members })
    });
  return out.sort((a, b) => a.atMs - b.atMs);
}

function coatDeadlines(jobId: string, job: PartJob, state: WorkState, live: LiveWork, nowMs: number): Deadline[] {
  const out: Deadline[] = [];
  const last = live.coats[live.coats.length - 1];
  if (!last || state.handedOverAtMs !== undefined) return out;
  const open = state.coats.find((c) => c.closedAtMs === undefined);
  const wanted = open?.layings.some((b) => b.on) ? wanting(faceBoard(job, state, live), open.coat).length : 0;
  if (open && openLayings(state).length === 0 && open.layings.length > 0 && wanted === 0)
    out.push({
      jobId,
      kind: 'finish coat',
      atMs: nowMs,
      urgent: false,
      coat: open.coat,
      baysWiped: open.layings.length
    });
  if (!last.closed) return out;
  const owed = live.coats.find((c) => c.waitsFor);
  if (owed)
    return [
      ...out,
      owed.waitsFor === 'remedy'
        ? { jobId, kind: 'remedy', atMs: owed.laidToMs, urgent: false, coat: owed.number, layings: owed.standing }
        : { jobId, kind: 'morning test', atMs: nextMorningMs(owed.laidToMs, job), urgent: false, coat: owed.number }
    ];
  const ahead = (s: Span | null) => s !== null && s.p90 > nowMs - DAY_MS;
  if (last.number < coatCount(job)) return [...out, ...recoatDeadlines(jobId, last, nowMs)];
  if (last.rainSafe && job.site.setting === 'outdoor' && last.rainSafe.p90 > nowMs)
    out.push({
      jobId,
      kind: 'rain-safe',
      atMs: last.rainSafe.p50,
      urgent: false,
      coat: last.number,
      span: last.rainSafe
    });
  if (last.lightUse && ahead(last.lightUse) && last.lightUse.p50 > nowMs)
    out.push({
      jobId,
      kind: 'light use',
      atMs: last.lightUse.p50,
      urgent: false,
      coat: last.number,
      span: last.lightUse
    });
  else
    out.push({
      jobId,
      kind: 'hand over',
      atMs: last.lightUse?.p50 ?? last.laidToMs,
      urgent: false
    });
  return out;
}

function recoatDeadlines(jobId: string, last: LiveCoat, nowMs: number): Deadline[] {
  const next = last.number + 1;
  if (last.recoatOpens.p90 > nowMs)
    return [
      {
        jobId,
        kind: 'recoat opens',
        atMs: last.recoatOpens.p50,
        urgent: false,
        coat: last.number,
        next,
        span: last.recoatOpens
      }
    ];
  if (last.recoatCloses)
    return [
      {
        jobId,
        kind: 'recoat closes',
        atMs: last.recoatCloses.p50,
        urgent: false,
        coat: last.number,
        next,
        span: last.recoatCloses
      }
    ];
  return [
    {
      jobId,
      kind: 'recoat opens',
      atMs: last.recoatOpens.p50,
      urgent: false,
      coat: last.number,
      next,
      span: last.recoatOpens
    }
  ];
}
