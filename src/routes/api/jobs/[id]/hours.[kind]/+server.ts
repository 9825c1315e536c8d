import { error, json } from '@sveltejs/kit';
import { memberContexts } from '$core/window';
import { hourShares } from '$core/window';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { findJob } from '$lib/server/jobs/reading';
import { readOutlook } from '$lib/server/overview/outlook';
import { deskOf } from '$lib/server/weather/desk';
import { writeCoverage } from '$formats/coverage-json';
import { writeHours } from '$formats/hours-csv';
import type { RequestHandler } from './$types';

/** The hours of a part of a job as CSV, or the weather they rest on as CoverageJSON with all its members. */
export const GET: RequestHandler = async ({ params, url, locals, fetch }) => {
  const person = locals.person!;
  const job = await findJob(db, person.crewId, params.id);
  if (!job || !['csv', 'covjson'].includes(params.kind)) error(404, 'There is nothing here.');
  const { view, outlook: outlookFor } = await readOutlook(db, person.crewId, job, now(), deskOf(fetch));
  const part = view.parts.find((p) => p.job.part === url.searchParams.get('part')) ?? view.parts[0];
  const outlook = outlookFor(part);
  const named = (ending: string) => ({ 'Content-Disposition': `attachment; filename="hours.${ending}"` });
  if (params.kind === 'covjson') {
    if (!outlook.members) error(404, 'This room is held: it hangs on no weather.');
    return json(writeCoverage(outlook.members, job.document.site), {
      headers: { 'Content-Type': 'application/prs.coverage+json', ...named('covjson') }
    });
  }
  if (!part.climate) error(404, 'There is no weather for this job.');
  const contexts = [...memberContexts(outlook)];
  return new Response(writeHours(part.climate, part.plan.hours, contexts.length ? hourShares(contexts) : []), {
    headers: { 'Content-Type': 'text/csv; charset=utf-8', ...named('csv') }
  });
};
