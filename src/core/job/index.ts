export { onWetSides, wetBeside, type WetPart } from './beside';
export { coatsWanted, hangsOnWeather, isBooked, jobDueAt, stageOf, withoutJob, workedParts } from './parts';
export { view, type JobSeen, type JobView, type PartView } from './view';
export { awaitedWords } from './waits';
