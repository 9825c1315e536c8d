import type { Span } from '../../../core/drying';
import { coatCount, coatSpec, topCard, wholeSurfaceId, type PartJob } from '../../../core/document';
import { keepPlan } from '../../../core/care';
import { workedParts } from '../../../core/job';
import { fold, type WorkState } from '../../../core/log';
import { coveredM2 } from '../../../core/surface';
import { speciesOf } from '../../../core/wood';
import type { Db } from '../db/connect';
import { jobsInCare } from '../jobs/lists';
import { houseRules, type HouseRules } from '../../../core/house';
import { apart, noteTrouble, troubleOf, type JobRow, type Trouble } from '../jobs/reading';
import { houseOf } from '../house/house-rules';
import { servedParts } from '../learning/finished';
import { eventsOfJobs } from '../work-log/log';

/** A surface the crew looks after, as a part has it: what is on it, and when it is due. */
export interface SurfaceInCare {
  /** Tells it from every other. */
  key: string;
  jobId: string;
  part: string;
  job: string;
  client: string;
  place: string;
  timeZone: string;
  surfaceId: string;
  surface: string;
  species: string;
  areaM2: number;
  product: string;
  colour: string;
  servedMs: number;
  perYear: number;
  reoil: Span;
  sandBack: Span;
}

/** A page of the jobs in care with their surfaces, soonest due first. */
export async function surfacesInCare(
  db: Db,
  crewId: string,
  page: { dueBy?: Date; offset: number; limit: number }
): Promise<{ surfaces: SurfaceInCare[]; unreadable: Trouble[] }> {
  const [found, kept] = await Promise.all([jobsInCare(db, crewId, page), houseOf(db, crewId)]);
  const { jobs: rows, unreadable: broken } = apart(found);
  const unreadable: Trouble[] = broken.map(troubleOf);
  const house = houseRules(kept.document);
  // A job of one part was served when its last coat was closed; each of several when its own was.
  const several = rows.filter((r) => r.document.parts.length > 1).map((r) => r.id);
  // Whether a last coat that hung on the look went on, only the log tells.
  const looked = rows.filter((r) => r.document.parts.some((p) => p.finish?.lastByLook)).map((r) => r.id);
  const [served, logs] = await Promise.all([servedParts(db, several), eventsOfJobs(db, looked)]);
  const out = rows.flatMap((r) => {
    try {
      const log = logs.get(r.id);
      return surfacesOf(r, served.get(r.id) ?? new Map(), house, log && fold(log));
    } catch (fault) {
      unreadable.push(troubleOf({ ...r, problems: noteTrouble(r, fault) }));
      return [];
    }
  });
  return { surfaces: out.sort((a, b) => a.reoil.p50 - b.reoil.p50), unreadable };
}

const surfacesOf = (
  r: JobRow,
  served: ReadonlyMap<string, Date>,
  house: HouseRules,
  state: WorkState | undefined
): SurfaceInCare[] =>
  workedParts(r.document, state).flatMap((job) => {
    const at = served.get(job.part) ?? r.servedAt;
    return at ? surfacesOfPart(r, job, at.getTime(), house) : [];
  });

function surfacesOfPart(r: JobRow, job: PartJob, servedMs: number, house: HouseRules): SurfaceInCare[] {
  const card = topCard(job);
  if (!card || coatCount(job) === 0) return [];
  const { colour } = coatSpec(job.finish!, coatCount(job));
  return keepPlan(job, card, servedMs, house).surfaces.map((k): SurfaceInCare => {
    const surface = job.surfaces.find((s) => s.id === k.surfaceId)!;
    return {
      key: `${r.id} ${job.part} ${surface.id}`,
      jobId: r.id,
      part: job.part,
      job: r.document.title,
      client: r.document.client.name,
      place: r.document.site.place,
      timeZone: r.document.site.timeZone,
      surfaceId: wholeSurfaceId(surface.id),
      surface: surface.name,
      species: speciesOf(surface.speciesId).name,
      areaM2: coveredM2(surface),
      product: card.name,
      colour,
      servedMs,
      perYear: k.perYear,
      reoil: k.reoil,
      sandBack: k.sandBack
    };
  });
}
