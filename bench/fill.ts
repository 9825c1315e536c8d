import mysql from 'mysql2/promise';
import { v7 as uuidv7 } from 'uuid';
import { createCrew } from '../src/lib/server/accounts/people';
import { connect } from '../src/lib/server/db/connect';
import { migrateDatabase } from '../src/lib/server/db/migrate';
import { starterCards } from '../src/lib/server/shelf/starter';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../src/core/units';
import type { JobDocument } from '../src/core/document';
import type { JobStage } from '../src/core/log';
import { deckJob, floorJob, whole } from '../tests/fixtures';

export const LEAD = { email: 'lead@bench.example', password: 'a-bench-password' };
const JOBS = 10_000;
const EVENTS_PER_JOB = 100;
const HOME = { place: 'Saltmarsh Wick', latitudeDeg: 53.06, longitudeDeg: 0.27, timeZone: 'Europe/London' };

/** How the newest jobs stand; all others are in care. */
const NEWEST: JobStage[] = [
  ...Array<JobStage>(6).fill('working'),
  ...Array<JobStage>(6).fill('drying'),
  ...Array<JobStage>(4).fill('booked'),
  ...Array<JobStage>(24).fill('planning')
];

/** Fills a database with ten years of a busy crew. Gives the counts, one live outdoor job and one that is being planned. */
export async function fillDatabase(url: string): Promise<{
  jobs: number;
  events: number;
  liveJob: string;
  plannedJob: string;
}> {
  await migrateDatabase(url);
  const { db, pool } = connect(url);
  const now = Date.now();
  const { crewId, userId } = await createCrew(
    db,
    { name: 'Bench', home: HOME, workingHours: {} },
    { name: 'Lead', role: 'lead', ...LEAD },
    now,
    starterCards
  );
  await pool.end();
  const connection = await mysql.createConnection({ uri: url, timezone: 'Z' });
  const kinds = [whole(floorJob()), whole(deckJob())];
  let liveJob = '';
  let plannedJob = '';
  let events = 0;
  for (let i = 0; i < JOBS; i += 100) {
    const batch = Array.from({ length: 100 }, (_, k) => jobRow(i + k, crewId, kinds, now));
    liveJob ||= batch.find((b) => b.stage === 'drying' && b.document.places[0]!.setting === 'outdoor')?.id ?? '';
    plannedJob ||= batch.find((b) => b.stage === 'planning' && b.document.places[0]!.setting === 'outdoor')?.id ?? '';
    await connection.query(
      'INSERT INTO job (id, crew_id, title, client_name, place, stage, document, row_version, due_at, served_at, changed_by, created_at, updated_at) VALUES ?',
      [
        batch.map((b) => [
          b.id,
          crewId,
          b.document.title,
          b.document.client.name,
          b.document.site.place,
          b.stage,
          JSON.stringify(b.document),
          1,
          b.dueAt,
          b.dueAt && b.at,
          'Lead',
          b.at,
          b.at
        ])
      ]
    );
    const log = batch.flatMap((b) => eventRows(b, userId));
    for (let e = 0; e < log.length; e += 2500)
      await connection.query(
        'INSERT INTO work_event (seq, id, job_id, at, type, data, device, by_user_id, by_name, received_at) VALUES ?',
        [log.slice(e, e + 2500)]
      );
    events += log.length;
  }
  await connection.query('UPDATE job j SET event_seq = (SELECT MAX(seq) FROM work_event e WHERE e.job_id = j.id)');
  await connection.query('ANALYZE TABLE job, work_event');
  await connection.end();
  return { jobs: JOBS, events, liveJob, plannedJob };
}

function jobRow(i: number, crewId: string, kinds: JobDocument[], now: number) {
  const stage: JobStage = NEWEST[i] ?? 'in care';
  const at = new Date(now - i * 8 * HOUR_MS);
  const document = {
    ...kinds[i % 2]!,
    title: `Job ${i}`,
    ...(stage === 'booked' && {
      parts: [{ ...kinds[i % 2]!.parts[0]!, startAt: new Date(now + DAY_MS).toISOString() }]
    })
  };
  const dueAt = stage === 'in care' ? new Date(at.getTime() + 700 * DAY_MS) : null;
  return { id: uuidv7(), stage, document, at, dueAt, crewId };
}

/** A hundred events of a job that is where its stage says: coats laid, notes, rags out and back. */
function eventRows({ id, stage, at }: ReturnType<typeof jobRow>, userId: string): unknown[][] {
  const closed = { working: 1, drying: 2, 'in care': 2, booked: 0, planning: 0 }[stage];
  const out: [string, unknown][] = [];
  if (closed > 0) out.push(['rags.out', { count: 9 }]);
  for (let coat = 1; coat <= closed; coat++)
    out.push(
      ['coat.opened', { coat }],
      ['laying.spread', { coat, laying: 1 }],
      ['laying.wiped', { coat, laying: 1 }],
      ['coat.closed', { coat, usedL: 2.5, guessed: false }]
    );
  if (closed > 0) out.push(['rags.safe', { count: 9, how: 'under water in the metal can' }]);
  if (stage === 'in care') out.push(['handed.over', {}]);
  while (out.length < EVENTS_PER_JOB)
    out.push(['note.added', { text: `note ${out.length} on the way the wood took the oil` }]);
  return out.map(([type, data], k) => {
    const when = new Date(at.getTime() - (EVENTS_PER_JOB - k) * MINUTE_MS);
    return [k + 1, uuidv7(), id, when, type, JSON.stringify(data), 'bench', userId, 'Lead', when];
  });
}
