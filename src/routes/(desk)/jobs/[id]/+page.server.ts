import { error, redirect } from '@sveltejs/kit';
import { db } from '$lib/server/db';
import { findJob } from '$lib/server/jobs/jobs';
import type { PageServerLoad } from './$types';

/** Opens a job at the station where it is. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const job = await findJob(db, locals.person!.crewId, params.id);
  if (!job) error(404, 'There is no such job in your crew.');
  const { surfaces, finish } = job.document;
  const planning = surfaces.length === 0 ? 'look' : finish ? 'when' : 'choose';
  redirect(
    303,
    `/jobs/${job.id}/${{ planning, booked: 'load', working: 'work', drying: 'leave', 'in care': 'keep' }[job.stage]}`
  );
};
