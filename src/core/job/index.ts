export {
  CUT_BACKS,
  LIGHTS,
  type CoatChoice,
  type CutBack,
  type Finish,
  type FinishSystem,
  type JobDocument,
  type SampleBoard
} from './document-schema';
export {
  cardOf,
  coatCard,
  coatCount,
  coatsOnFace,
  coatSpec,
  coatSpecs,
  faceRef,
  finishCard,
  jobAtHouse,
  sequenceCards,
  topCard,
  withSystem,
  type CoatSpec
} from './coat-specs';
export {
  chanceWord,
  compareSystems,
  type Fit,
  type Risk,
  type RuledOut,
  type SystemFigures
} from './compare';
export { finishedCoats, type FinishedCoat } from './finished';
export { firstDayKnowledge, type DryingLog, type DryingObservation, type Knowledge } from './knowledge';
export { layerChecks, type LayerFinding } from './layering';
export { LOAD_GROUPS, loadList, type LoadGroup, type LoadItem, type LoadVisit } from './load-list';
export { colourLock, sampleProblems, type ColourLock } from './samples';
export type { EventData, EventType, NewEvent, WorkEvent } from './events-schema';
export { blockingProblems, jobProblems, touchesFood, type Problem } from './problems';
export { coatPlans, facePlans, type CoatKey, type CoatPlan, type CoatRound, type FacePlan } from './coats';
export type { BatchPlan, BuyLine, BuyStep, LoadPlan, ProductLoad } from './load';
export { careDueAt, keepPlan, leavePlan, servedAt, type KeepPlan, type LeavePlan } from './after';
export { bestStarts, plan, type Plan } from './plan';
export { firstStart, sequenceContext, type OnWood } from './contexts';
export { withOwn, withoutOwn } from './own-knowledge';
export { kappaFor, siteKey, tackTestsOf } from './tack-tests';
export { DESK_EVENTS, eventOrder, fold, foldNext } from './fold';
export {
  jobStage,
  openBays,
  packedKey,
  ragsNotSafe,
  ragsUnaccounted,
  type Approval,
  type BatchState,
  type BayState,
  type CoatState,
  type JobStage,
  type WorkState
} from './work-state';
export { liveWork, type LiveBatch, type LiveBay, type LiveCoat, type LiveWork } from './live';
export { deadlines, type Deadline } from './deadlines';
export { BAY_ENDS, type BayEnd } from './dwell-clock';
export { batchLetter, nextSteps, type Step } from './steps';
export { lookTally, surveySurfaces, type MoistureSeen, type SurfaceSurvey } from './survey';
export { climateSpan, moistureRead, needsWeather, SHUT_AIR_CHANGES, siteClimate, siteClimates } from './climate';
export { houseFigures, sameFigures, type HouseFigures } from './house-effect';
export { findStarts, HELPS, memberContexts, whatHelps, type Help, type HelpKind, type Outlook } from './ensemble';
export { judgeBooking, type JudgedBooking } from './booking';
export { clashOf, type BookedVisit, type Clash } from './clashes';
export { visitsOf, type PlannedVisit } from './visits';
export { monthsOutlook, type MonthOutlook } from './months';
