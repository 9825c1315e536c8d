import { error, json } from '@sveltejs/kit';
import { tinReasonRow } from '$core/course';
import { eventRow, type NewEvent } from '$core/log';
import { afterwards } from '$lib/server/running/derived';
import { may, whyNot, type Role } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse, seqOf } from '$lib/server/http';
import { findAnyJob } from '$lib/server/jobs/reading';
import { learnDrying } from '$lib/server/overview/learn-drying';
import { deskOf } from '$lib/server/weather/desk';
import { liveUpdates } from '$lib/server/work-log';
import { appendEvents, type Receipt } from '$lib/server/on-site/append';
import { eventsOf } from '$lib/server/work-log/log';
import { checkEvent } from '$formats/work-event';
import type { FieldProblem } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

const MOST_AT_ONCE = 500;
/** The job's log after a sequence number. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  if (!(await findAnyJob(db, locals.person!.crewId, params.id))) error(404, 'There is no such job in your crew.');
  return json({ events: await eventsOf(db, params.id, seqOf(url.searchParams.get('after'))) });
};

/** Appends events: each once, whatever is posted again. Answers what became of every one. */
export const POST: RequestHandler = async ({ params, request, locals, fetch }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { events } = (body.value ?? {}) as { events?: unknown };
  if (!Array.isArray(events)) return refuse([{ path: '/events', problem: 'must be a list' }]);
  if (events.length > MOST_AT_ONCE) return refuse([{ path: '/events', problem: `may hold ${MOST_AT_ONCE} at most` }]);
  const read = events.map((e) => readEvent(e, person.role));
  const taken = read.flatMap((r) => (r.ok ? [r.event] : []));
  const receipts = taken.length ? await appendEvents(db, person.crewId, params.id, taken, person, now()) : [];
  if (!receipts || (!taken.length && !(await findAnyJob(db, person.crewId, params.id))))
    error(404, 'There is no such job in your crew.');
  if (receipts.some((r) => r.outcome === 'stored')) liveUpdates.stored(params.id);
  if (taken.some((e) => eventRow(e.type).teachesDrying))
    await afterwards('what the log teaches of drying', () =>
      learnDrying(db, person.crewId, params.id, now(), deskOf(fetch))
    );
  return json({ receipts: read.map((r) => (r.ok ? receipts.shift() : r.receipt)) });
};

type ReadEvent = { ok: true; event: NewEvent } | { ok: false; receipt: Receipt };

/** One posted event by itself: one that is malformed, or not this role's to write, refuses nothing but itself. */
function readEvent(data: unknown, role: Role): ReadEvent {
  const id = (data as { id?: unknown } | null)?.id;
  const no = (reason: string, problems: FieldProblem[] = []): ReadEvent => ({
    ok: false,
    receipt: { id: typeof id === 'string' ? id.slice(0, 40) : '', outcome: 'refused', reason, problems }
  });
  const checked = checkEvent(data);
  if (!checked.ok) return no(checked.problems.map((p) => `${p.path} ${p.problem}`.trim()).join('; '), checked.problems);
  const e = checked.value;
  if (eventRow(e.type).by === 'hands' && !may(role, 'log work')) return no(whyNot('log work'));
  if (e.type === 'tin.overruled' && tinReasonRow(e.data.reason).overrule === 'lead' && !may(role, 'overrule'))
    return no(whyNot('overrule'));
  return { ok: true, event: e };
}
