import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { listCards } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  cards: await listCards(db, locals.person!.crewId),
  mayEdit: may(locals.person!.role, 'edit cards')
});
