import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { handsOf } from '$lib/server/accounts/people';
import { bookedVisits } from '$lib/server/visits/visits';
import { DAY_MS } from '$core/units';
import type { PageServerLoad } from './$types';

/** What else is booked while this job could be: the next weeks of the whole crew. */
export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('basket:job');
  const { crewId } = locals.person!;
  const [booked, hands] = await Promise.all([
    bookedVisits(db, crewId, now() - DAY_MS, now() + 60 * DAY_MS),
    handsOf(db, crewId)
  ]);
  return { booked, hands };
};
