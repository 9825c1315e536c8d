import { houseRules } from '$core/house';
import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { houseOf } from '$lib/server/house/house-rules';
import { readShelf } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  ...(await readShelf(db, locals.person!.crewId)),
  currency: houseRules((await houseOf(db, locals.person!.crewId)).document).currency,
  mayEdit: may(locals.person!.role, 'edit cards')
});
