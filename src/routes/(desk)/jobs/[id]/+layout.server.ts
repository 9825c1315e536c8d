import { error } from '@sveltejs/kit';
import { fold } from '$core/job';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { findJob, lastCommitted } from '$lib/server/jobs/jobs';
import { knowledgeOf } from '$lib/server/overview/knowledge';
import { climateSpan, jobWeather } from '$lib/server/overview/overview';
import { deskOf } from '$lib/server/weather/desk';
import { forecastFor } from '$lib/server/weather/forecasts';
import { eventsOf } from '$lib/server/work-log/log';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params, locals, fetch, depends }) => {
  depends('basket:job');
  const person = locals.person!;
  const [job, events, committed, knowledge] = await Promise.all([
    findJob(db, person.crewId, params.id),
    eventsOf(db, params.id),
    lastCommitted(db, params.id),
    knowledgeOf(db, person.crewId)
  ]);
  if (!job) error(404, 'There is no such job in your crew.');
  const { site } = job.document;
  const forecast = site.setting === 'outdoor' ? await forecastFor(db, site, now(), deskOf(fetch)) : null;
  const span = climateSpan(fold(events), now());
  return {
    job: {
      id: job.id,
      document: job.document,
      rowVersion: job.rowVersion,
      stage: job.stage,
      changedBy: job.changedBy
    },
    events,
    // As one text: hundreds of hours of small numbers are slow to write one by one.
    weatherText: forecast && JSON.stringify(jobWeather(forecast.series, span)),
    span,
    knowledge,
    committedAt: committed?.committedAt.getTime() ?? null,
    mayEdit: may(person.role, 'edit jobs'),
    mayLog: may(person.role, 'log work'),
    mayLogDesk: may(person.role, 'log at the desk')
  };
};
