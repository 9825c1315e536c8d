import { crewOf } from '$lib/server/accounts/people';
import { db } from '$lib/server/db';
import type { PageServerLoad } from './$types';

/** Reads one row and nothing else: the bare page that the benches measure the others by. */
export const load: PageServerLoad = async ({ locals }) => {
  const { name, createdAt, home } = await crewOf(db, locals.person!.crewId);
  return { crew: name, since: createdAt.getTime(), timeZone: home.timeZone };
};
