import type { StepScope } from '../surface';
import gateRows from './gates.json';
import stepRows from './steps.json';

/** A check that must hold before the next step. */
export interface Gate {
  id: string;
  words: string;
  how: string;
}

/** How long a step must rest before the next, minutes. */
export interface PrepWait {
  minMinutes: number;
  maxMinutes: number;
  why: string;
}

/** What a step uses up: pieces, or metres, m², litres or grams. */
export interface Consumable {
  name: string;
  count: number;
  unit?: 'm' | 'm²' | 'L' | 'g';
}

/** One step of getting a surface ready for oil. Minutes are of one person over all units. */
export interface PrepStep {
  id: string;
  name: string;
  why: string;
  /** Whose it is, where it is not on Basket's own list. */
  own?: 'house' | 'job';
  /** What was found on the wood asks for it, so that it is left out with a reason only. */
  asked: boolean;
  /** On how much of the surface, and on which of its pieces, where not all. */
  on?: StepScope;
  pieces?: string[];
  /** Of a step whose minutes are told for each piece. */
  eachMinutes?: number;
  /** Its minutes are the crew's own word. */
  timed?: true;
  grit?: number;
  machine?: string;
  minutes: number;
  wait?: PrepWait;
  consumables: Consumable[];
  gates: Gate[];
  cautions: string[];
}

/** A row of the list of steps: what asks for it and what it takes. */
export interface StepRow {
  id: string;
  name: string;
  when: string[];
  why: string;
  m2PerHour?: number;
  metresPerHour?: number;
  minutesEach?: number;
  minutesPerUnit?: number;
  wait?: PrepWait;
  consumables?: {
    name: string;
    unit?: string;
    perM2?: number;
    perM?: number;
    perUnit?: number;
    perPerson?: number;
    each?: number;
  }[];
  cautions?: string[];
}

export const STEP_ROWS = stepRows as readonly StepRow[];
/** Every gate there is, in the order they are checked. */
export const gateTable: readonly Gate[] = gateRows;

/** The gates of a step by where they stand in the work. */
export const gatesAt = (...at: string[]): Gate[] =>
  gateRows.filter((g) => at.includes(g.at)).map(({ id, words, how }) => ({ id, words, how }));

/** The crew's own gate of an own step, in its own words. */
export const ownGate = (words: string): Gate => ({ ...gatesAt('own step')[0]!, words });

/** The name of a step of a grit. */
export const sandName = (grit: number): string => `Sand P${grit}, edges and corners too`;

/** Which time a step is done: "2nd time". */
export const timeWords = (n: number): string => `${n}${n === 2 ? 'nd' : n === 3 ? 'rd' : 'th'} time`;

/** The name of a preparation step by its id, as its list and the log both call it; of a crew's own the words its id was made of. */
export function prepStepName(id: string): string {
  const [, base, again] = /^(.*?)(?:-x(\d))?$/.exec(id)!;
  const grit = /^sand-(\d+)$/.exec(base!)?.[1];
  const own = /^(?:own|house)-(.+)$/.exec(base!)?.[1]?.replaceAll('-', ' ');
  const name = grit
    ? sandName(Number(grit))
    : (STEP_ROWS.find((r) => r.id === base)?.name ?? (own ? own[0]!.toUpperCase() + own.slice(1) : base!));
  return again ? `${name}, ${timeWords(Number(again))}` : name;
}
