import { error, fail, redirect } from '@sveltejs/kit';
import { EVENT_VERSION } from '$core/log';
import { idIn } from '$lib/forms/id-in';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { saveJob, setAside } from '$lib/server/jobs/jobs';
import { findAnyJob } from '$lib/server/jobs/reading';
import { liveUpdates } from '$lib/server/work-log';
import { appendEvents } from '$lib/server/on-site/append';
import { readLog } from '$lib/server/work-log/log';
import { checkJobDocument } from '$formats/job-json';
import type { FieldProblem } from '$formats/validate/validate';
import { v7 as uuidv7 } from 'uuid';
import type { Actions, PageServerLoad } from './$types';

const NONE = 'There is no such job in your crew.';

/** A job that can't be read: why, and all that helps. One that can be read again, with nothing left to mend, leads back to it. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { crewId, role } = locals.person!;
  const [found, log] = await Promise.all([findAnyJob(db, crewId, params.id), readLog(db, params.id)]);
  if (!found) error(404, NONE);
  const { job } = found;
  return {
    id: job.id,
    title: job.title,
    clientName: job.clientName,
    place: job.place,
    changedBy: job.changedBy,
    updatedMs: job.updatedAt.getTime(),
    rowVersion: job.rowVersion,
    setAside: job.setAsideAt && { atMs: job.setAsideAt.getTime(), by: job.setAsideBy ?? '' },
    readable: found.ok,
    problems: found.ok ? [] : found.job.problems,
    text: JSON.stringify(found.ok ? found.job.document : found.job.raw, null, 2),
    entries: log.unreadable.map(({ id, atMs, byName, type, why }) => ({ id, atMs, byName, type, why })),
    mayMend: may(role, 'mend jobs')
  };
};

const refuse = (problems: FieldProblem[], text?: string, status = 422) => fail(status, { problems, text });

export const actions: Actions = {
  /** The document as it was mended by hand or in a file, over the version it was read at. */
  document: async ({ request, params, locals }) => {
    const person = locals.person!;
    const data = await request.formData();
    const text = String(data.get('text') ?? '');
    let read: unknown;
    try {
      read = JSON.parse(text);
    } catch (e) {
      return refuse([{ path: '', problem: `this is not JSON: ${(e as Error).message}` }], text);
    }
    // A raw file holds the document beside the log; the document alone will do.
    const whole = read as { document?: unknown; format?: unknown } | null;
    const checked = checkJobDocument(whole?.format === undefined && whole?.document ? whole.document : read);
    if (!checked.ok) return refuse(checked.problems, text);
    const saved = await saveJob(
      db,
      person.crewId,
      params.id,
      checked.value,
      Number(data.get('rowVersion')),
      person.name,
      now()
    );
    if (saved.ok) redirect(303, `/jobs/${params.id}`);
    if (saved.reason === 'gone') error(404, NONE);
    if (saved.reason === 'locked') return refuse(saved.problems, text);
    return refuse([{ path: '', problem: 'somebody changed this job meanwhile; open this page anew' }], text, 409);
  },
  /** Off every list, or back on them. */
  aside: async ({ request, params, locals }) => {
    const person = locals.person!;
    const aside = (await request.formData()).get('aside') === '1';
    if (!(await setAside(db, person.crewId, params.id, aside, person.name, now()))) error(404, NONE);
    redirect(303, aside ? '/jobs?aside=1' : `/jobs/${params.id}`);
  },
  /** Takes back an entry that can't be read, by an entry of its own. */
  event: async ({ request, params, locals }) => {
    const person = locals.person!;
    const id = idIn(await request.formData(), 'event');
    if (!id) return refuse([{ path: '', problem: 'no entry was named' }]);
    const undone = {
      id: uuidv7(),
      at: now(),
      device: 'desk',
      v: EVENT_VERSION,
      type: 'event.undone' as const,
      data: { event: id }
    } as const;
    const receipts = await appendEvents(db, person.crewId, params.id, [undone], person, now());
    if (!receipts) error(404, NONE);
    const [receipt] = receipts;
    if (receipt?.outcome === 'refused') return refuse([{ path: '', problem: receipt.reason }]);
    liveUpdates.stored(params.id);
    return { done: true };
  }
};
