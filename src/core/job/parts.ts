import { careDueAt } from '../care';
import { coatCount, partJobs, type JobDocument, type PartJob } from '../document';
import type { HouseRules } from '../house';
import { withoutOwn, type Knowledge } from '../knowledge';
import { forPart, jobStage, type JobStage, type WorkState } from '../log';
import { needsWeather } from '../window';

/** The parts of a job that have anything to coat, as they are worked; the first alone of a job that has nothing yet. */
export function workedParts(document: JobDocument): PartJob[] {
  const parts = partJobs(document);
  const held = parts.filter((p) => p.surfaces.length > 0);
  return held.length ? held : parts.slice(0, 1);
}

/** Coats wanted over all parts. */
export const coatsWanted = (document: JobDocument): number =>
  workedParts(document).reduce((n, job) => n + coatCount(job), 0);

/** Whether any part of a job has chosen a start. */
export const isBooked = ({ parts }: Pick<JobDocument, 'parts'>): boolean => parts.some((p) => p.startAt !== undefined);

/** Where a job stands, all its parts together. */
export const stageOf = (document: JobDocument, state: WorkState): JobStage =>
  jobStage(state, isBooked(document), coatsWanted(document));

/** Whether the air of any part hangs on the weather outside. */
export const hangsOnWeather = (document: JobDocument): boolean => workedParts(document).some(needsWeather);

/** When the first surface of a job in care wants oil again; null while there is nothing to look after. */
export const jobDueAt = (document: JobDocument, state: WorkState, house: HouseRules): number | null =>
  workedParts(document).reduce<number | null>((first, job) => {
    const due = careDueAt(job, forPart(state, job.part), house);
    return due === null ? first : Math.min(first ?? Infinity, due);
  }, null);

/** What a crew knows from its other jobs alone. `stored` is this job's log as it is kept where the knowledge was gathered. */
export const withoutJob = (knowledge: Knowledge, jobId: string, document: JobDocument, stored: WorkState): Knowledge =>
  workedParts(document).reduce((known, job) => withoutOwn(known, jobId, job, forPart(stored, job.part)), knowledge);
