import { error, json } from '@sveltejs/kit';
import type { JobDocument } from '$core/document';
import { may, whyNot } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { saveJob } from '$lib/server/jobs/jobs';
import { findJob, readable } from '$lib/server/jobs/reading';
import { areFromShelf } from '$lib/server/shelf/cards';
import { checkJobDocument, writeJobFile } from '$formats/job-json';
import type { RequestHandler } from './$types';

/** The starts a job has chosen, part by part. */
const startsOf = ({ parts }: JobDocument): string =>
  parts.flatMap((p) => (p.startAt ? [`${p.id} ${p.startAt}`] : [])).join();

/** The job as an open job file. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const job = await findJob(db, locals.person!.crewId, params.id);
  if (!job) error(404, 'There is no such job in your crew.');
  const name =
    job.document.title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'job';
  return new Response(writeJobFile(job.document), {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${name}.basket-job.json"`
    }
  });
};

/** Saves the job's document over the version it was read at; 409 with theirs when somebody saved in between. */
export const PUT: RequestHandler = async ({ params, request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { document, rowVersion } = (body.value ?? {}) as {
    document?: unknown;
    rowVersion?: unknown;
  };
  if (typeof rowVersion !== 'number' || !Number.isInteger(rowVersion))
    return refuse([
      {
        path: '/rowVersion',
        problem: 'must be the version the job was read at'
      }
    ]);
  const checked = checkJobDocument(document);
  if (!checked.ok) return refuse(checked.problems);
  const before = await findJob(db, person.crewId, params.id);
  if (!before) error(404, 'There is no such job in your crew.');
  if (!may(person.role, 'book') && startsOf(checked.value) !== startsOf(before.document))
    return json({ message: whyNot('book') }, { status: 403 });
  const { products } = checked.value;
  if (!may(person.role, 'edit cards') && !(await areFromShelf(db, person.crewId, products, before.document.products)))
    return json(
      {
        message: 'A hand takes cards from the shelf as they are; prices and cards are the lead’s.'
      },
      { status: 403 }
    );
  const saved = await saveJob(db, person.crewId, params.id, checked.value, rowVersion, person.name, now());
  if (saved.ok) return json({ rowVersion: saved.rowVersion });
  if (saved.reason === 'gone') error(404, 'There is no such job in your crew.');
  if (saved.reason === 'locked') return refuse(saved.problems);
  const theirs = readable(saved.current);
  return json({ by: theirs.changedBy, document: theirs.document, rowVersion: theirs.rowVersion }, { status: 409 });
};
