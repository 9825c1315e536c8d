export {
  airFactor,
  coldFactor,
  dryingRate,
  dwellMinutes,
  filmFactor,
  filmRatio,
  humidityFactor,
  methodFactor,
  type DryingHour
} from './rate';
export { dryingCurve, gatheredAt, instantOf, progressBetween, whenProgress, type DryingCurve } from './curve';
export { coatTimes, overcoat, type CoatTimes, type DryingFactor, type LaidCoat } from './coat-times';
export type { Span } from '../units';
