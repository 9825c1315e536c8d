import { json } from '@sveltejs/kit';
import { version } from '$app/environment';
import { health } from '$lib/server/running/health';
import type { RequestHandler } from './$types';

/** Whether this process should be sent requests: 200 when it is ready, 503 with why when it is not. */
export const GET: RequestHandler = async () => {
  const h = await health(version);
  return json(h, { status: h.ok ? 200 : 503, headers: { 'Cache-Control': 'no-store' } });
};
