import type { Span } from '../drying';
import { normalCdf, normalQuantile, speciesTakeUp } from '../coverage';
import { classTraits, isTwoPart, spreadRate, type ProductCard } from '../product';
import { isColoured } from '../stock';
import { faceAreas, type Living } from '../surface';
import { DAY_MS } from '../units';
import { reoilingsWithin, taperCoatsWithin, wearData } from '../upkeep';
import type { SequenceOutcome } from '../window';
import type { SiteClimate } from '../climate';
import { speciesOf } from '../wood';
import { leavePlan, surfaceWear } from '../care';
import { anyOutdoors, cardOf, coatSpecs, livesOf, sequenceCards, topCard, withSystem } from '../document';
import type { Finish, FinishSystem, PartJob } from '../document';
import fitnessData from './fitness.json';
import type { WorkState } from '../log';
import { knowledgeOn, type Knowledge } from '../knowledge';
import { bestStarts, plan } from '../plan';
import riskRows from './risks.json';
import { surveySurfaces } from '../site';

export type Fit = 'good' | 'fair' | 'poor' | 'no';

/** Something that may go wrong, with its chance, as a share and in a word. */
export interface Risk {
  id: string;
  name: string;
  chance: number;
  word: string;
  why: string;
}

/** Why a system can't be used as things stand, and what would cure it. */
export interface RuledOut {
  reason: string;
  cure?: string;
  from: 'card' | 'layers' | 'survey';
}

/** One finish system worked out for the job, to be held against others. */
export interface SystemFigures {
  id: string;
  name: string;
  finish: Finish;
  coats: number;
  expectedL: number;
  needL: number;
  /** 80 % of what such jobs take, litres. */
  litres80: { low: number; high: number };
  costCents: number;
  personHours: number;
  /** The earliest finish in the coming weather; null when no start keeps every rule. */
  start: SequenceOutcome | null;
  visits: number | null;
  /** Days from now until it may be walked on or used, and until it is fully cured. */
  useDays: { likely: number; low: number; high: number } | null;
  cureDays: number | null;
  rags: number;
  /** Longest the oil may sit at 20 °C, minutes; null where it is left. */
  dwellMinutes: number | null;
  care: { visits: number; litres: number; costCents: number; reoilYears: number | null };
  fitness: { traffic: Fit; sun: Fit; water: Fit; food: Fit };
  risks: Risk[];
  ruledOut: RuledOut[];
}

const CARE_YEARS = 10;

/** Works out systems for a job, in their order: the same plan, search and survey as the job's own, each once. */
export const compareSystems = (
  job: PartJob,
  systems: readonly FinishSystem[],
  shelf: readonly ProductCard[],
  state: WorkState,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number
): SystemFigures[] =>
  systems.map((s) => {
    const with_ = withSystem(job, s, shelf);
    return systemFigures(s, with_, state, climate, knowledgeOn(with_, knowledge), nowMs);
  });

function systemFigures(
  system: FinishSystem,
  job: PartJob,
  state: WorkState,
  climate: SiteClimate | null,
  knowledge: Knowledge,
  nowMs: number
): SystemFigures {
  const { house } = knowledge;
  const planned = plan({ ...job, startAt: undefined }, null, knowledge, nowMs);
  const top = topCard(job);
  const start = (climate && bestStarts(job, climate, knowledge, nowMs).find((s) => s.ok)) ?? null;
  const last = start?.coats.at(-1);
  const leave = top && last ? leavePlan(top, last, house) : null;
  const { load } = planned;
  const sd = load?.products.reduce((m, p) => Math.max(m, p.sdLn), 0) ?? 0;
  const low = Math.exp(-normalQuantile(0.9) * sd);
  const surveyed = surveySurfaces(job, state, climate, house, nowMs);
  const specs = coatSpecs(job);
  const first = cardOf(job, specs[0]?.productId ?? system.finish.productId);
  const dwell = first?.methods.find((m) => m.method === (specs[0]?.method ?? system.finish.method))?.dwellMaxMinutes;
  return {
    id: system.id,
    name: systemName(job, system.finish),
    finish: system.finish,
    coats: specs.length,
    expectedL: load?.expectedL ?? 0,
    needL: load?.needL ?? 0,
    litres80: {
      low: load ? load.netL * low + load.lossesL : 0,
      high: load ? load.netL / low + load.lossesL : 0
    },
    costCents: load?.costCents ?? 0,
    personHours: planned.coats.reduce((s, c) => s + c.personHours, 0),
    start,
    visits: start?.visits ?? null,
    useDays: leave?.lightUse ? daysOf(leave.lightUse, nowMs) : null,
    cureDays: leave?.fullCure ? (leave.fullCure.p50 - nowMs) / DAY_MS : null,
    rags: load?.rags ?? 0,
    dwellMinutes: first && classTraits(first.class).mustBeWiped ? (dwell ?? null) : null,
    care: care(job, top),
    fitness: fitness(job, top),
    risks: risks(job, start, climate),
    ruledOut: [
      ...planned.problems
        .filter((p) => p.severity === 'stop' && !/^\/surfaces\/\d+\/(faces|shape)/.test(p.path))
        .map((p): RuledOut => ({ reason: p.problem, from: p.path.startsWith('/finish/coats') ? 'layers' : 'card' })),
      ...surveyed.flatMap((s) =>
        s.verdict.reasons
          .filter((r) => !r.settled && (r.verdict === 'do not oil' || r.verdict === 'wait until'))
          .map((r): RuledOut => ({ reason: r.reason, cure: r.remedy, from: 'survey' }))
      )
    ]
  };
}

