export { firstStart, judgedHours, sequenceContext } from './contexts';
export { findStarts, type Help, memberContexts, type Outlook, whatHelps } from './ensemble';
export {
  climateSpan,
  measuredInPlaces,
  moistureRead,
  needsWeather,
  sharedClimates,
  SHUT_AIR_CHANGES,
  siteClimate
} from './job-climate';
export { type MonthOdds, monthsOdds, nextLikelyMonth } from './odds';
export { hoursBeyond, sequenceHours } from './reach';
export {
  addMember,
  type HourShare,
  hourShares,
  quantileOf,
  type RankedStart,
  rankStart,
  rankStarts,
  searchStarts,
  startTally,
  type Stopper
} from './search';
export { simulateStart } from './sequence';
export type { SequenceContext, SequenceOutcome, SimulatedCoat } from './sequence-context';
