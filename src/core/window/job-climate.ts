import type { WeatherSeries } from '../air';
import { woodThicknessM } from '../surface';
import { DAY_MS, HOUR_MS } from '../units';
import {
  clearSun,
  climateEndMs,
  followingRoomClimate,
  HELD_ROOM,
  heldRoomClimate,
  outdoorClimate,
  siteHourAt,
  sunHours,
  type MeasuredHour,
  type PlaceMeasured,
  type MoistureReading,
  type OutdoorSurface,
  type SiteClimate,
  type SiteHour,
  type SunHours
} from '../climate';
import { dailyStretches, shareOfHours } from '../calendar';
import { speciesOf, type Board } from '../wood';
import { wholeSurfaceId, type JobDocument, type PartJob, type Stay } from '../document';
import { madeAt } from '../keyed';
import type { WorkState } from '../log';

/** Whether the air of a place hangs on the weather outside. */
export const isMovedByWeather = ({ setting, room }: PartJob['site']): boolean =>
  setting === 'outdoor' || room.kind === 'follows outdoors';

/** Does the air of a part hang on the weather outside, where it is or where it was or will be carried? */
export const needsWeather = (job: Pick<PartJob, 'site' | 'moves' | 'was'>): boolean =>
  [job, ...(job.moves ?? []), ...(job.was ?? [])].some(({ site }) => isMovedByWeather(site));

/** The climate at a job: its room, or its boards under the weather. Null without the weather it needs. */
export const siteClimate = (
  job: PartJob,
  weather: WeatherSeries | null,
  span: { startMs: number; hours: number },
  measured: readonly PlaceMeasured[] = [],
  readings: readonly MoistureReading[] = []
): SiteClimate | null => siteClimates(job, weather && [weather], span, measured, readings).next().value ?? null;

/**
 * The climates of the parts of one job under one weather: parts that are worked in the same air, on like boards with the same
 * readings, have one climate.
 */
export function sharedClimates(
  weather: WeatherSeries | null,
  span: { startMs: number; hours: number },
  measured: readonly PlaceMeasured[]
) {
  const known = new Map<string, SiteClimate | null>();
  return (job: PartJob, readings: readonly MoistureReading[]): SiteClimate | null => {
    const places = [job.placeId, job.site, job.moves, job.was];
    const key = JSON.stringify([places, boardOf(job), readings]);
    const climate = known.get(key) ?? siteClimate(job, weather, span, measured, readings);
    known.set(key, climate);
    return climate;
  };
}

/**
 * The climate at a job in every member of a forecast, the control first, each worked out when it is asked for; a held room
 * has one. Hours before the issue are the same in all members and are worked out once. None without the weather it needs.
 * Of a part that was carried about, the hours are those of the place it was in then; the wood takes its moisture along.
 */
export function* siteClimates(
  job: PartJob,
  members: readonly WeatherSeries[] | null,
  span: { startMs: number; hours: number },
  measured: readonly PlaceMeasured[] = [],
  readings: readonly MoistureReading[] = []
): Generator<SiteClimate, undefined> {
  const { was = [], moves = [] } = job;
  const at = ({ placeId, site }: Pick<Stay, 'placeId' | 'site'>, read: readonly MoistureReading[] = readings) =>
    placeClimates({ ...job, site }, members, span, hoursIn(measured, placeId), read);
  if (was.length + moves.length === 0) return yield* at(job);
  const stays = [...was, job];
  const before: Follower[] = [];
  let carriedMc: MoistureReading[] = [];
  for (const [i, stay] of stays.entries()) {
    const follower = following(at(stay, [...readings, ...carriedMc]));
    if (!follower) return;
    before.push(follower);
    const untilMs = was[i]?.untilMs;
    const percent = untilMs === undefined ? null : (siteHourAt(follower.now, untilMs)?.mcPercent ?? null);
    if (untilMs !== undefined) carriedMc = percent === null ? [] : [{ atMs: untilMs, percent }];
  }
  // What was read of the wood where it is goes with it.
  const read = [...readings, ...carriedMc, ...moistureOf(job.site)];
  const later = moves.map((m) => ({ before: m.before, follower: following(at(m, read)) }));
  const count = needsWeather(job) ? (members?.length ?? 0) : 1;
  for (let n = 0; n < count; n++) {
    const then = later.flatMap(({ before: coat, follower }) =>
      follower ? [{ before: coat, climate: follower.now }] : []
    );
    if (then.length < later.length) return;
    const here = carriedBetween(before.map(({ now }, i) => ({ climate: now, untilMs: was[i]?.untilMs ?? Infinity })));
    yield { ...here, ...toldOf([here, ...then.map((t) => t.climate)]), ...(then.length > 0 && { then }) };
    for (const f of [...before, ...later.flatMap(({ follower }) => follower ?? [])]) f.next();
  }
}

/** One of several climates that go through the members side by side: a held room's is the same in all. */
interface Follower {
  now: SiteClimate;
  next: () => void;
}

function following(climates: Generator<SiteClimate, undefined>): Follower | null {
  const first = climates.next().value;
  if (!first) return null;
  const follower: Follower = {
    now: first,
    next: () => {
      follower.now = climates.next().value ?? follower.now;
    }
  };
  return follower;
}

