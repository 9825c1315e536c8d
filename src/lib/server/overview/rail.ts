import { hangsOnWeather, type PartView } from '../../../core/job';
import { coatCount, worksIn } from '../../../core/document';
import { deadlines, type Deadline, type LiveLaying, type LiveCoat } from '../../../core/site';
import { judgeBooking, type JudgedBooking } from '../../../core/starts';
import type { Outlook } from '../../../core/window';
import { jobStage, type JobStage, type WorkEvent } from '../../../core/log';
import type { Knowledge } from '../../../core/knowledge';
import { dewPointC, sunPosition, type WeatherSeries } from '../../../core/air';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../../../core/units';
import { verdictRuns, type VerdictRun } from '../../../core/judge';
import type { PlaceMeasured } from '../../../core/climate';
import type { SequenceOutcome } from '../../../core/window';
import { layingName, partTitles } from '../../../words/part-words';
import { hourOfDay } from '../../../words/time';
import type { Db } from '../db/connect';
import { eventsOfJobs } from '../work-log/log';
import { committedOf, type Committed, type CommitmentHead } from '../jobs/commitments';
import { headsInStages, type JobHead } from '../jobs/lists';
import { apart, findJobs, noteTrouble, troubleOf, type JobRow, type Trouble } from '../jobs/reading';
import type { TinReasonKind } from '$core/course';
import { measuredHours } from '../sensors/readings';
import { forecastFor, isComing, placeKey, type Forecast, type Place } from '../weather/forecasts';
import { weatherOf } from '../weather/job-weather';
import { knownOf } from './knowledge';
import { outlookOf, viewJob } from './overview';
import type { Desk } from '../weather/desk';

export const RAIL_BACK_MS = 12 * HOUR_MS;

/** How much of the time axis is read: what every page shows, and all there is for panning and zooming. */
export interface RailReach {
  backMs: number;
  aheadMs: number;
}
const RAIL_REACH: RailReach = { backMs: RAIL_BACK_MS, aheadMs: 3 * DAY_MS };
export const WHOLE_REACH: RailReach = { backMs: 5 * DAY_MS, aheadMs: 10 * DAY_MS };

/** One part of a live job as rail and board draw it. */
export interface JobLine {
  /** Tells it from every other line. */
  key: string;
  id: string;
  part: string;
  /** Where a job has several parts, the part's name stands beside it. */
  title: string;
  place: string;
  client: string;
  stage: JobStage;
  timeZone: string;
  setting: 'indoor' | 'outdoor';
  coats: LiveCoat[];
  coatsWanted: number;
  layings: LiveLaying[];
  planned: SequenceOutcome | null;
  runs: VerdictRun[];
  deadlines: Deadline[];
  rags: { out: number; safe: number };
  /** What the coat under way, or the next, goes on in spite of. */
  overruled: TinReasonKind[];
}

/** One hour of the rail's weather row. */
export interface RailHour {
  atMs: number;
  airTempC: number;
  dewPointC: number;
  rainMm: number;
  windMPerS: number;
  night: boolean;
  /** Hour of the day at home, 0–23. */
  hour: number;
}

export interface Rail {
  hours: RailHour[];
  timeZone: string;
  issuedMs: number | null;
  /** Members of the forecast; 0 without one. */
  members: number;
  stale: boolean;
  /** Whether weather is on its way, so that a page without any asks again in a moment. */
  coming: boolean;
  lines: JobLine[];
  /** Jobs that can't be read, and why: shown apart, so that they stand in nobody's way. */
  unreadable: Trouble[];
}

/** Live jobs that are past planning. */
const BUSY: readonly JobStage[] = ['working', 'drying', 'booked'];
const MOST_LINES = 12;
const MOST_PLANNING = 6;
const MEASURED_DAYS = 10;

/**
 * The live jobs of a crew, most urgent first, and the weather of its home: all that Today and the rail draw. Jobs still being
 * planned come last and only while they have a product and a surface.
 */
export async function railFor(
  db: Db,
  crew: { id: string; home: Place & { timeZone: string } },
  nowMs: number,
  desk: Desk,
  reach: RailReach = RAIL_REACH
): Promise<Rail> {
  const [heads, home] = await Promise.all([
    headsInStages(db, crew.id, { stages: BUSY, most: MOST_LINES }, { stages: ['planning'], most: MOST_PLANNING }),
    forecastFor(db, crew.home, nowMs, desk)
  ]);
  const { lines, unreadable } = await jobLines(db, crew.id, heads, nowMs, desk);
  const pressing = (l: JobLine) => l.deadlines.find((d) => d.urgent)?.atMs ?? Infinity;
  const first = (l: JobLine) => l.deadlines[0]?.atMs ?? Infinity;
  const order = (a: number, b: number) => (a === b ? 0 : a - b);
  const planned = (l: JobLine) => Number(l.stage === 'planning');
  lines.sort(
    (a, b) =>
      order(pressing(a), pressing(b)) ||
      order(first(a), first(b)) ||
      planned(a) - planned(b) ||
      a.title.localeCompare(b.title, 'en')
  );
  return {
    hours: home ? railHours(home.series, crew.home, nowMs, reach) : [],
    members: home?.members.length ?? 0,
    timeZone: crew.home.timeZone,
    issuedMs: home?.series.issuedMs ?? null,
    stale: home?.stale ?? true,
    coming: !home && isComing(crew.home),
    unreadable,
    lines: lines.map((l) => ({
      ...l,
      runs: l.runs.filter((r) => r.toMs > nowMs - reach.backMs && r.fromMs < nowMs + reach.aheadMs)
    }))
  };
}

