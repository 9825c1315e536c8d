import { FIRST_PART } from '$core/document';
import { DAY_MS } from '$core/units';
import { error, json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findJob } from '$lib/server/jobs/reading';
import { commitStart } from '$lib/server/overview/commit';
import { deskOf } from '$lib/server/weather/desk';
import type { RequestHandler } from './$types';

/** How far back and ahead a start may be booked. */
const BACK_MS = DAY_MS;
const AHEAD_MS = 366 * DAY_MS;

/** Commits the crew to a start: the plan and the forecast it rests on are kept, and its visits booked. */
export const POST: RequestHandler = async ({ params, request, locals, fetch }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { startMs, part = FIRST_PART } = (body.value ?? {}) as { startMs?: unknown; part?: unknown };
  if (typeof part !== 'string') return refuse([{ path: '/part', problem: 'must be the id of a part of this job' }]);
  if (typeof startMs !== 'number' || !Number.isFinite(startMs))
    return refuse([{ path: '/startMs', problem: 'must be the instant the next coat is begun, in epoch ms' }]);
  if (startMs < now() - BACK_MS || startMs > now() + AHEAD_MS)
    return refuse([{ path: '/startMs', problem: 'must lie between yesterday and a year from now' }]);
  const job = await findJob(db, person.crewId, params.id);
  if (!job) error(404);
  const done = await commitStart(db, person.crewId, job, part, startMs, person.name, now(), deskOf(fetch));
  return done.ok
    ? json({ committedAt: now(), holds: done.holds, members: done.members }, { status: 201 })
    : refuse([{ path: '/startAt', problem: done.problem }]);
};
