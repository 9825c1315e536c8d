import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { surfacesInCare } from '$lib/server/overview/care';
import { DAY_MS } from '$core/units';
import type { PageServerLoad } from './$types';

const MOST_DUE = 4;

export const load: PageServerLoad = async ({ locals }) => {
  const care = await surfacesInCare(db, locals.person!.crewId, now());
  return {
    careDue: care.filter((s) => s.reoil.p50 < now() + 120 * DAY_MS).slice(0, MOST_DUE)
  };
};
