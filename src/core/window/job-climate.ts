import type { WeatherSeries } from '../air';
import { woodThicknessM } from '../surface';
import { DAY_MS, HOUR_MS } from '../units';
import {
  clearSun,
  followingRoomClimate,
  heldRoomClimate,
  outdoorClimate,
  sunHours,
  type MeasuredHour,
  type MoistureReading,
  type OutdoorSurface,
  type SiteClimate,
  type SiteHour,
  type SunHours
} from '../climate';
import { dailyStretches, shareOfHours } from '../calendar';
import { speciesOf, type Board } from '../wood';
import { wholeSurfaceId, type PartJob } from '../document';
import type { WorkState } from '../log';

/** Does this job's air hang on the weather outside? */
export const needsWeather = ({ site }: Pick<PartJob, 'site'>): boolean =>
  site.setting === 'outdoor' || site.room.kind === 'follows outdoors';

/** The climate at a job: its room, or its boards under the weather. Null without the weather it needs. */
export const siteClimate = (
  job: PartJob,
  weather: WeatherSeries | null,
  span: { startMs: number; hours: number },
  measured: readonly MeasuredHour[] = [],
  readings: readonly MoistureReading[] = []
): SiteClimate | null => siteClimates(job, weather && [weather], span, measured, readings).next().value ?? null;

/**
 * The climates of the parts of one job under one weather: parts that are worked in the same air, on like boards with the same
 * readings, have one climate.
 */
export function sharedClimates(weather: WeatherSeries | null, span: { startMs: number; hours: number }) {
  const known = new Map<string, SiteClimate | null>();
  return (
    job: PartJob,
    measured: readonly MeasuredHour[],
    readings: readonly MoistureReading[]
  ): SiteClimate | null => {
    const key = JSON.stringify([job.site, boardOf(job), measured.length, readings]);
    const climate = known.get(key) ?? siteClimate(job, weather, span, measured, readings);
    known.set(key, climate);
    return climate;
  };
}

/**
 * The climate at a job in every member of a forecast, the control first, each worked out when it is asked for; a held room
 * has one. Hours before the issue are the same in all members and are worked out once. None without the weather it needs.
 */
export function* siteClimates(
  job: PartJob,
  members: readonly WeatherSeries[] | null,
  span: { startMs: number; hours: number },
  measured: readonly MeasuredHour[] = [],
  readings: readonly MoistureReading[] = []
): Generator<SiteClimate, undefined> {
  const { site } = job;
  const moisture = [
    ...(site.moisture ? [{ atMs: Date.parse(site.moisture.at), percent: site.moisture.percent }] : []),
    ...readings,
    ...measured.flatMap(({ atMs, mcPercent }) => (mcPercent === undefined ? [] : [{ atMs, percent: mcPercent }]))
  ];
  const seen = { moisture, measured: byHour(measured), board: boardOf(job) };
  if (!needsWeather(job)) {
    const startMs = Math.floor(span.startMs / HOUR_MS) * HOUR_MS;
    const hours = span.hours + HELD_HOURS_BEYOND;
    yield heldRoomClimate({ ...site.room, ...seen }, { startMs, hours }, sunHours(startMs, hours, site));
    return;
  }
  const [control] = members ?? [];
  if (!control || control.hours.length === 0) return;
  const sun = sunHours(control.startMs, control.hours.length, site);
  const climate = climateOf(job, control.startMs, control.hours.length, sun, seen);
  const first = climate(control, []);
  yield first;
  const cut = Math.max(0, Math.floor((control.issuedMs - control.startMs) / HOUR_MS));
  for (const m of members!.slice(1)) yield climate(m, first.hours.slice(0, cut));
}

type Seen = Pick<OutdoorSurface, 'moisture' | 'measured' | 'board'>;

