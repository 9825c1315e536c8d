import { error, json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { changeTin } from '$lib/server/stock/stock';
import type { TinChangeInput } from '$formats/schema/form-schemas';
import { tinChange } from '$formats/validate/gen/tinChange.gen.js';
import { check } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** A tin is set right: what is left, where it stands, opened, thrown out. The movement is written down. */
export const PATCH: RequestHandler = async ({ params, request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<TinChangeInput>(tinChange, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const { rowVersion, ...change } = checked.value;
  const done = await changeTin(db, person.crewId, params.tin, change, rowVersion, person.name, now());
  if (done.ok) return json({ ok: true });
  if (done.reason === 'changed')
    return json({ message: 'This tin has changed meanwhile.', current: done.current }, { status: 409 });
  if (done.reason === 'too much') return refuse([{ path: '/leftMl', problem: 'can not be more than the tin holds' }]);
  error(404);
};
