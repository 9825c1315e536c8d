export { type BookedVisit, clashOf } from './clashes';
export { type PlannedVisit, visitsOf } from './visits';
