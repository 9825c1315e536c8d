export {
  airFactor,
  coldFactor,
  dryingRate,
  dwellMinutes,
  dwellToday,
  filmFactor,
  filmRatio,
  humidityFactor,
  methodFactor,
  type DryingHour
} from './rate';
export { dryingCurve, gatheredAt, instantOf, progressBetween, whenGathered, type DryingCurve } from './curve';
export {
  coatNeeds,
  coatTimes,
  overcoat,
  timesOfNeeds,
  whenNeeded,
  type CoatNeeds,
  type CoatTimes,
  type LaidCoat
} from './coat-times';
export {
  dryingFactor,
  kappaBelief,
  TACK_STATES,
  tackyProgress,
  testsThatCount,
  type DryingFactor,
  type TackState,
  type TackTest
} from './drying-factor';
export { beliefQuantile, LN_GRID, lnPrior, lnUpdated, normalized, type LnBelief, type LnWeights } from './ln-grid';
export type { Span } from '../units';
