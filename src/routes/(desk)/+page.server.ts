import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { surfacesInCare } from '$lib/server/overview/care';
import { DAY_MS } from '$core/units';
import type { PageServerLoad } from './$types';

const MOST_DUE = 4;
const DAYS_AHEAD = 120;

export const load: PageServerLoad = async ({ locals }) => {
  const dueBy = new Date(now() + DAYS_AHEAD * DAY_MS);
  return {
    careDue: (await surfacesInCare(db, locals.person!.crewId, { dueBy, offset: 0, limit: MOST_DUE })).surfaces.slice(
      0,
      MOST_DUE
    )
  };
};
