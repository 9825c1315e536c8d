import { error } from '@sveltejs/kit';
import { hangsOnWeather } from '$core/job';
import { climateSpan } from '$core/window';
import { fold } from '$core/log';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { findJob } from '$lib/server/jobs/reading';
import { knownOf } from '$lib/server/overview/knowledge';
import { jobWeather } from '$lib/server/overview/overview';
import { deskOf } from '$lib/server/weather/desk';
import { weatherOf } from '$lib/server/weather/job-weather';
import { eventsOf } from '$lib/server/work-log/log';
import { writeWeather } from '$formats/weather-text';
import type { RequestHandler } from './$types';

/** All members of the forecast at a job, over the hours its page knows; 204 for a held room or without any weather. */
export const GET: RequestHandler = async ({ params, locals, fetch }) => {
  const person = locals.person!;
  const job = await findJob(db, person.crewId, params.id);
  if (!job) error(404);
  if (!hangsOnWeather(job.document)) return new Response(null, { status: 204 });
  const { importedPlaces } = await knownOf(db, person.crewId);
  const forecast = await weatherOf(db, person.crewId, job.document, now(), deskOf(fetch), importedPlaces, 'any start');
  if (!forecast) return new Response(null, { status: 204 });
  const span = climateSpan(fold(await eventsOf(db, job.id)), now());
  return new Response(writeWeather(forecast.members.map((m) => jobWeather(m, span))), {
    headers: { 'Content-Type': 'application/json' }
  });
};
