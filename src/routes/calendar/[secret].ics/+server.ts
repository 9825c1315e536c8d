import { error } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { feedOf } from '$lib/server/visits/feed';
import type { RequestHandler } from './$types';

/** A crew's visits for calendars that subscribe to them: whoever has the address may read it. */
export const GET: RequestHandler = async ({ params }) => {
  const text = /^[0-9a-f]{48}$/.test(params.secret) ? await feedOf(db, params.secret, config.origin, now()) : null;
  if (text === null) error(404, 'There is nothing here.');
  return new Response(text, {
    headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Cache-Control': 'private, max-age=300' }
  });
};
