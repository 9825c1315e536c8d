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
export { blockingProblems, jobProblems, type Problem, touchesFood } from './problems';
export {
  type CoatChoice,
  CUT_BACKS,
  type CutBack,
  type Finish,
  type FinishSystem,
  type JobDocument,
  LIGHTS,
  type SampleBoard
} from './schema';
