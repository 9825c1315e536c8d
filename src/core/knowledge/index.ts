export { type CoatDrying, coatDryings } from './coat-drying';
export { cardPlans, finishedCoats, type FinishedCoat } from './finished';
export { finishedHands, type FinishedHands } from './finished-hands';
export { type DryingLog, type DryingObservation, firstDayKnowledge, type Knowledge, knowledgeOn } from './knowledge';
export { withoutOwn, withOwn } from './own-knowledge';
export { kappaFor } from './tack-tests';
