import { houseRules, type HouseDocument } from '../../../core/house';
import { climateSpan, moistureRead, siteClimate, needsWeather } from '../../../core/window';
import { fold } from '../../../core/log';
import { houseFigures, sameFigures, type HouseFigures } from '../../../core/plan';
import type { Db } from '../db/connect';
import { headsInStages } from '../jobs/lists';
import { apart, findJobs, noteTrouble } from '../jobs/reading';
import { knownOf } from './knowledge';
import { jobWeather } from './overview';
import { weatherFor } from '../weather/imported';
import { eventsOfJobs } from '../work-log/log';
import type { Desk } from '../weather/desk';

/** A live job before and after a change of house rules. */
export interface HouseEffect {
  jobId: string;
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
      .filter((j) => j.document.finish && j.document.surfaces.length)
      .map(async (j): Promise<HouseEffect[]> => {
        const { site } = j.document;
        const forecast = needsWeather(j.document)
          ? await weatherFor(db, crewId, site, nowMs, desk, importedPlaces)
          : null;
        try {
          const state = fold(logs.get(j.id) ?? []);
          const span = climateSpan(state, nowMs);
          const weather = forecast && jobWeather(forecast.series, span);
          const climate = siteClimate(j.document, weather, span, [], moistureRead(state));
          const [a, b] = [before, after].map((k) => houseFigures(j.document, climate, k, nowMs)) as [
            HouseFigures,
            HouseFigures
          ];
          return [{ jobId: j.id, title: j.document.title, before: a, after: b, same: sameFigures(a, b) }];
        } catch (fault) {
          // One job that can't be computed stands in no other's way.
          noteTrouble(j, fault);
          return [];
        }
      })
  );
  return out.flat().sort((a, b) => Number(a.same) - Number(b.same) || a.title.localeCompare(b.title));
}
