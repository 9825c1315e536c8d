export {
  emptySurvey,
  findingName,
  findingTable,
  isLookedAt,
  lastResults,
  testTable,
  timedResult,
  type FindingRow,
  type Survey,
  type SurveyPhoto,
  type TestResultRow,
  type TestRow
} from './survey';
export {
  latestReadings,
  moistureStats,
  moistureTrend,
  readingsWanted,
  type MoistureAir,
  type MoistureStats,
  type MoistureTrend
} from './moisture';
export {
  settledVerdict,
  surveyFacts,
  verdictOf,
  type PrepDemand,
  type StationName,
  type Verdict,
  type VerdictInput,
  type VerdictReason,
  type VerdictWord
} from './verdict';
