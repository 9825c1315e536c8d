import { crewOf } from '$lib/server/accounts/people';
import { db } from '$lib/server/db';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  since: (await crewOf(db, locals.person!.crewId)).createdAt.getTime()
});
