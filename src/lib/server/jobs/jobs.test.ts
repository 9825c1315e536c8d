import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
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
