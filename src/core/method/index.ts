export { METHODS, STAGES, type Method, type StageId } from './schema';
export { APPLICATORS, METHOD_ROWS, methodRow, type Applicator, type MethodRow, type StageRow } from './methods';
export { applications, lastWetMs, looksOf, stageDue, type StageDone, type StageDue } from './stages';