const daysOf = (s: Span, nowMs: number) => ({
  likely: (s.p50 - nowMs) / DAY_MS,
  low: (s.p10 - nowMs) / DAY_MS,
  high: (s.p90 - nowMs) / DAY_MS
});

/** Products of a system by name, each once, with the method of a single one. */
function systemName(job: PartJob, finish: Finish): string {
  const names = sequenceCards(job).map((c) => c.name);
  return names.length ? names.join(' + ') : finish.productId;
}

/** Ten years of looking after it: visits, litres and money, at ρ = 1 (handbook 14). */
function care(job: PartJob, top: ProductCard | undefined): SystemFigures['care'] {
  if (!top) return { visits: 0, litres: 0, costCents: 0, reoilYears: null };
  const with_ = cardOf(job, top.maintenanceProductId) ?? top;
  const s = spreadRate(with_, 'maintenance').value;
  let visits = 0;
  let litres = 0;
  let reoilYears: number | null = null;
  for (const surface of job.surfaces) {
    const { perYear } = surfaceWear(job, surface, top);
    const times = classTraits(top.class).cures ? reoilingsWithin(CARE_YEARS, perYear) : taperCoatsWithin(CARE_YEARS);
    const years = classTraits(top.class).cures ? (1 - wearData.reoilAt) / perYear : null;
    if (years !== null) reoilYears = Math.min(reoilYears ?? Infinity, years);
    visits = Math.max(visits, times);
    const areas = faceAreas(surface);
    const areaM2 = surface.faces
      .filter((f) => f.coats > 0 && f.kind !== 'underside' && f.reach !== 'no' && f.reach !== 'before installation')
      .reduce((sum, f) => {
        const { effective } = areas.get(f.id)!;
        return sum + (effective.ok ? effective.areaM2 : 0);
      }, 0);
    litres += times * (areaM2 / s) * speciesTakeUp(surface.speciesId, false, false);
  }
  const cheapest = Math.min(...with_.packs.filter((p) => p.of !== 'hardener').map((p) => p.priceCents / p.volumeMl));
  return { visits, litres, costCents: Math.round(litres * 1000 * cheapest), reoilYears };
}

const TRAFFIC: Living['traffic'][] = ['not walked on', 'rare', 'home', 'family and dog', 'shop', 'school or public'];
const WET: Living['wet'][] = ['dry', 'often wet', 'standing water'];

function fitness(job: PartJob, top: ProductCard | undefined): SystemFigures['fitness'] {
  if (!top) return { traffic: 'no', sun: 'no', water: 'no', food: 'no' };
  const livings = job.surfaces.map((s) => s.look?.living ?? job.living);
  const busiest = Math.max(0, ...livings.map((l) => TRAFFIC.indexOf(l.traffic)));
  const wettest = Math.max(0, ...livings.map((l) => WET.indexOf(l.wet)));
  const rank = <T>(order: readonly T[], [good, fair]: readonly string[], at: number): Fit =>
    at <= order.indexOf(good as T) ? 'good' : at <= order.indexOf(fair as T) ? 'fair' : 'poor';
  const depths = coatSpecs(job).map((c) => {
    const card = cardOf(job, c.productId);
    return card?.pigment?.find((p) => p.colour === c.colour)?.depth ?? 'clear';
  });
  const sun: Fit = !anyOutdoors(job)
    ? 'good'
    : depths.some((d) => d === 'medium' || d === 'dark')
      ? 'good'
      : depths.includes('light')
        ? 'fair'
        : 'poor';
  return {
    traffic: rank(TRAFFIC, fitnessData.traffic[top.class], busiest),
    sun,
    water: rank(WET, fitnessData.water[top.class], wettest),
    food: { 'no claim': 'no', 'after full cure': 'fair', 'once wiped off': 'good' }[top.foodContact] as Fit
  };
}

