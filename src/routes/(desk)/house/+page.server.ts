import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { houseOf } from '$lib/server/house/house-rules';
import { listCards } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('basket:house');
  const { crewId, role } = locals.person!;
  const [house, shelf] = await Promise.all([houseOf(db, crewId), listCards(db, crewId)]);
  return { house, shelf: shelf.map((c) => c.card), mayEdit: may(role, 'edit house rules') };
};