/** A job still being planned is on the rail only while it waits for weather. */
const isLive = ({ stage, document: { parts, places, surfaces } }: JobRow): boolean =>
  stage !== 'planning' ||
  (surfaces.length > 0 &&
    parts.some((p) => p.finish && places.some((at) => at.setting === 'outdoor' && worksIn(p, at.id))));

interface Kept {
  rowVersion: number;
  /** Why it can't be read, with its title; null when it can. */
  trouble: Trouble | null;
  /** Where its weather comes from; null indoors. */
  place: Place | null;
  key: string;
  lines: readonly JobLine[];
}

const kept = new Map<string, Kept>();
const MOST_KEPT = 500;

interface Lines {
  lines: JobLine[];
  unreadable: Trouble[];
}

const linesOf = (heads: readonly JobHead[]): Lines => ({
  lines: heads.flatMap((h) => kept.get(h.id)?.lines ?? []),
  unreadable: heads.flatMap((h) => kept.get(h.id)?.trouble ?? [])
});

/**
 * Lines of jobs. One computed within this minute from the same document, log and forecast is used again, so that most
 * pages read neither documents nor logs. Nothing rests on what is kept: a process without it computes the same.
 */
async function jobLines(db: Db, crewId: string, heads: readonly JobHead[], nowMs: number, desk: Desk): Promise<Lines> {
  if (kept.size > MOST_KEPT) kept.clear();
  const places = heads.flatMap((h) => {
    const k = kept.get(h.id);
    return k?.rowVersion === h.rowVersion && k.place ? [k.place] : [];
  });
  const [weather, known] = await Promise.all([forecasts(db, places, nowMs, desk), knownOf(db, crewId)]);
  const keyOf = (h: JobHead, place: Place | null, found: ReadonlyMap<string, Forecast>) =>
    [
      h.rowVersion,
      h.eventSeq,
      known.version,
      place && found.get(placeKey(place))?.fetchedMs,
      Math.floor(nowMs / MINUTE_MS)
    ].join();
  const missing = heads.filter((h) => {
    const k = kept.get(h.id);
    return k?.rowVersion !== h.rowVersion || k.key !== keyOf(h, k.place, weather);
  });
  const ids = missing.map((h) => h.id);
  if (missing.length === 0) return linesOf(heads);
  const [found, logs, committed] = await Promise.all([
    findJobs(db, crewId, ids),
    eventsOfJobs(db, ids),
    committedOf(db, ids)
  ]);
  const { jobs: rows, unreadable } = apart(found);
  for (const u of unreadable)
    kept.set(u.id, {
      rowVersion: u.rowVersion,
      place: null,
      key: keyOf(u, null, weather),
      lines: [],
      trouble: troubleOf(u)
    });
  const outdoors = rows.filter((r) => hangsOnWeather(r.document)).map((r) => r.document.site);
  const fresh = await forecasts(db, outdoors, nowMs, desk);
  for (const r of rows) {
    const place = hangsOnWeather(r.document) ? r.document.site : null;
    const [weather, measured] = isLive(r)
      ? await Promise.all([
          weatherOf(db, crewId, r.document, nowMs, desk, known.importedPlaces),
          known.sensors ? measuredHours(db, crewId, r, nowMs - MEASURED_DAYS * DAY_MS) : []
        ])
      : [null, []];
    let [lines, trouble]: [JobLine[], Kept['trouble']] = [[], null];
    try {
      if (isLive(r))
        lines = partLines(r, logs.get(r.id)!, weather, measured, committed.get(r.id), known.knowledge, nowMs);
    } catch (fault) {
      trouble = troubleOf({ ...r, problems: noteTrouble(r, fault) });
    }
    kept.set(r.id, { rowVersion: r.rowVersion, place, key: keyOf(r, place, fresh), lines, trouble });
  }
  return linesOf(heads);
}

