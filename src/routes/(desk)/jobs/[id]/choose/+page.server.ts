import { db } from '$lib/server/db';
import { listCards } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  shelf: (await listCards(db, locals.person!.crewId)).map((c) => c.card)
});
