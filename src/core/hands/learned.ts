import type { CoverageLog, RateEvidence, RateObservation } from '../coverage';
import { defaultHouseRules, type HouseRules } from '../house';
import { METHODS, type Method } from '../method';
import { HANDS_GROUPS, kindRow, SURFACE_KINDS, type HandsGroup } from '../surface';
import { MINUTE_MS } from '../units';
import { coatHands, onWoodMinutes, type HandsFace } from './minutes';

/** The name under which the log keeps how fast hands are at a kind by a method. */
export const handsKey = (group: HandsGroup, method: Method): string => `hands ${group} ${method}`;

/** How long this crew takes at a kind of work, as a multiple of what its rates say, and the coats behind it. */
export interface LearnedHands {
  factor: number;
  sdLn: number;
  coats: number;
}

/**
 * Posterior of the factor on person minutes (handbook 10): prior ln N(0, 0.30²) about the house's own rates, coats observed with
 * sd 0.20. The log keeps what it saw against the preset rates; `lnHouse` is ln of the house's minutes over those, so that a
 * changed rate moves the guess and not what was seen.
 */
export function learnedHands(evidence: RateEvidence | undefined, lnHouse: number, { hands }: HouseRules): LearnedHands {
  const prior = 1 / hands.sdLn ** 2;
  if (!evidence?.coats) return { factor: 1, sdLn: hands.sdLn, coats: 0 };
  const precision = prior + evidence.precision;
  const mean = (evidence.weightedLn - evidence.precision * lnHouse) / precision;
  return { factor: Math.exp(mean), sdLn: Math.sqrt(1 / precision), coats: evidence.coats };
}

/** What the log has taught of every kind and method it saw, against the house's own rates as they are for a plain face. */
export function knownHands(
  log: CoverageLog,
  house: HouseRules
): (LearnedHands & { group: HandsGroup; method: Method })[] {
  return HANDS_GROUPS.flatMap((group) =>
    METHODS.flatMap((method) => {
      const evidence = log.get(handsKey(group, method));
      if (!evidence) return [];
      const minutes = (rules: HouseRules) => onWoodMinutes(coatHands([plainFace(group)], plainCoat(method), rules));
      const lnHouse = Math.log(minutes(house) / minutes(defaultHouseRules));
      return [{ group, method, ...learnedHands(evidence, lnHouse, house) }];
    })
  );
}

const plainCoat = (method: Method) => ({ method, wiped: true, batches: 0, stirMinutes: 0 });
const plainFace = (group: HandsGroup): HandsFace => ({
  kind: SURFACE_KINDS.find((k) => kindRow(k).hands === group)!,
  planAreaM2: 10,
  profile: 'flat',
  gapped: false,
  edgeM: null,
  wallM: 0,
  railM: 10,
  rims: 0,
  turns: 0,
  high: false
});

/** One laying as its hands are timed: when oil was on, when it was off or laid off, and how many worked at it. */
export interface TimedLaying {
  spreadAtMs: number;
  wipedAtMs: number;
  people: number;
}

/** What was seen of a coat's hands, and what the rates say of just that. Person minutes. */
export interface HandsSeen {
  tookMinutes: number;
  plannedMinutes: number;
  guessed: boolean;
}

/**
 * What hands took on a coat, from its log. A laying begins when the one before it was on or off, or its batch was ready, but no
 * earlier than twice its planned spreading before it was on: what lies before that was a break. The soak that was waited for is
 * taken off once for each stretch without a break. Where nothing says when the first laying began, its spreading counts on
 * neither side. Null where nothing is left to compare.
 */
export function handsSeen(
  layings: readonly TimedLaying[],
  coat: {
    readyAtMs: number | null;
    soakMinutes: number;
    spreadMinutes: number;
    onWoodMinutes: number;
    /** Nobody said how many worked at it. */
    peopleGuessed: boolean;
  }
): HandsSeen | null {
  const inOrder = [...layings].sort((a, b) => a.spreadAtMs - b.spreadAtMs);
  if (inOrder.length === 0) return null;
  const spreadEach = coat.spreadMinutes / inOrder.length;
  let [tookMinutes, plannedMinutes, guessed] = [0, coat.onWoodMinutes, coat.soakMinutes > 0 || coat.peopleGuessed];
  let doneMs: number | null = coat.readyAtMs;
  inOrder.forEach((l, i) => {
    const longestMs = (2 * spreadEach * MINUTE_MS) / l.people;
    const fromMs = doneMs === null ? l.spreadAtMs : Math.max(doneMs, l.spreadAtMs - longestMs);
    const breaks = i === 0 || fromMs > doneMs!;
    if (doneMs === null) {
      plannedMinutes -= spreadEach;
      guessed = true;
    }
    const minutes = Math.max(0, l.wipedAtMs - fromMs) / MINUTE_MS;
    const soaked = breaks ? Math.min(coat.soakMinutes, minutes) : 0;
    tookMinutes += (minutes - soaked) * l.people;
    doneMs = Math.max(doneMs ?? 0, l.wipedAtMs);
  });
  return tookMinutes > 0 && plannedMinutes > 0 ? { tookMinutes, plannedMinutes, guessed } : null;
}

/** Further off than this, either way, somebody forgot to say that it was done: it teaches nothing. */
const MOST_TIMES_OFF = 4;

/** What a coat teaches of hands, by kind and method, weighed by their share of its minutes (handbook 10). */
export function observedHands(
  { tookMinutes, plannedMinutes, guessed }: HandsSeen,
  shares: readonly { key: string; minutes: number }[],
  { hands }: HouseRules
): RateObservation[] {
  const ratio = tookMinutes / plannedMinutes;
  if (ratio > MOST_TIMES_OFF || ratio < 1 / MOST_TIMES_OFF) return [];
  const all = shares.reduce((s, x) => s + x.minutes, 0);
  const precision = (guessed ? 0.5 : 1) / hands.observedSdLn ** 2;
  return shares
    .filter((x) => x.minutes > 0)
    .map(({ key, minutes }) => ({ key, lnRate: Math.log(ratio), precision: (precision * minutes) / all }));
}
