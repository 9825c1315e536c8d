import { error } from '@sveltejs/kit';
import { db } from '$lib/server/db';
import { findAnyJob } from '$lib/server/jobs/reading';
import { readLog } from '$lib/server/work-log/log';
import type { RequestHandler } from './$types';

/** A job as it lies in the database, readable or not: its document and every entry of its log, for mending by hand. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const found = await findAnyJob(db, locals.person!.crewId, params.id);
  if (!found) error(404, 'There is no such job in your crew.');
  const { events, unreadable } = await readLog(db, params.id);
  const raw = {
    id: found.job.id,
    problems: found.ok ? [] : found.job.problems,
    document: found.ok ? found.job.document : found.job.raw,
    events,
    unreadable
  };
  return new Response(`${JSON.stringify(raw, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${found.job.id}.raw.json"`
    }
  });
};
