import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { joinPart, splitPart } from '../../../core/document';
import { appendEvents } from '../on-site/append';
import { createJob, saveJob } from './jobs';
import { headsInStages, listJobs } from './lists';
import { findJob } from './reading';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

describe('jobs', () => {
  it('gives back what was saved, to the last digit', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const job = whole(floorJob());
    job.surfaces[0]!.thicknessM = 0.0222250001;
    const id = await createJob(db, crewId, job, 'Ines', NOW);
    expect(await findJob(db, crewId, id)).toMatchObject({ document: job, stage: 'planning', rowVersion: 1 });
  });

  it('another crew does not see it, nor change it', async () => {
    const { db } = conn;
    const [mine, other] = [await freshCrew(db), await freshCrew(db)];
    const id = await createJob(db, mine.crewId, whole(floorJob()), 'Ines', NOW);
    expect(await findJob(db, other.crewId, id)).toBeNull();
    expect(await saveJob(db, other.crewId, id, whole(floorJob()), 1, 'X', NOW)).toEqual({ ok: false, reason: 'gone' });
    expect(await listJobs(db, other.crewId, { limit: 10 })).toEqual([]);
  });

  it('two people editing: the second is told, and given theirs', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const id = await createJob(db, crewId, whole(floorJob()), 'Ines', NOW);
    const [a, b] = [
      { ...whole(floorJob()), title: 'A' },
      { ...whole(floorJob()), title: 'B' }
    ];
    expect(await saveJob(db, crewId, id, a, 1, 'Ines', NOW)).toEqual({ ok: true, rowVersion: 2 });
    expect(await saveJob(db, crewId, id, b, 1, 'Sunil', NOW)).toMatchObject({
      ok: false,
      reason: 'changed',
      current: { ok: true, job: { changedBy: 'Ines', rowVersion: 2, document: { title: 'A' } } }
    });
    expect((await findJob(db, crewId, id))!.document.title).toBe('A');
  });

  it('twenty savers at once: one wins each version, none is lost in silence', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const id = await createJob(db, crewId, whole(floorJob()), 'Ines', NOW);
    const outcomes = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        saveJob(db, crewId, id, { ...whole(floorJob()), title: `T${i}` }, 1, `P${i}`, NOW)
      )
    );
    expect(outcomes.filter((o) => o.ok)).toHaveLength(1);
    expect((await findJob(db, crewId, id))!.rowVersion).toBe(2);
  });

  it('stands where its start and its work say', async () => {
    const { db } = conn;
    const { crewId, userId } = await freshCrew(db);
    const id = await createJob(db, crewId, whole(floorJob()), 'Ines', NOW);
    await saveJob(db, crewId, id, whole({ ...floorJob(), startAt: new Date(NOW).toISOString() }), 1, 'Ines', NOW);
    const idsOf = (heads: readonly { id: string }[]) => heads.map((h) => h.id);
    expect(idsOf(await headsInStages(db, crewId, { stages: ['booked'], most: 5 }))).toEqual([id]);
    await appendEvents(db, crewId, id, [phoneEvent('coat.opened', { coat: 1 })], { id: userId, name: 'Ines' }, NOW);
    const working = { stages: ['working'], most: 5 } as const;
    expect(idsOf(await headsInStages(db, crewId, working))).toEqual([id]);
    const planned = await Promise.all([1, 2, 3].map((n) => createJob(db, crewId, whole(floorJob()), 'Ines', NOW + n)));
    const both = await headsInStages(db, crewId, working, { stages: ['planning'], most: 2 });
    expect(new Set(idsOf(both))).toEqual(new Set([id, planned[1], planned[2]]));
  });

  it('is found by title, client and place; a wildcard is only a letter', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    await createJob(db, crewId, { ...whole(floorJob()), title: 'Deck 100%' }, 'Ines', NOW);
    await createJob(db, crewId, whole(floorJob()), 'Ines', NOW);
    const find = async (f: string) => (await listJobs(db, crewId, { limit: 10, find: f })).map((j) => j.title);
    expect(await find('customs lib')).toHaveLength(2);
    expect(await find('100%')).toEqual(['Deck 100%']);
    expect(await find("' OR 1=1 --")).toEqual([]);
  });

  it('is listed page by page, each once, though many changed in the same instant', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const made = [];
    for (let i = 0; i < 7; i++) made.push(await createJob(db, crewId, whole(floorJob()), 'Ines', NOW));
    const seen: string[] = [];
    for (let after: { updatedAt: Date; id: string } | undefined; ;) {
      const page = await listJobs(db, crewId, { after, limit: 3 });
      if (page.length === 0) break;
      seen.push(...page.map((j) => j.id));
      after = page.at(-1)!;
    }
    expect([...seen].sort()).toEqual([...made].sort());
  });
});

