export { beforeTin, type BeforeTin, type TinFact, type TinReason } from './before-tin';
export { onWetSides, wetBeside, type WetPart, wetToCarry } from './beside';
export { coatsWanted, hangsOnWeather, isBooked, jobDueAt, stageOf, withoutJob, workedParts } from './parts';
export { view, type JobSeen, type JobView, type PartView } from './view';
export { elsewhereFindings, partsOfPieces, sameDayStart, type SidesFinding, sidesFindings } from './sides';
export { heaviestDoses, type VapourDose } from './vapour';
export { awaitedWords } from './waits';
export { prepVisits, type PrepAhead } from './prep-visits';
export { courseMinutes, courseOf, courseTally, type CourseStep } from './course';