/** How this job's climate follows from a series and the hours known before it. */
function climateOf(job: PartJob, startMs: number, count: number, sun: SunHours, seen: Seen) {
  const { site } = job;
  const share = (spans: readonly { from: string; to: string }[] | undefined) =>
    (spans ?? []).map((s) =>
      shareOfHours(dailyStretches(s.from, s.to, site.timeZone, startMs, startMs + count * HOUR_MS), startMs, count)
    );
  if (site.setting === 'indoor') {
    const { room } = site;
    const [openHours] = share(room.windowsOpen && [room.windowsOpen]);
    const following = {
      ...room,
      ...seen,
      offsetC: room.offsetC ?? 0,
      airChangesPerHour: room.airChangesPerHour ?? SHUT_AIR_CHANGES,
      openAirChangesPerHour: OPEN_AIR_CHANGES,
      moistureGainHPaPerH: room.moistureGainHPaPerH ?? 0,
      openHours
    };
    // A room remembers the weather before: its members are worked out whole.
    return (weather: WeatherSeries) => followingRoomClimate(following, weather, sun);
  }
  const shade = share(site.exposure.shadeByHours);
  const shadeHours = shade[0]?.map((_, i) =>
    site.exposure.shadeByHours!.reduce((most, s, k) => Math.max(most, s.shade * shade[k]![i]!), 0)
  );
  const outdoors: OutdoorSurface = {
    exposure: site.exposure,
    ...seen,
    clearSunWPerM2: clearSun(sun, site.exposure, shadeHours)
  };
  return (weather: WeatherSeries, known: readonly (SiteHour | null)[]) => outdoorClimate(weather, sun, outdoors, known);
}

/** The wood whose moisture the air pulls at: that of the first surface, an ordinary board where none is measured. */
function boardOf({ surfaces: [surface] }: PartJob): Board {
  return {
    thicknessMm: (surface ? woodThicknessM(surface) : 0.028) * 1000,
    hardness: surface ? speciesOf(surface.speciesId).hardness : 'softwood'
  };
}

/** A held room has no horizon: its air goes on long enough for any sequence begun within the days that are searched. */
const HELD_HOURS_BEYOND = 110 * 24;

const DAYS_AHEAD = 10;
const DAYS_BACK = 10;
const MOST_DAYS_BACK = 60;

/** The span a job's climate must cover: some days back, further when a coat is older, and the horizon ahead. */
export function climateSpan(state: Pick<WorkState, 'coats'>, nowMs: number): { startMs: number; hours: number } {
  const first = state.coats.reduce((m, c) => Math.min(m, c.openedAtMs), nowMs - DAYS_BACK * DAY_MS);
  const startMs = Math.floor(Math.max(first, nowMs - MOST_DAYS_BACK * DAY_MS) / HOUR_MS) * HOUR_MS;
  return {
    startMs,
    hours: Math.ceil((nowMs + DAYS_AHEAD * DAY_MS - startMs) / HOUR_MS)
  };
}

/** The moisture readings of a job's log that a part goes by: on Look, of its surfaces, and on site. */
export const moistureRead = (
  state: Pick<WorkState, 'surveys' | 'readings'>,
  { surfaces }: Pick<PartJob, 'surfaces'>
): MoistureReading[] => [
  ...[...new Set(surfaces.map((s) => wholeSurfaceId(s.id)))].flatMap((id) =>
    (state.surveys.get(id)?.moisture ?? []).map(({ atMs, percent }) => ({ atMs, percent }))
  ),
  ...state.readings.flatMap((r) => (r.mcPercent === undefined ? [] : [{ atMs: r.atMs, percent: r.mcPercent }]))
];

/** Air changes an hour of a room nobody has said more of: shut, and with its windows open. */
export const SHUT_AIR_CHANGES = 0.5;
const OPEN_AIR_CHANGES = 6;

const byHour = (measured: readonly MeasuredHour[]): ReadonlyMap<number, MeasuredHour> | undefined =>
  measured.length ? new Map(measured.map((m) => [Math.floor(m.atMs / HOUR_MS) * HOUR_MS, m])) : undefined;
