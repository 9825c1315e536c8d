import type { Deadline, JobDocument, JobStage, LiveBay, LiveCoat } from '../../../core/job';
import { coatCount } from '../../../core/job';
import { dewPointC, sunPosition, type WeatherSeries } from '../../../core/air';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { verdictRuns, type SequenceOutcome, type VerdictRun } from '../../../core/window';
import type { Db } from '../db/connect';
import { eventsOfJobs } from '../work-log/events';
import { jobsInStages } from '../jobs/jobs';
import { forecastFor, placeKey, type Forecast, type Place } from '../weather/forecasts';
import { viewJob } from './overview';

export const RAIL_BACK_MS = 12 * HOUR_MS;
export const RAIL_AHEAD_MS = 60 * HOUR_MS;

/** One live job as rail and board draw it. */
export interface JobLine {
  id: string;
  title: string;
  place: string;
  client: string;
  stage: JobStage;
  timeZone: string;
  setting: 'indoor' | 'outdoor';
  coats: LiveCoat[];
  coatsWanted: number;
  bays: LiveBay[];
  planned: SequenceOutcome | null;
  runs: VerdictRun[];
  deadlines: Deadline[];
  rags: { out: number; safe: number };
}

/** One hour of the rail's weather row. */
export interface RailHour {
  atMs: number;
  airTempC: number;
  dewPointC: number;
  rainMm: number;
  windMPerS: number;
  night: boolean;
}

export interface Rail {
  hours: RailHour[];
  timeZone: string;
  issuedMs: number | null;
  stale: boolean;
  lines: JobLine[];
}

const LIVE: readonly JobStage[] = ['working', 'drying', 'booked', 'planning'];
const MOST_LINES = 12;

/**
 * The live jobs of a crew, most urgent first, and the weather of its home: all that Today and the rail draw. Jobs still being
 * planned come last and only while they have a product and a surface.
 */
export async function railFor(
  db: Db,
  crew: { id: string; home: Place & { timeZone: string } },
  nowMs: number,
  ask: (query: string) => Promise<Response>
): Promise<Rail> {
  const rows = (
    await Promise.all([
      jobsInStages(db, crew.id, LIVE.slice(0, 3), MOST_LINES),
      jobsInStages(db, crew.id, LIVE.slice(3), 6)
    ])
  ).flat();
  const home = await forecastFor(db, crew.home, nowMs, ask);
  const [logs, weather] = await Promise.all([
    eventsOfJobs(
      db,
      rows.map((r) => r.id)
    ),
    forecasts(
      db,
      rows.map((r) => r.document),
      nowMs,
      ask
    )
  ]);
  const lines = rows.flatMap((r): JobLine[] => {
    const { document } = r;
    if (
      r.stage === 'planning' &&
      (!document.finish || document.surfaces.length === 0 || document.site.setting === 'indoor')
    )
      return [];
    const forecast = weather.get(placeKey(document.site));
    const view = viewJob(r.id, document, logs.get(r.id)!, forecast?.series ?? null, nowMs);
    return [
      {
        id: r.id,
        title: document.title,
        place: document.site.place,
        client: document.client.name,
        stage: r.stage,
        timeZone: document.site.timeZone,
        setting: document.site.setting,
        coats: view.live.coats,
        coatsWanted: coatCount(document),
        bays: view.live.bays.filter((b) => b.spreadAtMs > nowMs - RAIL_BACK_MS),
        planned: view.live.coats.length ? null : view.plan.chosen,
        runs:
          document.site.setting === 'outdoor'
            ? verdictRuns(view.plan.hours).filter((v) => v.fromMs < nowMs + 3 * DAY_MS)
            : [],
        deadlines: view.deadlines,
        rags: { out: view.state.ragsOut, safe: view.state.ragsSafe }
      }
    ];
  });
  const pressing = (l: JobLine) => l.deadlines.find((d) => d.urgent)?.atMs ?? Infinity;
  const first = (l: JobLine) => l.deadlines[0]?.atMs ?? Infinity;
  const order = (a: number, b: number) => (a === b ? 0 : a - b);
  lines.sort((a, b) => order(pressing(a), pressing(b)) || order(first(a), first(b)));
  return {
    hours: home ? railHours(home.series, crew.home, nowMs) : [],
    timeZone: crew.home.timeZone,
    issuedMs: home?.series.issuedMs ?? null,
    stale: home?.stale ?? true,
    lines
  };
}

/** The forecasts of all outdoor jobs, one question a place. */
async function forecasts(
  db: Db,
  documents: readonly JobDocument[],
  nowMs: number,
  ask: (query: string) => Promise<Response>
): Promise<Map<string, Forecast>> {
  const places = new Map<string, Place>();
  for (const d of documents) if (d.site.setting === 'outdoor') places.set(placeKey(d.site), d.site);
  const found = await Promise.all(
    [...places].map(async ([key, place]) => [key, await forecastFor(db, place, nowMs, ask)] as const)
  );
  return new Map(found.filter((f): f is readonly [string, Forecast] => f[1] !== null));
}

function railHours(series: WeatherSeries, place: Place, nowMs: number): RailHour[] {
  const from = Math.floor((nowMs - RAIL_BACK_MS) / HOUR_MS) * HOUR_MS;
  const out: RailHour[] = [];
  for (let atMs = from; atMs <= nowMs + RAIL_AHEAD_MS + HOUR_MS; atMs += HOUR_MS) {
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
      night
    });
  }
  return out;
}