interface RiskRow {
  id: string;
  name: string;
  any?: string[];
  all?: string[];
  chance: number;
  more: { readonly [fact: string]: number };
  why: string;
}

/** Words for a chance, so that everybody means the same by them. */
export const chanceWord = (p: number): string =>
  p <= 0.05 ? 'rare' : p <= 0.2 ? 'unlikely' : p <= 0.5 ? 'may happen' : p <= 0.8 ? 'likely' : 'expect it';

const MOST_SURE = 0.95;

/** House chances of what goes wrong with such work, and the model's own of coming back too early. Gravest first. */
function risks(job: PartJob, start: SequenceOutcome | null, climate: SiteClimate | null): Risk[] {
  const facts = riskFacts(job, climate);
  const out = (riskRows as unknown as RiskRow[]).flatMap((r): Risk[] => {
    if (r.any && !r.any.some((f) => facts.has(f))) return [];
    if (r.all && !r.all.every((f) => facts.has(f))) return [];
    const factor = Object.entries(r.more).reduce((p, [f, times]) => (facts.has(f) ? p * times : p), 1);
    const chance = Math.min(MOST_SURE, r.chance * factor);
    return [{ id: r.id, name: r.name, chance, word: chanceWord(chance), why: r.why }];
  });
  const early = comingBackEarly(start);
  if (early > 0.005)
    out.push({
      id: 'not-open',
      name: 'A coat not open when we come back',
      chance: early,
      word: chanceWord(early),
      why: 'How fast it dries here is known only so well; the visit may be for nothing.'
    });
  return out.sort((a, b) => b.chance - a.chance);
}

/** Chance that a coat has not opened when the next is to be laid, the hours it takes log-normal about their median. */
function comingBackEarly(start: SequenceOutcome | null): number {
  const coats = start?.coats ?? [];
  const onTime = coats.slice(1).reduce((p, next, i) => {
    const below = coats[i]!;
    const wanted = below.recoatOpens.p50 - below.laidToMs;
    const given = next.laidFromMs - below.laidToMs;
    const { p10, p90 } = below.recoatOpens;
    const sdLn = Math.log((p90 - below.laidToMs) / (p10 - below.laidToMs)) / (2 * normalQuantile(0.9));
    return wanted > 0 && given > 0 && sdLn > 0 ? p * normalCdf(Math.log(given / wanted) / sdLn) : p;
  }, 1);
  return 1 - onTime;
}

const HOT_SUN = 1;
const COLD_MARGIN_C = 3;

function riskFacts(job: PartJob, climate: SiteClimate | null): Set<string> {
  const facts = new Set<string>();
  const add = (fact: string, holds: boolean) => holds && facts.add(fact);
  const outdoors = anyOutdoors(job);
  const sun = Math.max(0, ...job.surfaces.flatMap((s) => livesOf(job, s).map((l) => (l.outdoors ? l.sun : 0))));
  add('outdoors', outdoors);
  add('sun', sun >= HOT_SUN && job.site.exposure.shade < 0.5);
  add('shade', outdoors && job.site.exposure.shade >= 0.5);
  add(job.living.wet, true);
  const specs = coatSpecs(job);
  const cards = sequenceCards(job);
  for (const c of specs) add(`method:${c.method}`, true);
  for (const c of cards) {
    add(`class:${c.class}`, true);
    add('two-part', isTwoPart(c));
    add('wiped', classTraits(c.class).mustBeWiped);
    add('film', classTraits(c.class).film);
  }
  const pigmented = specs.some((c) => {
    const card = cardOf(job, c.productId);
    return card && isColoured(card, c.colour);
  });
  add('pigmented', pigmented);
  add('no pigment', !pigmented);
  for (const s of job.surfaces) {
    const species = speciesOf(s.speciesId);
    add('species:blotchy', species.blotchy);
    add('pores:open', species.group === 'open-ring-porous' || species.group === 'thermally-modified');
    const { traffic } = s.look?.living ?? job.living;
    add('busy', TRAFFIC.indexOf(traffic) >= TRAFFIC.indexOf('shop'));
  }
  const top = topCard(job);
  add('soft finish', Boolean(top && classTraits(top.class).soft));
  const hours = climate?.hours.filter((h) => h !== null) ?? [];
  const mean = hours.reduce((s, h) => s + h.airTempC, 0) / (hours.length || 1);
  add('cold', hours.length > 0 && cards.some((c) => mean < c.limits.airMinC + COLD_MARGIN_C));
  return facts;
}
