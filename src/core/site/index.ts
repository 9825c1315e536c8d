export { type Deadline, deadlines } from './deadlines';
export type { LayingEnd } from './dwell-clock';
export { type LiveLaying, type LiveCoat, liveWork, type LiveWork } from './live';
export {
  type BoardCell,
  type CellCoat,
  type CellState,
  CELL_STATES,
  faceBoard,
  missing,
  namesFaces,
  wanting
} from './face-board';
export { batchLetter } from './coat-steps';
export type { Step } from './step';
export { nextSteps } from './steps';
export { type CoatShare, shareOf, sharesBatch, type SharingPart } from './shared-batch';
export { lookTally, type MoistureSeen, type SurfaceSurvey, surveySurface, surveySurfaces } from './surface-survey';
export { running, shareOn, type Running } from './running';
