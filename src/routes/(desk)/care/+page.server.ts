import { db } from '$lib/server/db';
import { pageOf } from '$lib/server/http';
import { surfacesInCare } from '$lib/server/overview/care';
import type { PageServerLoad } from './$types';

const PAGE = 12;

export const load: PageServerLoad = async ({ locals, url }) => {
  const pageNumber = pageOf(url.searchParams.get('page'));
  const { surfaces, unreadable } = await surfacesInCare(db, locals.person!.crewId, {
    offset: (pageNumber - 1) * PAGE,
    limit: PAGE + 1
  });
  const jobs = [...new Set(surfaces.map((s) => s.jobId))];
  return {
    surfaces: surfaces.filter((s) => jobs.indexOf(s.jobId) < PAGE),
    more: jobs.length > PAGE,
    pageNumber,
    unreadable
  };
};
