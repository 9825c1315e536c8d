import { saturationVapourPressureHPa, type WeatherSeries } from '../air';
import type { ProductCard } from '../product';
import { HOUR_MS } from '../units';
import { addMember, rankStarts, startTally, type RankedStart } from './search';
import { climateEndMs, type MoistureReading, type PlaceMeasured } from '../climate';
import { localDate, WEEKDAYS } from '../calendar';
import { withFilm } from './sequence';
import type { SequenceContext } from './sequence-context';
import { siteClimates } from './job-climate';
import { coatPlans } from '../coats';
import { finishCard, jobAtHouse, withSystem } from '../document';
import { contextFrame, contextIn, spanOf, type OnWood } from './contexts';
import type { PartJob } from '../document';
import type { Knowledge } from '../knowledge';

/** All that a job is judged by in every member of a forecast. */
export interface Outlook {
  document: PartJob;
  /** The members of the forecast, the control first; null for a held room. */
  members: readonly WeatherSeries[] | null;
  span: { startMs: number; hours: number };
  measured?: readonly PlaceMeasured[];
  /** Moisture as it was read, beyond the job's own and the sensors'. */
  readings?: readonly MoistureReading[];
  knowledge: Knowledge;
  nowMs: number;
  onWood?: OnWood;
}

/**
 * A context for each member, the control first, made one by one as they are asked for. None when there is nothing to lay
 * or no weather.
 */
export function* memberContexts(o: Outlook): Generator<SequenceContext> {
  const { knowledge, nowMs, onWood } = o;
  const job = jobAtHouse(o.document, knowledge.house);
  if (!finishCard(job)) return;
  const coats = coatPlans(job, knowledge.house, knowledge.coverage);
  if (!coats.some((c) => c.areaM2 > 0 && c.number > (onWood?.number ?? 0))) return;
  let frame: ReturnType<typeof contextFrame> | null = null;
  for (const climate of siteClimates(job, o.members, o.span, o.measured, o.readings)) {
    if (climateEndMs(climate) <= nowMs) continue;
    frame ??= contextFrame(job, spanOf(climate), coats, knowledge, nowMs, { onWood });
    yield contextIn(frame, climate);
  }
}

/** Every start held against every member, best first (handbook 9). */
export function findStarts(o: Outlook): RankedStart[] {
  let tally: ReturnType<typeof startTally> | null = null;
  for (const ctx of memberContexts(o)) {
    tally ??= startTally(ctx);
    addMember(tally, ctx);
  }
  return tally ? rankStarts(tally) : [];
}

export const HELPS = [
  'tarp',
  'heater',
  'dehumidifier',
  'lamps',
  'earlier start',
  'thinner coat',
  'two coats a day',
  'other product'
] as const;
export type HelpKind = (typeof HELPS)[number];

/** Something that could be done, and what the best start would come to with it. */
export interface Help {
  kind: HelpKind;
  /** The product, where another is meant. */
  product?: string;
  best: RankedStart;
  /** The days it would open: the first start of each on which half of the forecasts hold. */
  openDays: number[];
}

const HEATER_C = 5;
const DEHUMIDIFIED = 0.12;
const DRIEST = 0.35;
const THINNER = 0.75;

type Site = PartJob['site'];
/** What is changed of a place; nothing where it would not help there. */
type SiteChange = (site: Site) => Partial<Site> | false;

const isOpen = ({ setting }: Site): boolean => setting === 'outdoor';
const isHeld = ({ setting, room }: Site): boolean => setting === 'indoor' && room.kind !== 'follows outdoors';

const tarped: SiteChange = (s) => isOpen(s) && { exposure: { ...s.exposure, shade: 1, shelter: 1 } };

/** Five degrees more at the same vapour. */
function heated(site: Site): Partial<Site> | false {
  const { room } = site;
  if (isOpen(site)) return false;
  if (!isHeld(site)) return { room: { ...room, offsetC: (room.offsetC ?? 0) + HEATER_C } };
  const tempC = room.tempC + HEATER_C;
  const rh = (room.rh * saturationVapourPressureHPa(room.tempC)) / saturationVapourPressureHPa(tempC);
  return { room: { ...room, tempC, rh } };
}

const dried: SiteChange = (s) =>
  isHeld(s) && { room: { ...s.room, rh: Math.max(Math.min(DRIEST, s.room.rh), s.room.rh - DEHUMIDIFIED) } };

