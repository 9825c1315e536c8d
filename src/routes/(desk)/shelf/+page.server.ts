import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { readShelf } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  ...(await readShelf(db, locals.person!.crewId)),
  mayEdit: may(locals.person!.role, 'edit cards')
});
