import { json } from '@sveltejs/kit';
import { setUnits } from '$lib/server/accounts/people';
import { db } from '$lib/server/db';
import type { RequestHandler } from './$types';

export const PATCH: RequestHandler = async ({ request, locals }) => {
  const body = (await request.json().catch(() => null)) as {
    units?: unknown;
  } | null;
  if (body?.units !== 'metric' && body?.units !== 'us')
    return json({ problems: [{ path: '/units', problem: 'must be one of: metric, us' }] }, { status: 422 });
  await setUnits(db, locals.person!.id, body.units);
  return json({ units: body.units });
};
