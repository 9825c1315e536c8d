export {
  cardOf,
  coatCard,
  coatCount,
  coatsOnFace,
  coatSpec,
  type CoatSpec,
  coatSpecs,
  faceRef,
  finishCard,
  jobAtHouse,
  sequenceCards,
  topCard,
  withSystem
} from './coat-specs';
export {
  covers,
  FIRST_PART,
  ownerOf,
  partJob,
  type PartJob,
  partJobs,
  partOf,
  placeOf,
  wholeSurfaceId,
  withPartJob
} from './part-job';
export { newPlace, PLACE_NAMES } from './places';
export {
  assignCells,
  type Cell,
  cellKey,
  cellsOf,
  takenFrom,
  freeId,
  joinPart,
  ownersOf,
  splitPart,
  tidyParts
} from './split';
export { blockingProblems, jobProblems, type Problem, touchesFood } from './problems';
export {
  type CoatChoice,
  CUT_BACKS,
  type CutBack,
  type Finish,
  type FinishSystem,
  type JobDocument,
  LIGHTS,
  type Part,
  type Place,
  type SampleBoard,
  type Site,
  type Taken
} from './schema';
