import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { keepHousePlace } from '$lib/server/house/house-rules';
import { readJson, refuse } from '$lib/server/http';
import { housePlace } from '$formats/validate/gen/housePlace.gen.js';
import { check } from '$formats/validate/validate';
import type { HousePlace } from '$core/place';
import type { RequestHandler } from './$types';

/** Keeps a place for every job to use, over the one with its id where the house has it. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<HousePlace>(housePlace, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const kept = await keepHousePlace(db, person.crewId, checked.value, person.name, now());
  return kept.ok ? json({ places: kept.document.places }) : refuse(kept.problems);
};
