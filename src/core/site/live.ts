import {
  coatTimes,
  dryingCurve,
  dwellMinutes,
  methodFactor,
  overcoat,
  progressBetween,
  type CoatTimes,
  type DryingCurve,
  type DryingFactor
} from '../drying';
import { potLifeMinutes } from '../mix';
import {
  applications,
  lastWetMs,
  looksOf,
  methodRow,
  stageDue,
  type Method,
  type MethodRow,
  type StageDue
} from '../method';
import { cardHours, classTraits, isPigmented, type ProductCard } from '../product';
import type { HouseRules } from '../house';
import { HOUR_MS, MINUTE_MS } from '../units';
import { localDate } from '../calendar';
import { siteHourAt, type SiteClimate } from '../climate';
import { layingEnd, dwellClock, type LayingEnd } from './dwell-clock';
import { leavePlan, keepPlan, type KeepPlan, type LeavePlan } from '../care';
import { coatDryings, type CoatDrying } from '../knowledge';
import { coatPlans, type CoatPlan } from '../coats';
import { coatCard, coatCount, coatSpec, finishCard, jobAtHouse, topCard } from '../document';
import type { PartJob, Taken } from '../document';
import { coatOfBatch, type BatchState, type CoatState, type WorkState } from '../log';
import type { Knowledge } from '../knowledge';
import { kappaFor } from '../knowledge';

/** A coat on the wood, with what its drying has come to. */
export interface LiveCoat extends CoatTimes {
  number: number;
  method: Method;
  closed: boolean;
  /** Drying progress now: 1 is ready for the next coat. */
  progress: number;
  filmRatio: number;
  /** How the film's thickness changes the drying speed: ratio^−1.3. */
  filmSpeed: number;
  /** The crew's drying factor it is reckoned with. */
  kappa: DryingFactor;
  /** Still wet: nothing dries yet, and no time after it is known. */
  wet: boolean;
  /** Bays wiped late, and bays whose oil stands: unwiped too long, or left open (handbook 9). */
  wipedLate: number[];
  standing: number[];
  /** Oil of a class that must be wiped left standing: such bays, or a film over three times the label's (handbook 9). */
  willStayTacky: boolean;
  /** What everything after this coat waits for: the remedy, or a thumb's test on a morning after. */
  waitsFor: 'remedy' | 'test' | null;
  /** Laid before the coat below was ready: solvent may be trapped. */
  solventEntrapment: boolean;
}

/** A bay with its clock. Wipe instants are null for a product that is left. */
export interface LiveLaying {
  coat: number;
  laying: number;
  /** Drying progress of a laying that names its faces: it dries by itself, 1 is ready for the next coat; 0 while it is wet. */
  progress?: number;
  batch?: string;
  /** The faces of pieces it went on, where it names them. */
  on?: Taken[];
  /** It went on a stretch of what it names, not on the whole or the rest of it. */
  bay: boolean;
  spreadAtMs: number;
  wipeFromMs: number | null;
  wipeByMs: number | null;
  /** When its oil is past saving. */
  standsAtMs: number | null;
  wipedAtMs?: number;
  end: LayingEnd;
  /** What takes its oil off. */
  off: MethodRow['off'];
  /** Looks it had, and how many its method asks at the least. */
  looks: { done: number; least: number };
  /** How often oil went on: wet on wet it is one coat all the same. */
  wetCoats: number;
  /** The next stage of its method besides wiping, and when. */
  due: StageDue | null;
}

export interface LiveBatch extends BatchState {
  stirUntilMs: number;
  usableFromMs: number;
  /** When its pigment wants stirring up again; null for one that carries none, or is not in use. */
  stirAgainAtMs: number | null;
  thickensAtMs: number | null;
}

/** The work as it stands at an instant, in times. */
export interface LiveWork {
  coats: LiveCoat[];
  layings: LiveLaying[];
  batches: LiveBatch[];
  leave: LeavePlan | null;
  keep: KeepPlan | null;
  allCoatsLaid: boolean;
}

/** A stage nobody did so long after it was due is done no more; the record keeps that it was not. */
const STAGE_LAPSES_MS = 4 * HOUR_MS;

/** Film ratio beyond which oil that must be wiped does not dry in any useful time (handbook 9). */
const STANDING_FILM_RATIO = 3;

