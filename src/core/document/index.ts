export {
  cardOf,
  coatCard,
  coatCount,
  coatsOnFace,
  coatSpec,
  type CoatSpec,
  coatSpecs,
  finishCard,
  jobAtHouse,
  sequenceCards,
  topCard,
  withSystem
} from './coat-specs';
export { FIRST_PART } from '../keyed';
export { withMoreCoats } from './more-coats';
export { type Cell, cellKey, cellsOf, keysTaken, ownersOf, wholeCell, wholeSurfaceId } from './owners';
export {
  atPlace,
  faceRef,
  partJob,
  type PartJob,
  partJobs,
  partOf,
  placeOf,
  placesInUse,
  sharedFaces,
  type Stay,
  stayOfCoat,
  withCoats,
  withPartJob,
  worksIn
} from './part-job';
export { anyOutdoors, livesOf, livesOutdoors, settingsOf } from './life';
export { cellName, layingName, partName, partNames, pieceList, takenWords } from './names';
export { assignCells, freeId, joinPart, splitPart, takenFrom, tidyParts } from './split';
export { blockingProblems, jobProblems, type Problem, touchesFood } from './problems';
export {
  AWAITED,
  type Awaited,
  type CoatChoice,
  CUT_BACKS,
  type CutBack,
  type Finish,
  type FinishSystem,
  type JobDocument,
  LIGHTS,
  type Part,
  type SampleBoard,
  type Site,
  type Taken
} from './schema';
