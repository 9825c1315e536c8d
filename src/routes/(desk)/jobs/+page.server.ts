import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/jobs';
import { may } from '$lib/server/accounts/permissions';
import type { PageServerLoad } from './$types';

const PAGE = 40;

export const load: PageServerLoad = async ({ locals, url }) => {
  const pageNumber = Math.max(1, Math.floor(Number(url.searchParams.get('page')) || 1));
  const find = url.searchParams.get('find')?.slice(0, 80) ?? '';
  const jobs = await listJobs(db, locals.person!.crewId, {
    offset: (pageNumber - 1) * PAGE,
    limit: PAGE + 1,
    find
  });
  return {
    jobs: jobs.slice(0, PAGE),
    more: jobs.length > PAGE,
    pageNumber,
    find,
    now: now(),
    mayCreate: may(locals.person!.role, 'create jobs')
  };
};
