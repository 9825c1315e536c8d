export { EVENT_VERSION } from '../keyed';
export { EVENT_ROWS, type EventFamily, eventRow, FAMILIES, partsNamed, type EventRow } from './event-rows';
export { fold, foldNext } from './fold';
export {
  DIRTY_SOLVENT,
  type DirtySolvent,
  REST_GOES,
  type RestGoes,
  type EventData,
  type EventSaid,
  type EventType,
  type NewEvent,
  type WorkEvent
} from './schema';
export {
  type Approval,
  batchesFor,
  type BatchState,
  coatOfBatch,
  type CoatRef,
  type ColourWord,
  type CoatState,
  type FlawFound,
  forPart,
  JOB_STAGES,
  type JobStage,
  jobStage,
  type LayerLook,
  type LookSaid,
  openLayings,
  packedKey,
  type PartState,
  ragsNotSafe,
  ragsUnaccounted,
  shareOfBatch,
  tookOffL,
  type TinSettled,
  type WorkState
} from './work-state';
