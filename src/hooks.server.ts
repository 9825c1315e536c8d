import { building } from '$app/environment';
import { error, json, redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { auth } from '$lib/server/accounts/auth';
import { isEmpty } from '$lib/server/accounts/people';
import type { Role } from '$lib/server/accounts/permissions';
import { config } from '$lib/server/config';
import { db, pool } from '$lib/server/db';
import { migrateDatabase } from '$lib/server/db/connect';
import { closeStreams } from '$lib/server/work-log/streams';
import type { UnitSystem } from '$core/units';

export const init: ServerInit = async () => {
  if (building) return;
  await migrateDatabase(config.databaseUrl);
  process.once('SIGTERM', closeStreams);
  process.once('SIGINT', closeStreams);
  process.once('sveltekit:shutdown', () => void pool.end());
};

/** Pages that are there before anybody has signed in. */
const OPEN = ['/sign-in', '/welcome'];
/** Those that know a caller by a secret of their own. */
const BY_SECRET = ['/api/senml', '/calendar/'];

export const handle: Handle = async ({ event, resolve }) => {
  event.locals.person = null;
  if (building) return resolve(event);
  const found = await auth.api.getSession({ headers: event.request.headers });
  const user = found?.user as
    | {
        id: string;
        name: string;
        email: string;
        role: string;
        crewId: string;
        units: string;
        active: boolean;
      }
    | undefined;
  if (user?.active)
    event.locals.person = {
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role as Role,
      crewId: user.crewId,
      units: user.units as UnitSystem
    };
  const { pathname } = event.url;
  const open =
    OPEN.includes(pathname) ||
    BY_SECRET.some((p) => pathname.startsWith(p)) ||
    pathname.startsWith('/_app/') ||
    event.route.id === null;
  if (!event.locals.person && !open) {
    if (pathname.startsWith('/api/') || pathname.startsWith('/stand-ins/'))
      return json({ message: 'Sign in first.' }, { status: 401 });
    if (event.request.method !== 'GET') error(401, 'Sign in first.');
    if (await isEmpty(db)) redirect(303, '/welcome');
    redirect(303, `/sign-in?to=${encodeURIComponent(pathname + event.url.search)}`);
  }
  const response = await resolve(event);
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'same-origin');
  response.headers.set('X-Frame-Options', 'DENY');
  if (event.locals.person && !pathname.startsWith('/_app/') && !keepsForGood(event.route.id, response))
    response.headers.set('Cache-Control', 'private, no-store');
  return response;
};

/** A photo never changes under its id, so a device may keep it. */
function keepsForGood(route: string | null, response: Response): boolean {
  if (route !== '/api/jobs/[id]/photos/[photo]' || response.status !== 200) return false;
  response.headers.set('Cache-Control', 'private, max-age=31536000, immutable');
  return true;
}

/** What a person sees of a fault: never a stack. The whole of it goes to the log. */
export const handleError: HandleServerError = ({ error: fault, event, status, message }) => {
  if (status >= 500)
    process.stderr.write(
      `${new Date().toISOString()} ${event.request.method} ${event.url.pathname}: ${(fault as Error).stack ?? String(fault)}\n`
    );
  return {
    message:
      status === 404
        ? 'There is nothing here.'
        : status >= 500
          ? 'Something broke on our side. Nothing you saved is lost; try again.'
          : message
  };
};
