import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { handsSeenOf, learnedCoats } from '$lib/server/learning/finished';
import { knowledgeOf } from '$lib/server/overview/knowledge';
import type { PageServerLoad } from './$types';

const SHOWN = 400;

export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('basket:log');
  const { crewId, role } = locals.person!;
  const [coats, hands, { house, coverage, drying }] = await Promise.all([
    learnedCoats(db, crewId, { limit: SHOWN }),
    handsSeenOf(db, crewId, SHOWN),
    knowledgeOf(db, crewId)
  ]);
  return {
    coats: coats.map(({ at, ...c }) => ({ ...c, atMs: at.getTime() })),
    shown: SHOWN,
    hands,
    house,
    coverage,
    drying,
    mayJudge: may(role, 'log at the desk')
  };
};
