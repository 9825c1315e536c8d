import { building } from '$app/environment';
import { error, json, redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { readBody } from '$lib/server/access/body';
import { doorOf, type Door } from '$lib/server/access/doors';
import { paramsAreCanonical } from '$lib/server/access/params';
import { auth } from '$lib/server/accounts/auth';
import { isEmpty } from '$lib/server/accounts/people';
import { may, whyNot, type Role } from '$lib/server/accounts/permissions';
import { config } from '$lib/server/config';
import { db, pool } from '$lib/server/db';
import { againFor, driverFault, isAway } from '$lib/server/db/faults';
import { migrateDatabase } from '$lib/server/db/migrate';
import { beginDraining } from '$lib/server/running/health';
import { closeStreams } from '$lib/server/work-log/streams';
import type { UnitSystem } from '$core/units';

export const init: ServerInit = async () => {
  if (building) return;
  await migrateDatabase(config.databaseUrl);
  const leave = () => {
    beginDraining();
    closeStreams();
  };
  process.once('SIGTERM', leave);
  process.once('SIGINT', leave);
  process.once('sveltekit:shutdown', () => void pool.end());
};

const isApi = (path: string) => path.startsWith('/api/') || path.startsWith('/stand-ins/');

export const handle: Handle = async ({ event, resolve }) => {
  event.locals.person = null;
  if (building) return resolve(event);
  const { pathname } = event.url;
  const route = event.route.id;
  // Files of the program and addresses of nothing: nobody is asked who they are.
  if (route === null || pathname.startsWith('/_app/')) return withHeaders(await resolve(event), false);
  const door = doorOf(route, event.request.method, event.url.searchParams);
  if (door?.who !== 'anyone' && door?.who !== 'secret') {
    event.locals.person = await personOf(event.request.headers);
    if (!event.locals.person) return signInFirst(event);
  } else if (door.who === 'anyone' && pathname !== '/health') {
    event.locals.person = await personOf(event.request.headers);
  }
  const stop = shut(door, pathname, event.params, event.locals.person?.role);
  if (stop) return stop;
  if (door && door.bytes > 0) {
    const body = await readBody(event.request, door.bytes);
    if (!body.ok) return body.response;
    event.request = body.request;
  }
  const response = await resolve(event);
  if (keepsForGood(route, response)) response.headers.set('Cache-Control', 'private, max-age=31536000, immutable');
  else if (event.locals.person) response.headers.set('Cache-Control', 'private, no-store');
  return withHeaders(response, true);
};

async function personOf(headers: Headers): Promise<App.Locals['person']> {
  const found = await session(headers);
  const user = found?.user as
    | { id: string; name: string; email: string; role: string; crewId: string; units: string; active: boolean }
    | undefined;
  if (!user?.active) return null;
  return {
    id: user.id,
    name: user.name,
    email: user.email,
    role: user.role as Role,
    crewId: user.crewId,
    units: user.units as UnitSystem
  };
}

/** The session of a request. Noting that it was seen may meet another node's note of the same: it is asked once more. */
const session = (headers: Headers) =>
  auth.api.getSession({ headers }).catch((fault: unknown) => {
    if (againFor(fault) === null) throw fault;
    return auth.api.getSession({ headers });
  });

async function signInFirst({ url, request }: Parameters<Handle>[0]['event']): Promise<Response> {
  if (isApi(url.pathname)) return json({ message: 'Sign in first.' }, { status: 401 });
  if (request.method !== 'GET') error(401, 'Sign in first.');
  if (await isEmpty(db)) redirect(303, '/welcome');
  redirect(303, `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
}

/** Why a request may not come in, as an answer; null when it may. */
function shut(
  door: Door | null,
  pathname: string,
  params: Partial<Record<string, string>>,
  role: Role | undefined
): Response | null {
  const no = (status: number, message: string) => {
    if (isApi(pathname)) return json({ message }, { status });
    error(status, message);
  };
  if (!door) return no(405, 'This address does not take such a request.');
  if (!paramsAreCanonical(params)) return no(404, 'There is nothing here.');
  const { who } = door;
  if (who === 'anyone' || who === 'secret' || who === 'signed in') return null;
  return role && may(role, who) ? null : no(403, whyNot(who));
}

function withHeaders(response: Response, all: boolean): Response {
  response.headers.set('X-Content-Type-Options', 'nosniff');
  if (!all) return response;
  response.headers.set('Referrer-Policy', 'same-origin');
  response.headers.set('X-Frame-Options', 'DENY');
  return response;
}

/** A photo never changes under its id, so a device may keep it. */
const keepsForGood = (route: string, response: Response): boolean =>
  route === '/api/jobs/[id]/photos/[photo]' && response.status === 200;

/**
 * What a person sees of a fault: never a stack. The log gets the whole of it, but of the database only the driver's own code
 * and the statement without its values: what people typed stays with them.
 */
export const handleError: HandleServerError = ({ error: fault, event, status, message }) => {
  if (status >= 500) {
    const driver = driverFault(fault);
    const what = driver
      ? `${driver.code} ${driver.errno ?? ''} in ${driver.statement ?? 'the driver'}\n${framesOf(fault)}`
      : ((fault as Error).stack ?? String(fault));
    process.stderr.write(`${new Date().toISOString()} ${event.request.method} ${event.route.id ?? ''}: ${what}\n`);
  }
  return {
    message:
      status === 404
        ? 'There is nothing here.'
        : status < 500
          ? message
          : isAway(fault)
            ? 'The database is away for a moment. Nothing was written; try again.'
            : 'Something broke on our side. Nothing you saved is lost; try again.'
  };
};

/** Where a fault came from, without its message. */
const framesOf = (fault: unknown): string =>
  ((fault as Error).stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n');
