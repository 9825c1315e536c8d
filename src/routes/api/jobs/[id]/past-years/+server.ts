import { error, json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { findJob } from '$lib/server/jobs/reading';
import { knownOf } from '$lib/server/overview/knowledge';
import { deskOf } from '$lib/server/weather/desk';
import { pastYearsFor } from '$lib/server/weather/past-years';
import { writeWeather } from '$formats/weather-text';
import type { RequestHandler } from './$types';

/** The past years of a job's place, hour by hour, for the odds of its months; 204 where nobody has told of any. */
export const GET: RequestHandler = async ({ params, locals, fetch }) => {
  const { crewId } = locals.person!;
  const job = await findJob(db, crewId, params.id);
  if (!job) error(404);
  const { importedPlaces } = await knownOf(db, crewId);
  const past = await pastYearsFor(db, crewId, job.document.site, now(), deskOf(fetch), importedPlaces);
  return past
    ? json({ typical: past.typical, text: writeWeather([past.series]) })
    : new Response(null, { status: 204 });
};
