import { json } from '@sveltejs/kit';
import { crewOf } from '$lib/server/accounts/people';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { railFor, WHOLE_REACH } from '$lib/server/overview/rail';
import { deskOf } from '$lib/server/weather/desk';
import type { RequestHandler } from './$types';

/** The rail with all the hours there are, for panning and zooming. */
export const GET: RequestHandler = async ({ locals, fetch }) => {
  const crew = await crewOf(db, locals.person!.crewId);
  return json(await railFor(db, crew, now(), deskOf(fetch), WHOLE_REACH));
};
