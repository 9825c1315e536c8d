import type { Span } from '../../../core/drying';
import { finishCard, fold, keepPlan } from '../../../core/job';
import { measureShape } from '../../../core/surface';
import { speciesOf } from '../../../core/wood';
import type { Db } from '../db/connect';
import { jobsInStages } from '../jobs/jobs';
import { eventsOfJobs } from '../work-log/events';
import { knowledge } from './overview';

/** A surface the crew looks after: what is on it, and when it is due. */
export interface SurfaceInCare {
  jobId: string;
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

const MOST = 200;

/** Surfaces in care, soonest due first. Served when the last coat was closed. */
export async function surfacesInCare(db: Db, crewId: string, nowMs: number): Promise<SurfaceInCare[]> {
  const rows = await jobsInStages(db, crewId, ['in care'], MOST);
  const logs = await eventsOfJobs(
    db,
    rows.map((r) => r.id)
  );
  const out = rows.flatMap((r) => {
    const card = finishCard(r.document);
    if (!card) return [];
    const { coats } = fold(logs.get(r.id)!);
    const servedMs = coats.reduce((m, c) => Math.max(m, c.closedAtMs ?? 0), 0) || nowMs;
    return keepPlan(r.document, card, servedMs, knowledge.house).surfaces.map((k): SurfaceInCare => {
      const surface = r.document.surfaces.find((s) => s.id === k.surfaceId)!;
      const shape = measureShape(surface.shape);
      return {
        jobId: r.id,
        job: r.document.title,
        client: r.document.client.name,
        place: r.document.site.place,
        timeZone: r.document.site.timeZone,
        surfaceId: surface.id,
        surface: surface.name,
        species: speciesOf(surface.speciesId).name,
        areaM2: shape.ok ? shape.areaM2 : 0,
        product: card.name,
        colour: r.document.finish!.colour,
        servedMs,
        perYear: k.perYear,
        reoil: k.reoil,
        sandBack: k.sandBack
      };
    });
  });
  return out.sort((a, b) => a.reoil.p50 - b.reoil.p50);
}
