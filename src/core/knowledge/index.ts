export { type CoatDrying, coatDryings } from './coat-drying';
export { finishedCoats } from './finished';
export { type DryingLog, type DryingObservation, firstDayKnowledge, type Knowledge, knowledgeOn } from './knowledge';
export { withoutOwn, withOwn } from './own-knowledge';
export { kappaFor } from './tack-tests';
