export { type Deadline, deadlines } from './deadlines';
export type { BayEnd } from './dwell-clock';
export { type LiveBay, type LiveCoat, liveWork, type LiveWork } from './live';
export {
  type BoardCell,
  type CellCoat,
  type CellState,
  CELL_STATES,
  faceBoard,
  namesFaces,
  wanting
} from './face-board';
export { batchLetter, nextSteps, type Step } from './steps';
export { lookTally, type MoistureSeen, type SurfaceSurvey, surveySurface, surveySurfaces } from './surface-survey';
