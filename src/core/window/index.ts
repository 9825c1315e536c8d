export { firstStart, judgedHours, sequenceContext } from './contexts';
export { findStarts, type Help, memberContexts, type Outlook, whatHelps } from './ensemble';
export { climateSpan, moistureRead, needsWeather, SHUT_AIR_CHANGES, siteClimate } from './job-climate';
export { type MonthOutlook, monthsOutlook } from './months';
export {
  addMember,
  type HourShare,
  hourShares,
  quantileOf,
  type RankedStart,
  rankStart,
  rankStarts,
  searchStarts,
  startTally
} from './search';
export { simulateStart } from './sequence';
export type { SequenceContext, SequenceOutcome, SimulatedCoat } from './sequence-context';