/** Climates one after another, each until an instant, as one of the last's hours. */
function carriedBetween(stays: readonly { climate: SiteClimate; untilMs: number }[]): SiteClimate {
  const last = stays.at(-1)!.climate;
  if (stays.length === 1) return last;
  const startMs = Math.min(...stays.map(({ climate }) => climate.startMs));
  const count = Math.round((climateEndMs(last) - startMs) / HOUR_MS);
  const hours = Array.from({ length: count }, (_, i) => {
    const atMs = startMs + i * HOUR_MS;
    return siteHourAt(stays.find(({ untilMs }) => atMs < untilMs)!.climate, atMs);
  });
  return { ...last, startMs, hours };
}

/** How far all of some climates are told: as far as the shortest forecast among them. */
function toldOf(climates: readonly SiteClimate[]): Pick<SiteClimate, 'toldToMs' | 'years' | 'typical'> {
  const ends = climates
    .filter((c) => c.source !== HELD_ROOM)
    .map((c) => ({ ...c, toMs: c.toldToMs ?? climateEndMs(c) }));
  const [first] = ends.sort((a, b) => a.toMs - b.toMs);
  return first ? { toldToMs: first.toMs, years: first.years, typical: first.typical } : {};
}

const moistureOf = ({ moisture }: PartJob['site']): MoistureReading[] =>
  moisture ? [{ atMs: Date.parse(moisture.at), percent: moisture.percent }] : [];

const hoursIn = (measured: readonly PlaceMeasured[], placeId: string): readonly MeasuredHour[] =>
  measured.find((m) => m.place === placeId)?.hours ?? [];

/** The climate at one place in every member. */
function* placeClimates(
  job: PartJob,
  members: readonly WeatherSeries[] | null,
  span: { startMs: number; hours: number },
  measured: readonly MeasuredHour[],
  readings: readonly MoistureReading[]
): Generator<SiteClimate, undefined> {
  const { site } = job;
  const moisture = [
    ...moistureOf(site),
    ...readings,
    ...measured.flatMap(({ atMs, mcPercent }) => (mcPercent === undefined ? [] : [{ atMs, percent: mcPercent }]))
  ];
  const seen = { moisture, measured: byHour(measured), board: boardOf(job) };
  if (!isMovedByWeather(site)) {
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

/** Whether something read in a place counts for a part: what does not say where was read in the job's first place. */
const isReadWhere =
  ({ placeId, placeName, was = [] }: Pick<PartJob, 'placeId' | 'placeName' | 'was'>) =>
  ({ place }: WorkState['readings'][number]): boolean =>
    place === undefined ? placeName === undefined : place === placeId || was.some((w) => w.placeId === place);

/** The moisture readings of a job's log that a part goes by: on Look, of its surfaces, and on site where it is or was. */
export const moistureRead = (
  state: Pick<WorkState, 'surveys' | 'readings'>,
  job: Pick<PartJob, 'surfaces' | 'placeId' | 'placeName' | 'was'>
): MoistureReading[] => [
  ...[...new Set(job.surfaces.map((s) => wholeSurfaceId(s.id)))].flatMap((id) =>
    (state.surveys.get(id)?.moisture ?? []).map(({ atMs, percent }) => ({ atMs, percent }))
  ),
  ...state.readings
    .filter(isReadWhere(job))
    .flatMap((r) => (r.mcPercent === undefined ? [] : [{ atMs: r.atMs, percent: r.mcPercent }]))
];

/**
 * What was measured in each place of a job: by its sensors and, counting before these in the same hour, by hand. Moisture read
 * by hand is the wood's, not the place's (`moistureRead`).
 */
export function measuredInPlaces(
  { places: [first] }: Pick<JobDocument, 'places'>,
  sensors: readonly PlaceMeasured[],
  { readings }: Pick<WorkState, 'readings'>
): PlaceMeasured[] {
  const by = new Map(sensors.map(({ place, hours }) => [place, new Map(hours.map((h) => [h.atMs, h]))]));
  for (const { place = first!.id, atMs, airTempC, rh, surfaceTempC } of readings) {
    const hours = madeAt(by, place, () => new Map<number, MeasuredHour>());
    const hourMs = Math.floor(atMs / HOUR_MS) * HOUR_MS;
    const told = {
      ...(airTempC !== undefined && { airTempC }),
      ...(rh !== undefined && { rh }),
      ...(surfaceTempC !== undefined && { surfaceTempC })
    };
    if (Object.keys(told).length > 0) hours.set(hourMs, { ...hours.get(hourMs), atMs: hourMs, ...told });
  }
  return [...by].map(([place, hours]) => ({ place, hours: [...hours.values()].sort((a, b) => a.atMs - b.atMs) }));
}

/** Air changes an hour of a room nobody has said more of: shut, and with its windows open. */
export const SHUT_AIR_CHANGES = 0.5;
const OPEN_AIR_CHANGES = 6;

const byHour = (measured: readonly MeasuredHour[]): ReadonlyMap<number, MeasuredHour> | undefined =>
  measured.length ? new Map(measured.map((m) => [Math.floor(m.atMs / HOUR_MS) * HOUR_MS, m])) : undefined;
