import { json } from '@sveltejs/kit';
import { houseProblems, type HouseDocument } from '$core/house';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { houseEffects } from '$lib/server/overview/house-effect';
import { readJson, refuse } from '$lib/server/http';
import { deskOf } from '$lib/server/weather/desk';
import { houseRules } from '$formats/validate/gen/houseRules.gen.js';
import { check } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** What other house rules would do to this week's jobs. Nothing is saved. */
export const POST: RequestHandler = async ({ request, locals, fetch }) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<HouseDocument>(houseRules, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const problems = houseProblems(checked.value);
  if (problems.length) return refuse(problems);
  return json({ jobs: await houseEffects(db, locals.person!.crewId, checked.value, now(), deskOf(fetch)) });
};
