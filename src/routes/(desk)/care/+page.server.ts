import { db } from '$lib/server/db';
import { surfacesInCare } from '$lib/server/overview/care';
import type { PageServerLoad } from './$types';

const PAGE = 12;

export const load: PageServerLoad = async ({ locals, url }) => {
  const pageNumber = Math.max(1, Math.floor(Number(url.searchParams.get('page')) || 1));
  const surfaces = await surfacesInCare(db, locals.person!.crewId, {
    offset: (pageNumber - 1) * PAGE,
    limit: PAGE + 1
  });
  const jobs = [...new Set(surfaces.map((s) => s.jobId))];
  return { surfaces: surfaces.filter((s) => jobs.indexOf(s.jobId) < PAGE), more: jobs.length > PAGE, pageNumber };
};
