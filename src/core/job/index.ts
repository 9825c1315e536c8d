export { coatsWanted, hangsOnWeather, isBooked, jobDueAt, stageOf, withoutJob } from './parts';
export { view, type JobSeen, type JobView, type PartView } from './view';
