import { db } from '$lib/server/db';
import { knowledgeOf } from '$lib/server/overview/knowledge';
import { listCards } from '$lib/server/shelf/cards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const { crewId } = locals.person!;
  const [shelf, { house, coverage }] = await Promise.all([listCards(db, crewId), knowledgeOf(db, crewId)]);
  return { shelf: shelf.map((c) => c.card), house, coverage };
};
