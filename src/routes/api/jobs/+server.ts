import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { createJob } from '$lib/server/jobs/jobs';
import { checkJobDocument } from '$formats/job-json';
import type { RequestHandler } from './$types';

/** Imports a job file. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = checkJobDocument(body.value);
  if (!checked.ok) return refuse(checked.problems);
  return json(
    {
      id: await createJob(db, person.crewId, checked.value, person.name, now())
    },
    { status: 201 }
  );
};
