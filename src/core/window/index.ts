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
  heldRoomClimate,
  outdoorClimate,
  siteHourAt,
  type HeldRoom,
  type MoistureReading,
  type SiteClimate,
  type SiteHour
} from './site-hours';
export {
  closuresOf,
  judgeHours,
  layingLimits,
  moistureLimits,
  RULES,
  verdictRuns,
  type Closure,
  type HourVerdict,
  type LayingLimits,
  type Rule,
  type VerdictRun
} from './judge';
export {
  searchStarts,
  simulateStart,
  startCandidates,
  type CoatToLay,
  type SequenceContext,
  type SequenceOutcome,
  type SimulatedCoat
} from './sequence';
