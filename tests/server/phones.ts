import type { NewEvent } from '../../src/core/log';
import { createJob } from '../../src/lib/server/jobs/jobs';
import { addTin } from '../../src/lib/server/stock/stock';
import { floorJob, NOW, whole } from '../fixtures';
import { freshCrew, type testDatabase } from './database';

/** What is in the one kit of a busy crew, ml. */
export const KIT_ML = 100_000;

/** A crew with jobs to log on, and one kit that all its batches draw from. */
export async function busyCrew(db: Awaited<ReturnType<typeof testDatabase>>['db'], howManyJobs: number) {
  const crew = await freshCrew(db);
  const jobs: string[] = [];
  for (let i = 0; i < howManyJobs; i++) jobs.push(await createJob(db, crew.crewId, whole(floorJob()), 'Ines', NOW));
  await addTin(
    db,
    crew.crewId,
    {
      productId: 'ostrel-duo',
      of: 'kit',
      colour: 'Peat',
      lot: 'K1',
      volumeMl: KIT_ML,
      leftMl: KIT_ML,
      place: 'v',
      boughtOn: '2027-05-01'
    },
    'I',
    NOW
  );
  return { crew, jobs };
}

/** Signs in as a browser does; gives the cookie. */
export async function signInAt(origin: string, email: string, password: string) {
  const r = await fetch(`${origin}/sign-in`, {
    method: 'POST',
    redirect: 'manual',
    headers: { Origin: origin, 'Content-Type': 'application/x-www-form-urlencoded', Accept: 'text/html' },
    body: new URLSearchParams({ email, password })
  });
  const set = r.headers.getSetCookie();
  return { status: r.status, cookie: set.map((c) => c.split(';')[0]).join('; '), setCookie: set.join('\n') };
}

/** Sends one entry as a phone does. Lost: no answer or not a good one, so a phone sends it again. */
export async function send(
  origin: string,
  cookie: string,
  jobId: string,
  event: NewEvent
): Promise<'stored' | 'refused' | 'lost'> {
  try {
    const r = await fetch(`${origin}/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { Cookie: cookie, 'Content-Type': 'application/json' },
      body: JSON.stringify({ events: [event] }),
      signal: AbortSignal.timeout(120_000)
    });
    if (!r.ok) return 'lost';
    const { receipts } = (await r.json()) as { receipts: { outcome: string }[] };
    return receipts[0]!.outcome === 'refused' ? 'refused' : 'stored';
  } catch {
    return 'lost';
  }
}
