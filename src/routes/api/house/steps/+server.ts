import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { keepHouseStep } from '$lib/server/house/house-rules';
import { readJson, refuse } from '$lib/server/http';
import { houseStep } from '$formats/validate/gen/houseStep.gen.js';
import { check } from '$formats/validate/validate';
import type { HouseStep } from '$core/house';
import type { RequestHandler } from './$types';

/** Keeps a step for every job, over the one with its id where the house has it. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<HouseStep>(houseStep, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const kept = await keepHouseStep(db, person.crewId, checked.value, person.name, now());
  return kept.ok ? json({ steps: kept.document.steps }) : refuse(kept.problems);
};
