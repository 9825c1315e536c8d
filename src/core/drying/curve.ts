import type { ProductCard } from '../product';
import { HOUR_MS } from '../units';
import { dryingRate, type DryingHour } from './rate';

/**
 * Reference hours gathered since the series began, one value per hour boundary. An hour without data gains nothing.
 * Past the end it goes on at the mean rate of the last five days, and says so.
 */
export interface DryingCurve {
  startMs: number;
  endMs: number;
  gathered: Float64Array;
  ratePastEnd: number;
}

const DAYS_FOR_MEAN = 5;

/** Builds the curve of a card over hourly air and surface; throws on an empty series. */
export function dryingCurve(hours: readonly (DryingHour | null)[], startMs: number, card: ProductCard): DryingCurve {
  if (hours.length === 0) throw new RangeError('drying needs at least one hour');
  const gathered = new Float64Array(hours.length + 1);
  hours.forEach((h, i) => (gathered[i + 1] = gathered[i]! + (h ? dryingRate(h, card) : 0)));
  const span = Math.min(hours.length, DAYS_FOR_MEAN * 24);
  const ratePastEnd = Math.max(1e-6, (gathered[hours.length]! - gathered[hours.length - span]!) / span);
  return {
    startMs,
    endMs: startMs + hours.length * HOUR_MS,
    gathered,
    ratePastEnd
  };
}

/** Reference hours gathered up to an instant. Before the series reference conditions are taken: negative hours. */
export function gatheredAt(curve: DryingCurve, atMs: number): number {
  const n = curve.gathered.length - 1;
  const x = (atMs - curve.startMs) / HOUR_MS;
  if (x <= 0) return x;
  if (x >= n) return curve.gathered[n]! + (x - n) * curve.ratePastEnd;
  const i = Math.floor(x);
  return curve.gathered[i]! + (x - i) * (curve.gathered[i + 1]! - curve.gathered[i]!);
}

/** Instant at which the curve has gathered so many reference hours. */
export function instantOf(curve: DryingCurve, gathered: number): number {
  const n = curve.gathered.length - 1;
  if (gathered <= 0) return curve.startMs + gathered * HOUR_MS;
  if (gathered >= curve.gathered[n]!)
    return curve.endMs + ((gathered - curve.gathered[n]!) / curve.ratePastEnd) * HOUR_MS;
  let [low, high] = [0, n];
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (curve.gathered[mid]! < gathered) low = mid;
    else high = mid;
  }
  const step = curve.gathered[high]! - curve.gathered[low]!;
  return curve.startMs + (low + (step > 0 ? (gathered - curve.gathered[low]!) / step : 0)) * HOUR_MS;
}

/** Progress of a coat between two instants: speed × reference hours gathered / the state's reference hours. */
export const progressBetween = (
  curve: DryingCurve,
  fromMs: number,
  toMs: number,
  refHours: number,
  speed: number
): number => (speed * (gatheredAt(curve, toMs) - gatheredAt(curve, fromMs))) / refHours;

/** Instant at which so many reference hours have been gathered since `fromMs`. */
export const whenGathered = (curve: DryingCurve, fromMs: number, needed: number): number =>
  instantOf(curve, gatheredAt(curve, fromMs) + needed);