describe('a database of version 1', () => {
  it('opens: each job as one part, its log and bookings in the first; written as version 2 when it is saved', async () => {
    const { db, pool } = conn;
    const { crewId, userId } = await freshCrew(db);
    const id = await createJob(db, crewId, whole(floorJob()), 'Ines', NOW);
    const { part: _, placeId: _p, ...was } = floorJob();
    await pool.query('UPDATE job SET document = ? WHERE id = ?', [
      JSON.stringify({ format: 'basket-job', version: 1, ...was }),
      id
    ]);
    const log = (...events: Parameters<typeof appendEvents>[3]) =>
      appendEvents(db, crewId, id, events, { id: userId, name: 'Ines' }, NOW);
    await log(
      phoneEvent('coat.opened', { coat: 1 }, NOW - 9e6),
      phoneEvent('coat.closed', { coat: 1, usedL: 3, guessed: false }, NOW - 8e6)
    );
    const found = (await findJob(db, crewId, id))!;
    expect(found.document).toEqual(whole(floorJob()));
    const [rows] = await pool.query('SELECT part, coat FROM finished_coat WHERE job_id = ?', [id]);
    expect(rows).toMatchObject([{ part: 'first', coat: 1 }]);
    await saveJob(db, crewId, id, { ...found.document, title: 'New' }, found.rowVersion, 'Ines', NOW);
    const [[kept]] = (await pool.query("SELECT JSON_VALUE(document, '$.version') AS v FROM job WHERE id = ?", [
      id
    ])) as unknown as [[{ v: string }]];
    expect(Number(kept.v)).toBe(2);
  });
});

describe('a job in parts', () => {
  const split = () => {
    const job = whole(floorJob());
    const top = { ...job.surfaces[0]!, id: 'top', name: 'Top', exits: [], cutOuts: [] };
    return splitPart({ ...job, surfaces: [...job.surfaces, top] }, [{ surface: 'top', face: 'top' }], 'top');
  };
  it('with oil on a part its faces stay where they are; the others may still move', async () => {
    const { db } = conn;
    const { crewId, userId } = await freshCrew(db);
    const document = split();
    const id = await createJob(db, crewId, document, 'Ines', NOW);
    const event = phoneEvent('coat.opened', { part: 'top', coat: 1 }, NOW - 1e6);
    await appendEvents(db, crewId, id, [event], { id: userId, name: 'Ines' }, NOW);
    const joined = joinPart(document, 'top');
    expect(await saveJob(db, crewId, id, joined, 1, 'Ines', NOW)).toMatchObject({
      ok: false,
      reason: 'locked',
      problems: expect.arrayContaining([
        { path: '/parts', severity: 'stop', problem: expect.stringContaining('oil is on “Top”') }
      ])
    });
    expect(await saveJob(db, crewId, id, { ...document, title: 'Named anew' }, 1, 'Ines', NOW)).toMatchObject({
      ok: true
    });
  });
  it('what each part taught is kept apart, though both laid coat 1 of one product on one wood', async () => {
    const { db, pool } = conn;
    const { crewId, userId } = await freshCrew(db);
    const id = await createJob(db, crewId, split(), 'Ines', NOW);
    const coat = (part: string | undefined, at: number) => [
      phoneEvent('coat.opened', { ...(part && { part }), coat: 1 }, at),
      phoneEvent('coat.closed', { ...(part && { part }), coat: 1, usedL: 3, guessed: false }, at + 1000)
    ];
    const who = { id: userId, name: 'Ines' };
    await appendEvents(db, crewId, id, [...coat(undefined, NOW - 9e6), ...coat('top', NOW - 8e6)], who, NOW);
    const [rows] = await pool.query('SELECT part FROM finished_coat WHERE job_id = ? ORDER BY part', [id]);
    expect(rows).toMatchObject([{ part: 'first' }, { part: 'top' }]);
  });
});
