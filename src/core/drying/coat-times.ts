import type { Method } from '../method';
import { cardHours, classTraits, touchDryProgress, type ProductCard } from '../product';
import { HOUR_MS, type Span } from '../units';
import { whenGathered, type DryingCurve } from './curve';
import { tackyProgress, type DryingFactor } from './drying-factor';
import { filmFactor, methodFactor } from './rate';

/** A value for each state of a coat, over the span of κ. Null where the card has no such state. */
interface CoatStates {
  tacky: Span | null;
  touchDry: Span | null;
  recoatOpens: Span;
  recoatCloses: Span | null;
  rainSafe: Span | null;
  lightUse: Span | null;
  fullCure: Span | null;
}

/** When a coat reaches its states, ms since the epoch. */
export interface CoatTimes extends CoatStates {
  laidFromMs: number;
  laidToMs: number;
  /** Progress needed before the next coat: 1, or 2 − p of an under coat laid over early. */
  opensAtProgress: number;
  /** Full-cure work added by early coats below: 1 + 2·Σ(1 − p). */
  cureFactor: number;
  /** The recoat span or a later one runs past the end of the weather. */
  pastForecast: boolean;
}

export interface LaidCoat {
  fromMs: number;
  toMs: number;
  method: Method;
  /** Laid film over label film; 1 when not measured. */
  filmRatio: number;
  opensAtProgress?: number;
  cureFactor?: number;
}

/** Reference hours a coat must gather from the end of laying: the same wherever and whenever it is laid. */
export interface CoatNeeds extends CoatStates {
  /** False for a class that never cures: its hours pass by the clock, and it is in use once wiped. */
  cures: boolean;
}

const sure = (hours: number): Span => ({ p10: hours, p50: hours, p90: hours });

/** κ as rain-safe, light use and full cure go by it: the thumb tests touch, so it may put them off and never bring them nearer (handbook 9). */
const slower = ({ p10, p50, p90, tests }: DryingFactor): DryingFactor => ({
  p10: Math.min(1, p10),
  p50: Math.min(1, p50),
  p90: Math.min(1, p90),
  tests
});

/** What a coat needs by its card, method, film and κ (handbook 9): progress × the state's hours / (κ · F · M). */
export function coatNeeds(card: ProductCard, laid: Omit<LaidCoat, 'fromMs' | 'toMs'>, kappa: DryingFactor): CoatNeeds {
  const opens = cardHours(card, 'recoatOpens')!;
  const { opensAtProgress = 1, cureFactor = 1 } = laid;
  if (!classTraits(card.class).cures)
    return {
      cures: false,
      tacky: null,
      touchDry: null,
      recoatOpens: sure(opens),
      recoatCloses: null,
      rainSafe: null,
      lightUse: sure(0),
      fullCure: null
    };
  const film = filmFactor(laid.filmRatio);
  const need = (progress: number, refHours: number, factor: number, by: DryingFactor = kappa): Span => {
    const at = (k: number) => (progress * refHours) / (k * film * factor);
    return { p10: at(by.p90), p50: at(by.p50), p90: at(by.p10) };
  };
  const touch = (progress: number) => need(progress, opens, methodFactor(laid.method, 'recoat'));
  const beyond = (progress: number, refHours: number | undefined, state: 'recoat' | 'cure') =>
    refHours === undefined ? null : need(progress, refHours, methodFactor(laid.method, state), slower(kappa));
  const closes = cardHours(card, 'recoatCloses');
  return {
    cures: true,
    tacky: touch(tackyProgress(touchDryProgress(card))),
    touchDry: touch(touchDryProgress(card)),
    recoatOpens: touch(opensAtProgress),
    recoatCloses: closes === undefined ? null : touch(Math.max(closes / opens, opensAtProgress)),
    rainSafe: beyond(1, cardHours(card, 'rainSafe') ?? opens, 'recoat'),
    lightUse: beyond(1, cardHours(card, 'lightUse'), 'recoat'),
    fullCure: beyond(cureFactor, cardHours(card, 'fullCure'), 'cure')
  };
}

/** Instant at which a coat laid by `toMs` has so many of its needed hours. */
export const whenNeeded = (curve: DryingCurve, { cures }: CoatNeeds, toMs: number, hours: number): number =>
  cures ? whenGathered(curve, toMs, hours) : toMs + hours * HOUR_MS;

/** States of a coat through the drying integral (handbook 9), counted from the end of laying. */
export const coatTimes = (curve: DryingCurve, card: ProductCard, laid: LaidCoat, kappa: DryingFactor): CoatTimes =>
  timesOfNeeds(curve, coatNeeds(card, laid, kappa), laid);

/** The same from what the coat needs. */
export function timesOfNeeds(
  curve: DryingCurve,
  needs: CoatNeeds,
  laid: Omit<LaidCoat, 'method' | 'filmRatio'>
): CoatTimes {
  const at = (hours: number) => whenNeeded(curve, needs, laid.toMs, hours);
  const reach = ({ p10, p50, p90 }: Span): Span => {
    const middle = at(p50);
    return p10 === p90 ? { p10: middle, p50: middle, p90: middle } : { p10: at(p10), p50: middle, p90: at(p90) };
  };
  const stated = (need: Span | null) => need && reach(need);
  const recoatOpens = reach(needs.recoatOpens);
  return {
    laidFromMs: laid.fromMs,
    laidToMs: laid.toMs,
    opensAtProgress: laid.opensAtProgress ?? 1,
    cureFactor: laid.cureFactor ?? 1,
    tacky: stated(needs.tacky),
    touchDry: stated(needs.touchDry),
    recoatOpens,
    recoatCloses: stated(needs.recoatCloses),
    rainSafe: stated(needs.rainSafe),
    lightUse: stated(needs.lightUse),
    fullCure: stated(needs.fullCure),
    pastForecast: needs.cures && recoatOpens.p50 > curve.endMs
  };
}

/** What laying a coat over one at progress p means (handbook 9). Below touch dry it is refused. */
export function overcoat(
  progress: number,
  card: ProductCard
): {
  allowed: boolean;
  early: boolean;
  opensAtProgress: number;
  cureAdded: number;
} {
  if (progress < touchDryProgress(card)) return { allowed: false, early: true, opensAtProgress: 1, cureAdded: 0 };
  if (progress < 1)
    return {
      allowed: true,
      early: true,
      opensAtProgress: 2 - progress,
      cureAdded: 2 * (1 - progress)
    };
  return { allowed: true, early: false, opensAtProgress: 1, cureAdded: 0 };
}
