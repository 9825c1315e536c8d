import { may } from '$lib/server/accounts/permissions';
import { db } from '$lib/server/db';
import { houseOf } from '$lib/server/house/house-rules';
import { listCards } from '$lib/server/shelf/cards';
import { movementsOf, tinsOf, unknownLots } from '$lib/server/stock/stock';
import type { PageServerLoad } from './$types';

const SHOWN = 60;

export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('basket:stock');
  const { crewId, role } = locals.person!;
  const [tins, movements, unknown, cards, house] = await Promise.all([
    tinsOf(db, crewId),
    movementsOf(db, crewId, SHOWN),
    unknownLots(db, crewId),
    listCards(db, crewId),
    houseOf(db, crewId)
  ]);
  return {
    tins,
    movements: movements.map(({ at, ...m }) => ({ ...m, atMs: at.getTime() })),
    unknown: unknown.map((u) => ({ ...u, usedMl: Number(u.usedMl) })),
    cards: cards.map((c) => c.card),
    places: ['store', ...house.document.vans],
    mayEdit: may(role, 'edit stock')
  };
};
