import { cardHours, classTraits, touchDryProgress, type Method, type ProductCard } from '../product';
import { HOUR_MS, span80, type Span } from '../units';
import { whenProgress, type DryingCurve } from './curve';
import { filmFactor, methodFactor } from './rate';

/** The crew's drying factor κ: median and what is still unknown of its logarithm (handbook 9). */
export interface DryingFactor {
  median: number;
  sdLn: number;
}

/** When a coat reaches its states, from the instant it was laid. Null where the card has no such state. */
export interface CoatTimes {
  laidFromMs: number;
  laidToMs: number;
  tacky: Span | null;
  touchDry: Span | null;
  recoatOpens: Span;
  recoatCloses: Span | null;
  rainSafe: Span | null;
  lightUse: Span | null;
  fullCure: Span | null;
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

/**
 * States of a coat through the drying integral (handbook 9), counted from the end of laying. A class that never cures
 * has no progress: recoat is the card's hours unscaled, use is once wiped.
 */
export function coatTimes(curve: DryingCurve, card: ProductCard, laid: LaidCoat, kappa: DryingFactor): CoatTimes {
  const opens = cardHours(card, 'recoatOpens')!;
  const { opensAtProgress = 1, cureFactor = 1 } = laid;
  const base = {
    laidFromMs: laid.fromMs,
    laidToMs: laid.toMs,
    opensAtProgress,
    cureFactor
  };
  if (!classTraits(card.class).cures) {
    const sure = (hours: number): Span => span80(() => laid.toMs + hours * HOUR_MS);
    return {
      ...base,
      tacky: null,
      touchDry: null,
      recoatOpens: sure(opens),
      recoatCloses: null,
      rainSafe: null,
      lightUse: sure(0),
      fullCure: null,
      pastForecast: false
    };
  }
  const film = filmFactor(laid.filmRatio);
  const reach = (progress: number, refHours: number | undefined, state: 'recoat' | 'cure'): Span | null => {
    if (refHours === undefined) return null;
    const at = (z: number) =>
      whenProgress(
        curve,
        laid.toMs,
        progress,
        refHours,
        kappa.median * Math.exp(z * kappa.sdLn) * film * methodFactor(laid.method, state)
      );
    return span80(at);
  };
  const closes = cardHours(card, 'recoatCloses');
  const recoatOpens = reach(opensAtProgress, opens, 'recoat')!;
  return {
    ...base,
    tacky: reach(0.2, opens, 'recoat'),
    touchDry: reach(touchDryProgress(card), opens, 'recoat'),
    recoatOpens,
    recoatCloses: closes === undefined ? null : reach(Math.max(closes / opens, opensAtProgress), opens, 'recoat'),
    rainSafe: reach(1, cardHours(card, 'rainSafe'), 'recoat'),
    lightUse: reach(1, cardHours(card, 'lightUse'), 'recoat'),
    fullCure: reach(cureFactor, cardHours(card, 'fullCure'), 'cure'),
    pastForecast: recoatOpens.p50 > curve.endMs
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
