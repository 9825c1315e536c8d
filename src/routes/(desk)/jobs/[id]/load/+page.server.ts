import { db } from '$lib/server/db';
import { houseOf } from '$lib/server/house/house-rules';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  vans: (await houseOf(db, locals.person!.crewId)).document.vans
});
