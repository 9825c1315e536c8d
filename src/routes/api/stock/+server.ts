import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findCard } from '$lib/server/shelf/cards';
import { addTin } from '$lib/server/stock/stock';
import type { NewTinInput } from '$formats/schema/form-schemas';
import { newTin } from '$formats/validate/gen/newTin.gen.js';
import { check } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** A tin comes into the stock. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<NewTinInput>(newTin, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const tin = checked.value;
  const found = await findCard(db, person.crewId, tin.productId);
  if (!found) return refuse([{ path: '/productId', problem: 'is not on the shelf' }]);
  const problems = [
    ...(found.card.packs.some((p) => p.of === tin.of)
      ? []
      : [{ path: '/of', problem: `${found.card.name} is not sold as ${tin.of}` }]),
    ...(tin.of !== 'hardener' && !found.card.colours.includes(tin.colour)
      ? [{ path: '/colour', problem: `${found.card.name} comes in ${found.card.colours.join(', ')}` }]
      : []),
    ...(tin.leftMl > tin.volumeMl ? [{ path: '/leftMl', problem: 'can not be more than the tin holds' }] : [])
  ];
  if (problems.length) return refuse(problems);
  return json({ id: await addTin(db, person.crewId, tin, person.name, now()) }, { status: 201 });
};