/** What really happened, drawn out to what will follow: dwell clocks, pot lives, drying and the dates after it. */
export function liveWork(
  document: PartJob,
  state: WorkState,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number,
  /** Its coats as they are planned, where they are known already. */
  planned?: readonly CoatPlan[]
): LiveWork {
  const job = jobAtHouse(document, knowledge.house);
  const card = finishCard(job);
  if (!card || !climate || climate.hours.length === 0)
    return {
      coats: [],
      layings: [],
      batches: [],
      leave: null,
      keep: null,
      allCoatsLaid: false
    };
  const plans = planned ?? coatPlans(job, knowledge.house, knowledge.coverage);
  const layings = state.coats.flatMap((c) => liveLayings(coatCard(job, c.coat) ?? card, job, c, state, climate, nowMs));
  const coats = liveCoats(job, state, layings, climate, knowledge, nowMs, plans);
  const curveOf = dryingCurves(climate);
  const last = coats[coats.length - 1];
  const allCoatsLaid = plans.length > 0 && coats.filter((c) => c.closed).length >= coatCount(job);
  const served = allCoatsLaid && last && !coats.some((c) => c.waitsFor) ? last : null;
  const top = topCard(job) ?? card;
  return {
    coats,
    layings: layings.map((b) => (b.on ? { ...b, progress: layingProgress(b, coats, job, curveOf, nowMs) } : b)),
    batches: state.batches.map((b) => liveBatch(job, b, climate, knowledge.house, card)),
    leave: served ? leavePlan(top, served, knowledge.house) : null,
    keep: served ? keepPlan(job, top, served.laidToMs, knowledge.house) : null,
    allCoatsLaid
  };
}

function liveCoats(
  job: PartJob,
  state: WorkState,
  layings: readonly LiveLaying[],
  climate: SiteClimate,
  knowledge: Knowledge,
  nowMs: number,
  plans: readonly CoatPlan[]
): LiveCoat[] {
  const dryings = coatDryings(job, state, climate, knowledge, plans, nowMs);
  const kappa = (d: CoatDrying) => kappaFor(knowledge, job, d.card.id);
  const out: LiveCoat[] = [];
  let cureFactor = 1;
  for (const [i, d] of dryings.entries()) {
    const { card, method, curve, laidToMs: toMs, state: c } = d;
    const under = dryings[i - 1];
    const below = out[out.length - 1];
    const over =
      under && below && classTraits(under.card.class).cures
        ? overcoat(
            progressBetween(under.curve, below.laidToMs, c.openedAtMs, under.recoatRef, under.speed * kappa(under).p50),
            under.card
          )
        : null;
    if (over) cureFactor += over.cureAdded;
    // Several thin coats a day: after the first they go on from touch dry, and each opens on its own (handbook 9).
    const thinSchool = knowledge.house.rhythm === 'several thin' && below !== undefined && below.number > 1;
    const times = coatTimes(
      curve,
      card,
      {
        fromMs: c.openedAtMs,
        toMs,
        method,
        filmRatio: d.film,
        opensAtProgress: thinSchool ? 1 : over?.opensAtProgress,
        cureFactor
      },
      kappa(d)
    );
    const progress = classTraits(card.class).cures
      ? progressBetween(curve, toMs, nowMs, d.recoatRef, d.speed * kappa(d).p50)
      : Math.min(1, (nowMs - toMs) / (d.recoatRef * HOUR_MS));
    const facts = wetFacts(job, d, layings);
    out.push({
      ...times,
      number: c.coat,
      method,
      closed: c.closedAtMs !== undefined,
      progress: Math.max(0, progress),
      filmRatio: d.film,
      filmSpeed: d.filmSpeed,
      kappa: kappa(d),
      ...facts,
      solventEntrapment: Boolean(over?.early) && !thinSchool
    });
  }
  // A test owed before the next coat is owed no more once that coat is on.
  const overlaid = (c: LiveCoat) => out.some((o) => o.number > c.number && o.laidFromMs > c.laidToMs);
  return out.map((c) => (c.waitsFor === 'test' && overlaid(c) ? { ...c, waitsFor: null } : c));
}

/** The drying curves of an air, one a card, each worked out when it is first asked for. */
function dryingCurves({ hours, startMs }: SiteClimate): (card: ProductCard) => DryingCurve {
  const known = new Map<string, DryingCurve>();
  return (card) => {
    const curve = known.get(card.id) ?? dryingCurve(hours, startMs, card);
    known.set(card.id, curve);
    return curve;
  };
}

/** How far one laying has dried by itself, in the air since it was wiped or laid off, as its coat dries. */
function layingProgress(
  laying: LiveLaying,
  coats: readonly LiveCoat[],
  job: PartJob,
  curveOf: ReturnType<typeof dryingCurves>,
  nowMs: number
): number {
  const coat = coats.find((c) => c.number === laying.coat);
  const card = coatCard(job, laying.coat);
  if (!coat || !card || laying.end === 'will stay tacky') return 0;
  const { cures, mustBeWiped } = classTraits(card.class);
  const fromMs = laying.wipedAtMs ?? (mustBeWiped ? undefined : laying.spreadAtMs);
  if (fromMs === undefined) return 0;
  const recoatRef = cardHours(card, 'recoatOpens')!;
  if (!cures) return Math.min(1, (nowMs - fromMs) / (recoatRef * HOUR_MS));
  const speed = methodFactor(coat.method, 'recoat') * coat.filmSpeed * coat.kappa.p50;
  return Math.max(0, progressBetween(curveOf(card), fromMs, nowMs, recoatRef, speed));
}

