import { error } from '@sveltejs/kit';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { feedSecret, renewFeed } from '$lib/server/visits/feed';
import { visitsBetween } from '$lib/server/visits/visits';
import { DAY_MS } from '$core/units';
import type { Actions, PageServerLoad } from './$types';

const addressOf = (secret: string | null) => secret && `${config.origin}/calendar/${secret}.ics`;

export const load: PageServerLoad = async ({ locals }) => {
  const { crewId, role } = locals.person!;
  const [visits, secret] = await Promise.all([
    visitsBetween(db, crewId, now() - 7 * DAY_MS, now() + 28 * DAY_MS),
    feedSecret(db, crewId)
  ]);
  return {
    visits: visits.map((v) => ({ ...v, fromMs: v.fromAt.getTime(), toMs: v.toAt.getTime() })),
    address: addressOf(secret),
    mayEdit: may(role, 'edit jobs')
  };
};

export const actions: Actions = {
  address: async ({ locals }) => {
    const { crewId, role } = locals.person!;
    if (!may(role, 'edit jobs')) error(403);
    return { address: addressOf(await renewFeed(db, crewId, now())) };
  }
};
