import { error, json } from '@sveltejs/kit';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findJob } from '$lib/server/jobs/jobs';
import { commitStart } from '$lib/server/overview/commit';
import { deskOf } from '$lib/server/weather/desk';
import type { RequestHandler } from './$types';

/** Commits the crew to a start: the plan and the forecast it rests on are kept, and its visits booked. */
export const POST: RequestHandler = async ({ params, request, locals, fetch }) => {
  const person = locals.person!;
  if (!may(person.role, 'edit jobs')) return json({ message: 'Your role may not change jobs.' }, { status: 403 });
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { startMs } = (body.value ?? {}) as { startMs?: unknown };
  if (typeof startMs !== 'number' || !Number.isFinite(startMs))
    return refuse([{ path: '/startMs', problem: 'must be the instant the next coat is begun, in epoch ms' }]);
  const job = await findJob(db, person.crewId, params.id);
  if (!job) error(404);
  const done = await commitStart(db, person.crewId, job, startMs, person.name, now(), deskOf(fetch));
  return done.ok
    ? json({ committedAt: now(), holds: done.holds, members: done.members }, { status: 201 })
    : refuse([{ path: '/startAt', problem: done.problem }]);
};
