export {
  dayStarts,
  isTimeZone,
  localDate,
  wallClockMs,
  WEEKDAYS,
  workingStretches,
  type Stretch,
  type Weekday,
  type WorkingHours
} from './working-hours';
export {
  dailyStretches,
  isCalendarDate,
  openStretches,
  shareOfHours,
  type OpenStretch,
  type SiteClosure
} from './access';
export {
  clearSun,
  climateEndMs,
  hoursFrom,
  outdoorClimate,
  siteHourAt,
  sunHours,
  type MeasuredHour,
  type OutdoorSurface,
  type SiteClimate,
  type SiteHour,
  type SunHours
} from './site-hours';
export type { MoistureReading } from './known-moisture';
export { followingRoomClimate, heldRoomClimate, type FollowingRoom, type HeldRoom } from './rooms';
export { longestSittingMs } from './run';
export {
  BITS,
  allowedBy,
  closedBits,
  closuresOf,
  firstRule,
  judgeHours,
  layingLimits,
  moistureLimits,
  RULES,
  verdictRuns,
  type Closure,
  type HourVerdict,
  type LayingLimits,
  type Rule,
  type RuleBits,
  type VerdictRun
} from './judge';
export {
  goingOn,
  horizonBits,
  simulateStart,
  withFilm,
  workHours,
  type CoatOnWood,
  type CoatToLay,
  type SequenceContext,
  type SequenceOutcome,
  type SimulatedCoat,
  type WorkHours
} from './sequence';
export {
  addMember,
  hourShares,
  quantileOf,
  rankStart,
  rankStarts,
  searchStarts,
  startCandidates,
  startHours,
  startTally,
  type HourShare,
  type RankedStart,
  type StartTally,
  type Stopper
} from './search';
export { usableFrom } from './usable-from';
