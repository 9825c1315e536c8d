import { error, redirect } from '@sveltejs/kit';
import type { RateEvidence } from '$core/coverage';
import { hangsOnWeather } from '$core/job';
import { climateSpan } from '$core/window';
import { fold } from '$core/log';
import type { Knowledge } from '$core/knowledge';
import type { PlaceMeasured } from '$core/climate';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { committedOf } from '$lib/server/jobs/commitments';
import { canBeComputed, findAnyJob, type JobRow } from '$lib/server/jobs/reading';
import { knownOf } from '$lib/server/overview/knowledge';
import { jobWeather, viewJob } from '$lib/server/overview/overview';
import { deskOf } from '$lib/server/weather/desk';
import { measuredHours } from '$lib/server/sensors/readings';
import { weatherOf } from '$lib/server/weather/job-weather';
import { readLog, type LoggedEvent } from '$lib/server/work-log/log';
import { isComing } from '$lib/server/weather/forecasts';
import { writeWeather } from '$formats/weather-text';
import type { LayoutServerLoad } from './$types';

/** What a page is told of a job, as it is written; read again in +layout.ts. */
export interface Told {
  job: Pick<JobRow, 'id' | 'document' | 'rowVersion' | 'stage' | 'changedBy'>;
  events: LoggedEvent[];
  measured: PlaceMeasured[];
  knowledge: Omit<Knowledge, 'coverage'> & { coverage: [string, RateEvidence][] };
}

export const load: LayoutServerLoad = async ({ params, locals, fetch, depends }) => {
  depends('basket:job');
  const person = locals.person!;
  const [found, log, committed, known] = await Promise.all([
    findAnyJob(db, person.crewId, params.id),
    readLog(db, params.id),
    committedOf(db, [params.id]),
    knownOf(db, person.crewId)
  ]);
  if (!found) error(404, 'There is no such job in your crew.');
  if (!found.ok || found.job.setAsideAt) redirect(303, `/mend/${params.id}`);
  const { job } = found;
  const { events } = log;
  const { knowledge, sensors, importedPlaces, housePlaces } = known;
  const { site, products } = job.document;
  const span = climateSpan(fold(events), now());
  const [forecast, measured] = await Promise.all([
    weatherOf(db, person.crewId, job.document, now(), deskOf(fetch), importedPlaces),
    sensors ? measuredHours(db, person.crewId, job, span.startMs) : []
  ]);
  if (
    !canBeComputed(
      job,
      () => viewJob(job.id, job.document, events, forecast?.series ?? null, knowledge, now(), measured).surveys
    )
  )
    redirect(303, `/mend/${params.id}`);
  const mine = new Set(products.map((p) => p.id));
  const told: Told = {
    job: { id: job.id, document: job.document, rowVersion: job.rowVersion, stage: job.stage, changedBy: job.changedBy },
    events,
    measured,
    knowledge: {
      ...knowledge,
      coverage: [...knowledge.coverage],
      drying: knowledge.drying.filter((t) => mine.has(t.productId))
    }
  };
  return {
    toldText: JSON.stringify(told),
    weatherText: forecast && writeWeather([jobWeather(forecast.series, span)]),
    /** How old the weather is and whose; null indoors or without any. */
    weatherFrom: forecast && { fetchedMs: forecast.fetchedMs, stale: forecast.stale, source: forecast.series.source },
    span,
    /** The last plan committed to for each part that has one. */
    committed: [...(committed.get(job.id)?.values() ?? [])].map((c) => ({
      part: c.part,
      atMs: c.committedAt.getTime(),
      by: c.committedBy,
      startMs: c.startAt?.getTime() ?? null,
      holds: c.holds,
      members: c.members
    })),
    /** Whether weather is on its way, so that a page without any asks again in a moment. */
    weatherComing: !forecast && hangsOnWeather(job.document) && isComing(site),
    unreadableEntries: log.unreadable.length,
    /** The places of the house, for this job to use. */
    housePlaces: [...housePlaces],
    mayEditHouse: may(person.role, 'edit house rules'),
    mayBook: may(person.role, 'book'),
    mayImportWeather: may(person.role, 'import weather'),
    mayEdit: may(person.role, 'edit jobs'),
    mayLog: may(person.role, 'log work'),
    mayLogDesk: may(person.role, 'log at the desk'),
    mayOverrule: may(person.role, 'overrule')
  };
};
