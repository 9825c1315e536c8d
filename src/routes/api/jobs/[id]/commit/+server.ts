import { error, json } from '@sveltejs/kit';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { refuse } from '$lib/server/http';
import { commitPlan, findJob } from '$lib/server/jobs/jobs';
import { knowledgeOf } from '$lib/server/overview/knowledge';
import { viewJob } from '$lib/server/overview/overview';
import { deskOf } from '$lib/server/weather/desk';
import { forecastFor } from '$lib/server/weather/forecasts';
import { eventsOf } from '$lib/server/work-log/log';
import type { RequestHandler } from './$types';

/** Commits the crew to the plan as it is now: a snapshot to hold against what happens. */
export const POST: RequestHandler = async ({ params, locals, fetch }) => {
  const person = locals.person!;
  if (!may(person.role, 'edit jobs')) return json({ message: 'Your role may not change jobs.' }, { status: 403 });
  const job = await findJob(db, person.crewId, params.id);
  if (!job) error(404);
  const { site } = job.document;
  const forecast = site.setting === 'outdoor' ? await forecastFor(db, site, now(), deskOf(fetch)) : null;
  const [events, knowledge] = await Promise.all([eventsOf(db, job.id), knowledgeOf(db, person.crewId)]);
  const { plan } = viewJob(job.id, job.document, events, forecast?.series ?? null, knowledge, now());
  if (!plan.load || !plan.chosen) return refuse([{ path: '/startAt', problem: 'Choose a product and a start first.' }]);
  await commitPlan(db, job.id, job.rowVersion, plan, person.name, now());
  return json({ committedAt: now() }, { status: 201 });
};