/** Each thing that could be done on this job, as the outlook it would make. */
function variants(o: Outlook, shelf: readonly ProductCard[]): { kind: HelpKind; product?: string; outlook: Outlook }[] {
  const { document, knowledge } = o;
  // A part may be carried about: what helps is done in each place that it helps in.
  const { moves = [] } = document;
  const sites = [document.site, ...moves.map((m) => m.site)];
  const out: { kind: HelpKind; product?: string; outlook: Outlook }[] = [];
  const add = (kind: HelpKind, change: Partial<Outlook>, product?: string) =>
    out.push({ kind, product, outlook: { ...o, ...change } });
  const changed = (site: Site, change: SiteChange): Site => ({ ...site, ...change(site) });
  const withSites = (change: SiteChange) => ({
    document: {
      ...document,
      site: changed(document.site, change),
      ...(moves.length > 0 && { moves: moves.map((m) => ({ ...m, site: changed(m.site, change) })) })
    }
  });
  if (sites.some(isOpen)) {
    const covered = o.members?.map((m) => ({ ...m, hours: m.hours.map((h) => h && { ...h, rainMm: 0 }) })) ?? null;
    add('tarp', { ...withSites(tarped), members: covered });
    if (sites.some((s) => isOpen(s) && !s.lamps))
      add(
        'lamps',
        withSites((s) => isOpen(s) && { lamps: true })
      );
  }
  // What was measured was measured without the heater; a room that follows begins where the weather leaves it, that much warmer.
  if (!sites.every(isOpen)) add('heater', { ...withSites(heated), measured: [] });
  if (sites.some((s) => isHeld(s) && s.room.rh > DRIEST + 0.02))
    add('dehumidifier', { ...withSites(dried), measured: [] });
  const hourBefore = ({ from, to }: { from: string; to: string }) => ({
    from: `${String(Math.max(0, Number(from.slice(0, 2)) - 1)).padStart(2, '0')}${from.slice(2)}`,
    to
  });
  add(
    'earlier start',
    withSites(({ workingHours }) => ({
      workingHours: Object.fromEntries(
        WEEKDAYS.flatMap((d) => (workingHours[d] ? [[d, hourBefore(workingHours[d])]] : []))
      )
    }))
  );
  if (knowledge.house.rhythm === 'one a day')
    add('two coats a day', { knowledge: { ...knowledge, house: { ...knowledge.house, rhythm: 'as it opens' } } });
  const { finish } = document;
  const card = finishCard(document);
  if (finish && card && !finish.coats)
    for (const other of shelf.filter((c) => c.class === card.class && c.id !== card.id)) {
      const method = other.methods.find((m) => m.method === finish.method)?.method;
      if (!method) continue;
      const system = { id: other.id, finish: { ...finish, productId: other.id, colour: other.colours[0]!, method } };
      add('other product', { document: withSystem(document, system, shelf) }, other.name);
    }
  return out;
}

/** What would help: every change that holds in more forecasts than the best start as things are, or finishes a day sooner. */
export function whatHelps(o: Outlook, asIs: RankedStart | null, shelf: readonly ProductCard[] = []): Help[] {
  const out = variants(o, shelf).flatMap(({ kind, product, outlook }): Help[] => {
    const starts = findStarts(outlook);
    const [best] = starts;
    return best && helpsOver(best, asIs) ? [{ kind, product, best, openDays: openDays(o, starts) }] : [];
  });
  const thin = thinnerStarts(o);
  const [best] = thin;
  if (best && helpsOver(best, asIs)) out.push({ kind: 'thinner coat', best, openDays: openDays(o, thin) });
  return out.sort((a, b) => b.best.holds - a.best.holds || finishOf(a.best) - finishOf(b.best));
}

const finishOf = (s: RankedStart): number => s.finish?.p50 ?? Infinity;

/** The first start of each local day on which at least half of the forecasts hold, in their order. */
function openDays({ document }: Outlook, starts: readonly RankedStart[]): number[] {
  const first = new Map<string, number>();
  for (const { startMs, holds, members } of [...starts].sort((a, b) => a.startMs - b.startMs)) {
    const day = localDate(startMs, document.site.timeZone);
    if (2 * holds >= members && !first.has(day)) first.set(day, startMs);
  }
  return [...first.values()];
}

/** How much sooner a finish must be to be worth a word: the better part of a day. */
const SOONER_MS = 20 * HOUR_MS;

/** Better by more than chance: at least two forecasts in thirty more, or the finish that much sooner for no fewer. */
function helpsOver(best: RankedStart, asIs: RankedStart | null): boolean {
  if (!asIs || asIs.holds === 0) return best.holds > 0;
  const more = best.holds - asIs.holds;
  return more >= Math.max(1, asIs.members / 15) || (more >= 0 && finishOf(asIs) - finishOf(best) >= SOONER_MS);
}

function thinnerStarts(o: Outlook): RankedStart[] {
  let tally: ReturnType<typeof startTally> | null = null;
  for (const ctx of memberContexts(o)) {
    const thin = withFilm(ctx, THINNER);
    tally ??= startTally(thin);
    addMember(tally, thin);
  }
  return tally ? rankStarts(tally) : [];
}
