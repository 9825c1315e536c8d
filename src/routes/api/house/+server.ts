import { json } from '@sveltejs/kit';
import { houseProblems, type HouseDocument } from '$core/house';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { houseOf, saveHouse } from '$lib/server/house/house-rules';
import { readJson, refuse } from '$lib/server/http';
import { houseRules } from '$formats/validate/gen/houseRules.gen.js';
import { check } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** The crew's house rules as an open file. */
export const GET: RequestHandler = async ({ locals }) =>
  new Response(`${JSON.stringify((await houseOf(db, locals.person!.crewId)).document, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': 'attachment; filename="house-rules.basket.json"'
    }
  });

/** Saves house rules over the revision they were read at; 409 with theirs when somebody saved in between. */
export const PUT: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { document, revision } = (body.value ?? {}) as { document?: unknown; revision?: unknown };
  if (typeof revision !== 'number' || !Number.isInteger(revision))
    return refuse([{ path: '/revision', problem: 'must be the revision the rules were read at' }]);
  const checked = check<HouseDocument>(houseRules, document);
  if (!checked.ok) return refuse(checked.problems);
  const problems = houseProblems(checked.value);
  if (problems.length) return refuse(problems);
  const saved = await saveHouse(db, person.crewId, checked.value, revision, person.name, now());
  if (saved.ok) return json({ revision: saved.revision });
  return json({ by: saved.current.changedBy, ...saved.current }, { status: 409 });
};
