export type { JobDocument } from './document-schema';
export type { EventData, EventType, NewEvent, WorkEvent } from './events-schema';
export { blockingProblems, coatCount, finishCard, jobProblems, touchesFood, type Problem } from './problems';
export { coatPlans, facePlans, type CoatPlan, type FacePlan } from './coats';
export type { BatchPlan, BuyLine, GearItem, LoadPlan } from './load';
export { careDueAt, keepPlan, leavePlan, servedAt, type KeepPlan, type LeavePlan } from './after';
export { bestStarts, plan, sequenceContext, type Knowledge, type Plan } from './plan';
export {
  eventOrder,
  fold,
  foldNext,
  jobStage,
  openBays,
  ragsUnaccounted,
  type BatchState,
  type BayState,
  type CoatState,
  type JobStage,
  type WorkState
} from './fold';
export { liveWork, type LiveBatch, type LiveBay, type LiveCoat, type LiveWork } from './live';
export { deadlines, type Deadline } from './deadlines';
export { batchLetter, nextSteps, type Step } from './steps';
export { lookTally, surveySurfaces, type MoistureSeen, type SurfaceSurvey } from './survey';
export { siteClimate } from './climate';
