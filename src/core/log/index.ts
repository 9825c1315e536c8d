export { EVENT_ROWS, eventRow, type EventRow } from './event-rows';
export { fold, foldNext } from './fold';
export type { EventData, EventType, NewEvent, WorkEvent } from './schema';
export {
  type Approval,
  type BatchState,
  type ColourWord,
  type CoatState,
  forPart,
  JOB_STAGES,
  type JobStage,
  jobStage,
  type LayerLook,
  openBays,
  packedKey,
  type PartState,
  ragsNotSafe,
  ragsUnaccounted,
  type WorkState
} from './work-state';
