import { now } from '$lib/server/clock';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { addressSecret, renewAddress } from '$lib/server/visits/feed';
import { handsOf } from '$lib/server/accounts/people';
import { bookedVisits, visitsBetween } from '$lib/server/visits/visits';
import { DAY_MS } from '$core/units';
import type { Actions, PageServerLoad } from './$types';

const addressOf = (secret: string | null) => secret && `${config.origin}/calendar/${secret}.ics`;

export const load: PageServerLoad = async ({ locals }) => {
  const { id, crewId } = locals.person!;
  const [visits, booked, hands, secret] = await Promise.all([
    visitsBetween(db, crewId, now() - 7 * DAY_MS, now() + 28 * DAY_MS),
    bookedVisits(db, crewId, now() - 7 * DAY_MS, now() + 28 * DAY_MS),
    handsOf(db, crewId),
    addressSecret(db, id)
  ]);
  return {
    booked,
    hands,
    visits: visits.map((v) => ({ ...v, fromMs: v.fromAt.getTime(), toMs: v.toAt.getTime() })),
    address: addressOf(secret)
  };
};

export const actions: Actions = {
  address: async ({ locals }) => ({ address: addressOf(await renewAddress(db, locals.person!.id, now())) })
};
