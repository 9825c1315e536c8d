import { houseRules, type HouseDocument } from '../../../core/house';
import { partJobs } from '../../../core/document';
import { knowledgeOn } from '../../../core/knowledge';
import { climateSpan, moistureRead, siteClimate } from '../../../core/window';
import { fold } from '../../../core/log';
import { partTitles } from '../../../words/part-words';
import { houseFigures, sameFigures, type HouseFigures } from '../../../core/plan';
import type { Db } from '../db/connect';
import { headsInStages } from '../jobs/lists';
import { apart, findJobs, noteTrouble } from '../jobs/reading';
import { knownOf } from './knowledge';
import { jobWeather } from './overview';
import { weatherOf } from '../weather/job-weather';
import { eventsOfJobs } from '../work-log/log';
import type { Desk } from '../weather/desk';

/** A part of a live job before and after a change of house rules. */
export interface HouseEffect {
  jobId: string;
  part: string;
  title: string;
  before: HouseFigures;
  after: HouseFigures;
  same: boolean;
}

const MOST_JOBS = 12;

/** What other house rules would do to the jobs that are planned, booked or under way: nothing is saved. */
export async function houseEffects(
  db: Db,
  crewId: string,
  document: HouseDocument,
  nowMs: number,
  desk: Desk
): Promise<HouseEffect[]> {
  const heads = await headsInStages(db, crewId, { stages: ['working', 'booked', 'planning'], most: MOST_JOBS });
  const ids = heads.map((h) => h.id);
  const [found, logs, { knowledge: before, importedPlaces }] = await Promise.all([
    findJobs(db, crewId, ids),
    eventsOfJobs(db, ids),
    knownOf(db, crewId)
  ]);
  const { jobs } = apart(found);
  const after = { ...before, house: houseRules(document) };
  const out = await Promise.all(
    jobs
      .filter((j) => j.document.parts.some((p) => p.finish) && j.document.surfaces.length > 0)
      .map(async (j): Promise<HouseEffect[]> => {
        const forecast = await weatherOf(db, crewId, j.document, nowMs, desk, importedPlaces);
        try {
          const state = fold(logs.get(j.id) ?? []);
          const span = climateSpan(state, nowMs);
          const weather = forecast && jobWeather(forecast.series, span);
          const titles = partTitles(j.document);
          return partJobs(j.document).flatMap((job): HouseEffect[] => {
            if (!job.finish || job.surfaces.length === 0) return [];
            const climate = siteClimate(job, weather, span, [], moistureRead(state, job));
            const [a, b] = [before, after].map((k) => houseFigures(job, climate, knowledgeOn(job, k), nowMs)) as [
              HouseFigures,
              HouseFigures
            ];
            const { part } = job;
            return [{ jobId: j.id, part, title: titles.get(part)!, before: a, after: b, same: sameFigures(a, b) }];
          });
        } catch (fault) {
          // One job that can't be computed stands in no other's way.
          noteTrouble(j, fault);
          return [];
        }
      })
  );
  return out.flat().sort((a, b) => Number(a.same) - Number(b.same) || a.title.localeCompare(b.title));
}
