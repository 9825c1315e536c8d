import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { deckJob, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { deskDown, freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { railFor } from '../overview/rail';
import { surfacesInCare } from '../overview/care';
import { appendEvents } from '../on-site/append';
import { readLog } from '../work-log/log';
import { createJob, saveJob, setAside } from './jobs';
import { listJobs } from './lists';
import { findAnyJob, findJob, unreadableOf } from './reading';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const HOME = { place: 'Saltmarsh Wick', latitudeDeg: -41, longitudeDeg: 99, timeZone: 'Europe/London' };
const closure = (from: string) => {
  const job = deckJob();
  job.site.closures = [{ fromLocal: from, toLocal: '2027-06-01T10:00', reason: 'fair', who: 'client' } as never];
  return job;
};
/** Documents as an earlier Basket, a hand in the database or a fault may have left them. */
const BROKEN: [string, unknown][] = [
  ['an empty document', {}],
  ['a list', []],
  ['a closure on 30 February', closure('2027-02-30T08:00')],
  ['a finish without its card', { ...whole(floorJob()), products: [] }],
  ['an unknown species', { ...whole(floorJob()), surfaces: [{ ...floorJob().surfaces[0]!, speciesId: 'stonewood' }] }],
  [
    'a surface called constructor',
    { ...whole(floorJob()), surfaces: [{ ...floorJob().surfaces[0]!, id: 'constructor' }] }
  ],
  ['a zone that is none', { ...whole(floorJob()), site: { ...whole(floorJob()).site, timeZone: 'Atlantis/Deep' } }],
  ['a later version', { ...whole(floorJob()), version: 9 }]
];

async function crewWith(document: unknown) {
  const crew = await freshCrew(conn.db);
  const [good, bad] = [
    await createJob(conn.db, crew.crewId, { ...whole(deckJob()), title: 'Good' }, 'Ines', NOW),
    await createJob(conn.db, crew.crewId, { ...whole(floorJob()), title: 'Bad' }, 'Ines', NOW)
  ];
  const log = (id: string, ...events: Parameters<typeof appendEvents>[3]) =>
    appendEvents(conn.db, crew.crewId, id, events, { id: crew.userId, name: 'Ines' }, NOW);
  await log(bad, phoneEvent('coat.opened', { coat: 1 }, NOW - 3_600_000));
  await conn.pool.query('UPDATE job SET document = ?, row_version = row_version + 1 WHERE id = ?', [
    JSON.stringify(document),
    bad
  ]);
  return { ...crew, good, bad, log };
}

describe.each(BROKEN)('one job whose document is %s', (_, document) => {
  it('stands apart on every list with why, and the others go on', async () => {
    const { crewId, good, bad } = await crewWith(document);
    const rail = await railFor(conn.db, { id: crewId, home: HOME }, NOW, deskDown);
    expect(rail.lines.map((l) => l.id)).toEqual([good]);
    expect(rail.unreadable).toMatchObject([{ id: bad, title: 'Bad', why: expect.stringMatching(/\w{3}/) }]);
    const jobs = await listJobs(conn.db, crewId, { limit: 10 });
    expect(jobs.map((j) => j.title).sort()).toEqual(['Bad', 'Good']);
    expect([...(await unreadableOf(conn.db, crewId, jobs)).keys()]).toEqual([bad]);
    await expect(findJob(conn.db, crewId, bad)).rejects.toMatchObject({ status: 422 });
  });
  it('is mended by a document that can be read, or set aside and brought back', async () => {
    const { crewId, bad, log } = await crewWith(document);
    await expect(log(bad, phoneEvent('rags.out', { count: 1 }))).rejects.toMatchObject({ status: 423 });
    expect(await setAside(conn.db, crewId, bad, true, 'Ines', NOW)).toBe(true);
    expect((await railFor(conn.db, { id: crewId, home: HOME }, NOW, deskDown)).unreadable).toEqual([]);
    expect((await listJobs(conn.db, crewId, { limit: 10, aside: true })).map((j) => j.id)).toEqual([bad]);
    expect(await setAside(conn.db, crewId, bad, false, 'Ines', NOW)).toBe(true);
    const found = (await findAnyJob(conn.db, crewId, bad))!;
    expect(await saveJob(conn.db, crewId, bad, whole(floorJob()), found.job.rowVersion, 'Ines', NOW)).toMatchObject({
      ok: true
    });
    expect((await findJob(conn.db, crewId, bad))!.document).toEqual(whole(floorJob()));
    expect(await log(bad, phoneEvent('rags.out', { count: 1 }))).toMatchObject([{ outcome: 'stored' }]);
  });
});

describe('a log with entries that can’t be read', () => {
  it('reads on without them, names them, and lets go of them once they are taken back', async () => {
    const crew = await freshCrew(conn.db);
    const id = await createJob(conn.db, crew.crewId, whole(floorJob()), 'Ines', NOW);
    const who = { id: crew.userId, name: 'Ines' };
    const good = phoneEvent('rags.out', { count: 2 });
    await appendEvents(conn.db, crew.crewId, id, [good], who, NOW);
    const odd: [string, unknown][] = [
      ['batch.mixed', { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [] }],
      ['prep.done', { surface: 'constructor', step: 'prototype' }],
      ['no.such', {}],
      ['rags.out', null]
    ];
    for (const [i, [type, data]] of odd.entries())
      await conn.pool.query(
        `INSERT INTO work_event (seq, id, job_id, at, type, data, device, by_user_id, by_name, received_at)
         VALUES (?, ?, ?, NOW(3), ?, ?, 'p', ?, 'Bram', NOW(3))`,
        [
          100 + i,
          `01900000-0000-7000-8${(i + 1).toString().padStart(3, '0')}-${Math.random().toString(16).slice(2, 14).padEnd(12, '0')}`,
          id,
          type,
          JSON.stringify(data),
          crew.userId
        ]
      );
    const log = await readLog(conn.db, id);
    expect(log.events.map((e) => e.id)).toEqual([good.id]);
    expect(log.unreadable.map((u) => [u.type, u.byName])).toEqual(odd.map(([type]) => [type, 'Bram']));
    expect(log.unreadable.every((u) => u.why.length > 5)).toBe(true);
    const [first] = log.unreadable;
    const back = await appendEvents(
      conn.db,
      crew.crewId,
      id,
      [phoneEvent('event.undone', { event: first!.id })],
      who,
      NOW
    );
    expect(back).toMatchObject([{ outcome: 'stored' }]);
    expect((await readLog(conn.db, id)).unreadable).toHaveLength(3);
  });
});

describe('jobs in care', () => {
  it('that can’t be read stand apart from those that can', async () => {
    const { crewId, bad } = await crewWith({});
    await conn.pool.query('UPDATE job SET due_at = NOW(3), served_at = NOW(3) WHERE id = ?', [bad]);
    const care = await surfacesInCare(conn.db, crewId, { offset: 0, limit: 9 });
    expect(care.unreadable.map((u) => u.id)).toEqual([bad]);
  });
});

describe('an id', () => {
  it('in capitals is another: it finds and stores nothing', async () => {
    const { crewId, good, log } = await crewWith({});
    expect(await findAnyJob(conn.db, crewId, good.toUpperCase())).toBeNull();
    expect(await log(good.toUpperCase(), phoneEvent('rags.out', { count: 1 }))).toBeNull();
  });
});