/** What is wet, late or standing on a coat, and what everything after it waits for (handbook 9). */
function wetFacts(
  job: PartJob,
  { card, state: coat, film, wet }: CoatDrying,
  layings: readonly LiveLaying[]
): Pick<LiveCoat, 'wet' | 'wipedLate' | 'standing' | 'willStayTacky' | 'waitsFor'> {
  const which = (end: LayingEnd) => layings.filter((b) => b.coat === coat.coat && b.end === end).map((b) => b.laying);
  const [wipedLate, standing] = [which('wiped late'), which('will stay tacky')];
  const { mustBeWiped, cures } = classTraits(card.class);
  const thick = mustBeWiped && cures && coat.closedAtMs !== undefined && film > STANDING_FILM_RATIO;
  const willStayTacky = (standing.length > 0 || thick) && coat.remediedAtMs === undefined;
  const sinceMs = coat.remediedAtMs ?? (wipedLate.length ? (coat.closedAtMs ?? Infinity) : null);
  const waitsFor = willStayTacky
    ? ('remedy' as const)
    : sinceMs !== null && coat.closedAtMs !== undefined && !feltNextMorning(job, coat, sinceMs)
      ? ('test' as const)
      : null;
  return { wet, wipedLate, standing, willStayTacky, waitsFor };
}

/** Whether a thumb found the coat dry on a day after. */
const feltNextMorning = ({ site }: PartJob, coat: CoatState, sinceMs: number): boolean =>
  coat.tacks.some(
    (t) =>
      (t.felt === 'touch dry' || t.felt === 'ready') &&
      localDate(t.atMs, site.timeZone) > localDate(sinceMs, site.timeZone)
  );

function liveLayings(
  card: ProductCard,
  job: PartJob,
  coat: CoatState,
  { daysClosedAtMs }: Pick<WorkState, 'daysClosedAtMs'>,
  climate: SiteClimate,
  nowMs: number
): LiveLaying[] {
  const spec = coatSpec(job.finish!, coat.coat);
  const closings = [...daysClosedAtMs, ...(coat.closedAtMs === undefined ? [] : [coat.closedAtMs])];
  const row = methodRow(spec.method);
  return coat.layings.map((made) => {
    const { laying, batch, on, bay, spreadAtMs, wipedAtMs } = made;
    const hour = siteHourAt(climate, spreadAtMs);
    const dwell = hour ? dwellMinutes(card, spec.method, hour, spec.dwellMinutes) : { min: undefined };
    const { wipeByMs, standsAtMs } = dwellClock(
      row.keptWet ? lastWetMs(row, made) : spreadAtMs,
      card,
      spec.method,
      climate
    );
    const left = closings.filter((ms) => ms >= spreadAtMs);
    const due = stageDue(row, made);
    const leftAtMs = left.length ? Math.min(...left) : undefined;
    return {
      coat: coat.coat,
      laying,
      batch,
      ...(on && { on }),
      bay,
      spreadAtMs,
      wipeFromMs:
        classTraits(card.class).mustBeWiped && dwell.min !== undefined ? spreadAtMs + dwell.min * MINUTE_MS : null,
      wipeByMs,
      standsAtMs,
      wipedAtMs,
      end: layingEnd({ wipedAtMs, leftAtMs, wipeByMs, standsAtMs }, card, nowMs),
      off: row.off,
      looks: looksOf(row, made),
      wetCoats: applications(row, made),
      due: due && due.byMs + STAGE_LAPSES_MS > nowMs ? due : null
    };
  });
}

function liveBatch(
  job: PartJob,
  b: BatchState,
  climate: SiteClimate,
  house: HouseRules,
  first: ProductCard
): LiveBatch {
  const coat = coatOfBatch(b, job.part) ?? 0;
  const card = coatCard(job, coat) ?? first;
  const stirred = b.lastStirredAtMs ?? b.stirredAtMs;
  const settles = job.finish !== undefined && isPigmented(card, coatSpec(job.finish, Math.max(1, coat)).colour);
  const tempC = siteHourAt(climate, b.mixedAtMs)?.airTempC ?? 20;
  const minutes = potLifeMinutes(card, Math.max(b.totalL, 0.001), tempC);
  const again = b.pouredAtMs !== undefined ? b.pouredAtMs + house.secondStirMinutes * MINUTE_MS : null;
  const stirUntilMs = again ?? b.mixedAtMs + card.stirMinutes * MINUTE_MS;
  return {
    ...b,
    stirUntilMs,
    usableFromMs: (b.stirredAtMs ?? stirUntilMs) + card.inductionMinutes * MINUTE_MS,
    stirAgainAtMs:
      settles && stirred !== undefined && b.emptiedAtMs === undefined
        ? stirred + house.stirAgainMinutes * MINUTE_MS
        : null,
    thickensAtMs: Number.isFinite(minutes) ? b.mixedAtMs + minutes * MINUTE_MS : null
  };
}
