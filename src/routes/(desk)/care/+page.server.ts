import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { surfacesInCare } from '$lib/server/overview/care';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  surfaces: await surfacesInCare(db, locals.person!.crewId, now())
});
