export { type BookedVisit, clashOf } from './clashes';
export { type PlannedVisit, readyVisits, visitsOf } from './visits';
