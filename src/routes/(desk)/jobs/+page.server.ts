import { db } from '$lib/server/db';
import { JOB_STAGES } from '$core/log';
import { countByStage, listJobs } from '$lib/server/jobs/lists';
import { unreadableOf } from '$lib/server/jobs/reading';
import { may } from '$lib/server/accounts/permissions';
import type { PageServerLoad } from './$types';

const PAGE = 40;

export const load: PageServerLoad = async ({ locals, url }) => {
  const find = url.searchParams.get('find')?.slice(0, 80) ?? '';
  const after = readCursor(url.searchParams.get('after'));
  const aside = url.searchParams.has('aside');
  const stage = JOB_STAGES.find((s) => s === url.searchParams.get('stage'));
  const { crewId } = locals.person!;
  const [jobs, counts] = await Promise.all([
    listJobs(db, crewId, { after, limit: PAGE + 1, find, aside, stage }),
    countByStage(db, crewId)
  ]);
  const unreadable = await unreadableOf(db, crewId, jobs);
  const last = jobs.length > PAGE ? jobs[PAGE - 1] : undefined;
  return {
    jobs: jobs.slice(0, PAGE).map((j) => ({ ...j, trouble: unreadable.get(j.id) ?? null })),
    aside,
    stage: stage ?? null,
    stages: JOB_STAGES.map((of) => ({ stage: of, count: counts.get(of) ?? 0 })),
    next: last && `${last.updatedAt.getTime()}.${last.id}`,
    first: after === undefined,
    find,
    mayCreate: may(locals.person!.role, 'create jobs')
  };
};

/** A cursor as it stands in an address: "time.id". Anything else begins at the top. */
function readCursor(text: string | null) {
  const m = /^(\d{12,15})\.([0-9a-f-]{36})$/.exec(text ?? '');
  return m ? { updatedAt: new Date(Number(m[1])), id: m[2]! } : undefined;
}
