import { error, json } from '@sveltejs/kit';
import { DESK_EVENTS, type NewEvent } from '$core/job';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findJob } from '$lib/server/jobs/jobs';
import { learnDrying } from '$lib/server/overview/learn-drying';
import { deskOf } from '$lib/server/weather/desk';
import { liveUpdates } from '$lib/server/work-log';
import { appendEvents } from '$lib/server/work-log/append';
import { eventsOf } from '$lib/server/work-log/log';
import { newEvent } from '$formats/validate/gen/newEvent.gen.js';
import { check, type FieldProblem } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

const MOST_AT_ONCE = 500;
/** Events after which what the job teaches of drying may be another. */
const TEACHES_DRYING: readonly string[] = ['tack.felt', 'event.undone', 'coat.closed'];

/** The job's log after a sequence number. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  if (!(await findJob(db, locals.person!.crewId, params.id))) error(404);
  return json({
    events: await eventsOf(db, params.id, Number(url.searchParams.get('after')) || 0)
  });
};

/** Appends events: each once, whatever is posted again. Answers what became of every one. */
export const POST: RequestHandler = async ({ params, request, locals, fetch }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { events } = (body.value ?? {}) as { events?: unknown };
  if (!Array.isArray(events)) return refuse([{ path: '/events', problem: 'must be a list' }]);
  if (events.length > MOST_AT_ONCE) return refuse([{ path: '/events', problem: `may hold ${MOST_AT_ONCE} at most` }]);
  const problems: FieldProblem[] = events.flatMap((e, i) => {
    const r = check<NewEvent>(newEvent, e);
    return r.ok
      ? []
      : r.problems.map((p) => ({
          path: `/events/${i}${p.path}`,
          problem: p.problem
        }));
  });
  if (problems.length) return refuse(problems);
  const handsOn = (events as NewEvent[]).some((e) => e.type !== 'event.undone' && !DESK_EVENTS.includes(e.type));
  if (!may(person.role, handsOn ? 'log work' : 'log at the desk'))
    return json({ message: 'The office reads the log; the crew on site writes it.' }, { status: 403 });
  const receipts = await appendEvents(db, person.crewId, params.id, events as NewEvent[], person, now());
  if (!receipts) error(404);
  if (receipts.some((r) => r.outcome === 'stored')) liveUpdates.stored(params.id);
  if ((events as NewEvent[]).some((e) => TEACHES_DRYING.includes(e.type)))
    await learnDrying(db, person.crewId, params.id, now(), deskOf(fetch));
  return json({ receipts });
};
