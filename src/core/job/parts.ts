import { careDueAt } from '../care';
import { coatCount, coatsOnFace, partJobs, withMoreCoats, type JobDocument, type PartJob } from '../document';
import type { HouseRules } from '../house';
import { withoutOwn, type Knowledge } from '../knowledge';
import { forPart, jobStage, type JobStage, type WorkState } from '../log';
import { needsWeather } from '../window';
import { asPlaced } from './places';

/**
 * The parts of a job that have anything to coat, as they are worked; the first alone of a job that has nothing yet. With its
 * state a last coat that the look found needless is left out, and faces with a flaw get one coat more where that was said.
 */
export function workedParts(
  document: JobDocument,
  state?: Pick<WorkState, 'looks' | 'coats' | 'moved' | 'flaws'>
): PartJob[] {
  const parts = partJobs(document).map((job) =>
    state ? asPlaced(document, asMended(asLooked(job, state), state), state) : job
  );
  const held = parts.filter((p) => p.surfaces.length > 0);
  return held.length ? held : parts.slice(0, 1);
}

/** A part without its last coat, where that hangs on the look and somebody said that it has enough. */
function asLooked(job: PartJob, { looks }: Pick<WorkState, 'looks'>): PartJob {
  const said = looks.get(job.part);
  const last = coatCount(job);
  if (!job.finish?.lastByLook || !said || said.another || said.coat !== last) return job;
  return {
    ...job,
    surfaces: job.surfaces.map((s) => ({
      ...s,
      faces: s.faces.map((f) => (coatsOnFace(job.finish, s, f).at(-1) === last ? { ...f, coats: f.coats - 1 } : f))
    }))
  };
}

/** A part whose faces with a flaw get one coat more, where whoever found it said so. */
const asMended = (job: PartJob, { flaws }: Pick<WorkState, 'flaws'>): PartJob =>
  withMoreCoats(
    job,
    flaws.filter((f) => f.more && f.part === job.part).map((f) => f.on)
  );

/** Coats wanted over all parts. */
export const coatsWanted = (document: JobDocument, state?: WorkState): number =>
  workedParts(document, state).reduce((n, job) => n + coatCount(job), 0);

/** Whether any part of a job has chosen a start. */
export const isBooked = ({ parts }: Pick<JobDocument, 'parts'>): boolean => parts.some((p) => p.startAt !== undefined);

/** Where a job stands, all its parts together. */
export const stageOf = (document: JobDocument, state: WorkState): JobStage =>
  jobStage(state, isBooked(document), coatsWanted(document, state));

/** Whether the air of any part hangs on the weather outside. */
export const hangsOnWeather = (document: JobDocument): boolean => workedParts(document).some(needsWeather);

/** When the first surface of a job in care wants oil again; null while there is nothing to look after. */
export const jobDueAt = (document: JobDocument, state: WorkState, house: HouseRules): number | null =>
  workedParts(document, state).reduce<number | null>((first, job) => {
    const due = careDueAt(job, forPart(state, job.part), house);
    return due === null ? first : Math.min(first ?? Infinity, due);
  }, null);

/** What a crew knows from its other jobs alone. `stored` is this job's log as it is kept where the knowledge was gathered. */
export const withoutJob = (knowledge: Knowledge, jobId: string, document: JobDocument, stored: WorkState): Knowledge =>
  workedParts(document).reduce((known, job) => withoutOwn(known, jobId, job, forPart(stored, job.part)), knowledge);
