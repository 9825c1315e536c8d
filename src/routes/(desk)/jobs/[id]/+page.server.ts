import { error, redirect } from '@sveltejs/kit';
import { workedParts } from '$core/job';
import { db } from '$lib/server/db';
import { findAnyJob } from '$lib/server/jobs/reading';
import type { PageServerLoad } from './$types';

/** Opens a job at the station where it is. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const found = await findAnyJob(db, locals.person!.crewId, params.id);
  if (!found) error(404, 'There is no such job in your crew.');
  if (!found.ok) redirect(303, `/mend/${params.id}`);
  const { job } = found;
  const { surfaces } = job.document;
  const planning =
    surfaces.length === 0 ? 'look' : workedParts(job.document).every((p) => p.finish) ? 'when' : 'choose';
  redirect(
    303,
    `/jobs/${job.id}/${{ planning, booked: 'load', working: 'work', drying: 'leave', 'in care': 'keep' }[job.stage]}`
  );
};