function partLines(
  { id, document, stage }: JobRow,
  events: readonly WorkEvent[],
  weather: Forecast | null,
  measured: readonly PlaceMeasured[],
  committed: Committed | undefined,
  knowledge: Knowledge,
  nowMs: number
): JobLine[] {
  const view = viewJob(id, document, events, weather?.series ?? null, knowledge, nowMs, measured);
  const titles = partTitles(document);
  const chosen = view.parts.filter((p) => p.job.finish);
  return (chosen.length ? chosen : view.parts.slice(0, 1)).map((seen, i): JobLine => {
    const { job, live, plan, state } = seen;
    const booked = committed?.get(job.part);
    const outlook = outlookOf(seen, view.span, weather?.members ?? null, nowMs);
    const booking = bookingOf(id, outlook, seen, booked, weather?.fetchedMs ?? 0);
    const outdoors = job.site.setting === 'outdoor';
    return {
      key: `${id} ${job.part}`,
      id,
      part: job.part,
      title: titles.get(job.part)!,
      place: document.site.place,
      client: document.client.name,
      stage: document.parts.length > 1 ? jobStage(state, job.startAt !== undefined, coatCount(job)) : stage,
      timeZone: document.site.timeZone,
      setting: job.site.setting,
      coats: live.coats,
      coatsWanted: coatCount(job),
      layings: live.layings.filter((b) => b.spreadAtMs > nowMs - RAIL_BACK_MS),
      planned: live.coats.length && !booked ? null : plan.chosen,
      runs: outdoors ? verdictRuns(plan.hours) : [],
      // Rags are the job's: the first line tells of them.
      deadlines: deadlines(id, job, state, live, plan.chosen, nowMs, booking)
        .filter((d) => i === 0 || d.kind !== 'rags')
        .map((d) => (d.kind === 'wipe' || d.kind === 'stage' ? { ...d, what: layingName(document, job, d) } : d)),
      overruled: overruledNow(state, live),
      rags: i === 0 ? { out: state.ragsOut, safe: state.ragsSafe } : { out: 0, safe: 0 }
    };
  });
}

/** Reasons that were overruled for the last coat on the wood or one after it. */
function overruledNow({ tins }: PartView['state'], { coats }: PartView['live']): TinReasonKind[] {
  const last = coats.at(-1)?.number ?? 1;
  return [...new Set(tins.filter((t) => t.why && t.coat >= last).map((t) => t.reason))];
}

const judged = new Map<string, { key: string; booking: JudgedBooking | null }>();

/**
 * What a job has booked next, held against the newest forecast: judged again when the forecast, the booking or the coats
 * on the wood have changed, not each minute.
 */
function bookingOf(
  id: string,
  outlook: Outlook,
  seen: PartView,
  committed: CommitmentHead | undefined,
  fetchedMs: number
): JudgedBooking | null {
  const startMs = committed?.startAt?.getTime();
  const laid = seen.live.coats.at(-1);
  const passed = laid && startMs !== undefined && startMs <= laid.laidFromMs;
  if (startMs === undefined || passed || seen.plan.hours.length === 0 || startMs < outlook.nowMs) return null;
  if (!laid && !outlook.document.startAt) return null;
  const key = [fetchedMs, startMs, committed!.committedAt.getTime(), laid?.number, laid?.recoatOpens.p50].join();
  const of = `${id} ${seen.job.part}`;
  const known = judged.get(of);
  if (known?.key === key) return known.booking;
  const was = committed!.members ? { holds: committed!.holds, members: committed!.members } : null;
  const booking = judgeBooking(outlook, startMs, was, outlook.knowledge.house);
  if (judged.size > MOST_KEPT) judged.clear();
  judged.set(of, { key, booking });
  return booking;
}

/** The forecasts of some places, one question each. */
async function forecasts(db: Db, places: readonly Place[], nowMs: number, desk: Desk): Promise<Map<string, Forecast>> {
  const each = new Map(places.map((p) => [placeKey(p), p]));
  const found = await Promise.all(
    [...each].map(async ([key, place]) => [key, await forecastFor(db, place, nowMs, desk)] as const)
  );
  return new Map(found.filter((f): f is readonly [string, Forecast] => f[1] !== null));
}

function railHours(
  series: WeatherSeries,
  place: Place & { timeZone: string },
  nowMs: number,
  { backMs, aheadMs }: RailReach
): RailHour[] {
  const from = Math.floor((nowMs - backMs) / HOUR_MS) * HOUR_MS;
  const out: RailHour[] = [];
  for (let atMs = from; atMs <= nowMs + aheadMs + HOUR_MS; atMs += HOUR_MS) {
    const h = series.hours[(atMs - series.startMs) / HOUR_MS];
    if (!h) continue;
    const night = sunPosition(atMs + HOUR_MS / 2, place.latitudeDeg, place.longitudeDeg).elevationDeg <= 0;
    const tenth = (v: number) => Math.round(v * 10) / 10;
    out.push({
      atMs,
      airTempC: tenth(h.airTempC),
      dewPointC: tenth(dewPointC(h.airTempC, h.rh)),
      rainMm: h.rainMm,
      windMPerS: tenth(h.windMPerS),
      night,
      hour: hourOfDay(atMs, place.timeZone)
    });
  }
  return out;
}
