import type { Stretch } from '../calendar';
import type { SiteClimate } from '../climate';
import type { CoatNeeds, CoatTimes, DryingCurve, DryingFactor, LaidCoat } from '../drying';
import type { Rhythm } from '../house';
import type { Closure, LayingLimits, RuleBits } from '../judge';
import type { Method } from '../method';
import type { ProductCard } from '../product';

/** A coat to be laid: its product against the hours, and how long the crew is at it, a number a round. */
export interface CoatToLay {
  number: number;
  method: Method;
  /** Pieces that are turned over are coated in rounds; the next waits until the last is touch dry. */
  roundMinutes: readonly number[];
  /** Where it is laid and dries, and what of that place's hours may be worked. */
  climate: SiteClimate;
  work: WorkHours;
  filmRatio: number;
  kappa: DryingFactor;
  /** What it must gather for each of its states: follows from card, method, film and κ. */
  needs: CoatNeeds;
  limits: LayingLimits;
  /** A bit for each rule that closes an hour of the horizon. */
  closed: RuleBits;
  /** Most open working time without a break of more than an hour, ms. */
  longestSittingMs: number;
  curve: DryingCurve;
}

/** A coat already on the wood, from which the rest goes on. */
export interface CoatOnWood extends LaidCoat {
  number: number;
  card: ProductCard;
  kappa: DryingFactor;
  curve: DryingCurve;
}

/** The hours of the horizon from `fromMs` on, and what of each may be worked; `toMs` 0 where nothing may. */
export interface WorkHours {
  fromMs: number;
  from: Float64Array;
  to: Float64Array;
  closed: Closure[][];
}

/** A coat laid in the simulation. `abradeFirst`: the window below had closed. */
export interface SimulatedCoat extends CoatTimes {
  number: number;
  abradeFirst: boolean;
  /** When each of its rounds is laid; one where nothing is turned over. */
  rounds: Stretch[];
  /** The same without the breaks of more than an hour: each is a stretch of work on site. */
  sittings: Stretch[];
}

/** All a sequence of coats is simulated against, built once. At least one coat. */
export interface SequenceContext {
  /** Those of the first of its coats. */
  climate: SiteClimate;
  work: WorkHours;
  coats: readonly CoatToLay[];
  /** The last coat on the wood when the work is under way, and when the next may go on. */
  onWood?: SimulatedCoat;
  readyMs?: number;
  /** How many hours ahead a start is looked for: a held room goes on beyond it. */
  horizonHours: number;
  /** When the local days of the horizon begin, in order. */
  dayStartsMs: readonly number[];
  /** The house's rhythm: a coat a day, as each opens, or thin ones as soon as the last is touch dry. */
  rhythm: Rhythm;
}

/** What becomes of a start: all coats with their times, or the rule and the coat that stop it. */
export interface SequenceOutcome {
  startMs: number;
  ok: boolean;
  coats: SimulatedCoat[];
  failed?: { coat: number; closure: Closure; atMs: number };
  /** Last coat touch dry, or wiped for a class that does not dry. */
  finishMs: number;
  visits: number;
}
