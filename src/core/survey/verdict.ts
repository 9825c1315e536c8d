import { keyed, type Keyed } from '../keyed';
import type { Living, Surface } from '../surface';
import { UNKNOWN_SPECIES, type Species } from '../wood';
import rules from './verdict-rules.json';
import { isLookedAt, lastResults, type Survey } from './survey';
import { latestReadings, readingsWanted, type MoistureStats, type MoistureTrend } from './moisture';

export type VerdictWord = 'not looked at' | 'ready' | 'ready after' | 'wait until' | 'do not oil';
export type StationName = 'look' | 'measure' | 'ready' | 'choose' | 'load' | 'when' | 'keep';
/** Preparation a rule asks for. */
export type PrepDemand =
  | 'lead test'
  | 'strip'
  | 'wash'
  | 'spirit wipe'
  | 'last spirit wipe'
  | 'tannin wipe'
  | 'seal knots'
  | 'fill'
  | 'fix'
  | 'ease edges'
  | 'condition';

/** One reason of a verdict, with its cure and the stations it changes. */
export interface VerdictReason {
  id: string;
  verdict: Exclude<VerdictWord, 'not looked at' | 'ready'>;
  reason: string;
  remedy: string;
  stations: StationName[];
  caution?: string;
  prep: PrepDemand[];
  /** Its cure is done: it no longer weighs. */
  settled: boolean;
}

export interface Verdict {
  word: VerdictWord;
  reasons: VerdictReason[];
}

interface Rule {
  id: string;
  /** Facts that must all hold, of which one must hold, and none of which may. */
  all?: string[];
  any?: string[];
  none?: string[];
  verdict: VerdictReason['verdict'];
  reason: string;
  remedy: string;
  stations: string[];
  caution?: string;
  prep?: string[];
}

/** All that a verdict is drawn from. */
export interface VerdictInput {
  surface: Surface;
  species: Species;
  survey: Survey;
  areaM2: number;
  outdoors: boolean;
  living: Living;
  food: boolean;
  /** Readings, the air's pull and the limits, when there are readings. */
  moisture: { stats: MoistureStats; trend: MoistureTrend; limitPercent: number; leastPercent: number } | null;
  /** Depth of the chosen colour and the card's word on food, when a product is chosen. */
  chosen: { depth?: 'clear' | 'light' | 'medium' | 'dark'; foodClaim: boolean; bareWood: boolean } | null;
}

const OPEN_SUN = 1.1;

/** The facts of a surface in the rules' own words: "found:wax", "wood:wet", "colour:dark" … */
export function surveyFacts(i: VerdictInput): Set<string> {
  const { surface, species, survey, moisture, chosen } = i;
  const facts = new Set<string>();
  const add = (fact: string, holds: unknown = true) => holds && facts.add(fact);
  for (const [id, f] of survey.findings) add(`found:${id}`, f.present);
  for (const [test, result] of lastResults(survey)) add(`test:${test}:${result}`);
  add(`old:${surface.look?.oldFinish}`, surface.look?.oldFinish);
  add(`sapwood:${surface.look?.sapwood}`, surface.look?.sapwood);
  add('species:unknown', species.id === UNKNOWN_SPECIES);
  add('species:tannin', species.tannin === 'high');
  add('species:oily', species.naturalOil === 'high');
  add('species:blotchy', species.blotchy);
  add('site:outdoor', i.outdoors);
  add('sun:open', i.outdoors && i.living.sun >= OPEN_SUN);
  add('use:food', i.food);
  add(`colour:${chosen?.depth}`, chosen?.depth);
  add('card:no food', chosen && !chosen.foodClaim);
  add('coat:maintenance', chosen && !chosen.bareWood);
  add('readings:few', isLookedAt(survey) && latestReadings(survey.moisture).length < readingsWanted(i.areaM2));
  if (moisture) {
    const wet = moisture.stats.highestPercent > moisture.limitPercent;
    add('wood:wet', wet);
    add('wood:stays wet', wet && moisture.trend.daysToLimit === null);
    add('wood:dry', moisture.stats.lowestPercent < moisture.leastPercent);
  }
  return facts;
}

const GRAVITY: VerdictWord[] = ['not looked at', 'ready', 'ready after', 'wait until', 'do not oil'];

/** The verdict on a surface: every rule whose facts hold, gravest first (rules: verdict-rules.json). */
export function verdictOf(input: VerdictInput): Verdict {
  const facts = surveyFacts(input);
  const values = reasonValues(input);
  const reasons = (rules as readonly Rule[])
    .filter((r) => holds(r, facts))
    .map((r): VerdictReason => ({
      id: r.id,
      verdict: r.verdict,
      reason: filled(r.reason, values),
      remedy: filled(r.remedy, values),
      stations: r.stations as StationName[],
      ...(r.caution && { caution: r.caution }),
      prep: (r.prep ?? []) as PrepDemand[],
      settled: false
    }))
    .sort((a, b) => GRAVITY.indexOf(b.verdict) - GRAVITY.indexOf(a.verdict));
  const looked = isLookedAt(input.survey) || input.surface.look?.oldFinish !== undefined;
  return { word: looked ? gravest(reasons) : 'not looked at', reasons };
}

const gravest = (reasons: readonly VerdictReason[]): VerdictWord => reasons.find((r) => !r.settled)?.verdict ?? 'ready';

/**
 * A verdict after preparation: a reason whose cure is prepared for, and done, no longer weighs. Lead is never settled by
 * work: only its test does that.
 */
export function settledVerdict(verdict: Verdict, isDone: (reason: VerdictReason) => boolean): Verdict {
  const reasons = verdict.reasons.map((r) => ({
    ...r,
    settled: r.verdict === 'ready after' && r.caution !== 'lead' && r.stations.includes('ready') && isDone(r)
  }));
  return { word: verdict.word === 'not looked at' ? verdict.word : gravest(reasons), reasons };
}

const holds = (r: Rule, facts: ReadonlySet<string>): boolean =>
  (r.all ?? []).every((f) => facts.has(f)) &&
  (!r.any || r.any.some((f) => facts.has(f))) &&
  !(r.none ?? []).some((f) => facts.has(f));

function reasonValues({ moisture, survey, areaM2 }: VerdictInput): Keyed<string> {
  const wanted = readingsWanted(areaM2);
  const taken = latestReadings(survey.moisture).length;
  const one = (v: number) => v.toFixed(1);
  return keyed({
    taken: String(taken),
    wanted: String(wanted),
    missing: String(Math.max(0, wanted - taken)),
    ...(moisture && {
      highest: one(moisture.stats.highestPercent),
      lowest: one(moisture.stats.lowestPercent),
      limit: String(moisture.limitPercent),
      least: String(moisture.leastPercent),
      emc: one(moisture.trend.emcPercent),
      days: moisture.trend.daysToLimit === null ? '–' : daysWords(moisture.trend.daysToLimit)
    })
  });
}

const daysWords = (days: number) => {
  const whole = Math.max(1, Math.ceil(days));
  return `${whole} ${whole === 1 ? 'day' : 'days'}`;
};

const filled = (text: string, values: Keyed<string>) =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => values.get(name) ?? '–');
