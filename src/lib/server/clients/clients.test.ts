import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import type { JobDocument } from '../../../core/document';
import { client, job, site } from '../db/schema';
import { readMigrations } from '../db/migrate';
import { transact } from '../db/transact';
import { createJob, saveJob } from '../jobs/jobs';
import { findJob } from '../jobs/reading';
import { completed, findClients, findSites } from './find';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const jobFor = (name: string, place: string, change: Partial<JobDocument['client']> = {}): JobDocument => {
  const d = whole(floorJob());
  return { ...d, client: { name, ...change }, site: { ...d.site, place } };
};
const rowOf = async (id: string) => (await conn.db.select().from(job).where(eq(job.id, id)))[0]!;

describe('clients and sites', () => {
  it('are kept once for all jobs that name them, and for no other crew', async () => {
    const { db } = conn;
    const [mine, other] = [await freshCrew(db), await freshCrew(db)];
    const make = (crewId: string, d: JobDocument) => createJob(db, crewId, d, 'Ines', NOW);
    const [a, b, c] = [
      await make(mine.crewId, jobFor('Harbour trust', 'Pilot house, Saltmarsh Wick', { phone: '0700 1' })),
      await make(mine.crewId, jobFor('Harbour trust', 'Net loft, Saltmarsh Wick')),
      await make(other.crewId, jobFor('Harbour trust', 'Pilot house, Saltmarsh Wick'))
    ];
    const [ra, rb, rc] = [await rowOf(a), await rowOf(b), await rowOf(c)];
    expect(rb.clientId).toBe(ra.clientId);
    expect(rb.siteId).not.toBe(ra.siteId);
    expect([rc.clientId, rc.siteId]).not.toContain(ra.clientId);
    const [them, ...more] = await findClients(db, mine.crewId, 'arbour', 5);
    expect(more).toEqual([]);
    expect(them).toMatchObject({ name: 'Harbour trust', phone: '0700 1' });
    expect(them!.sites.map((s) => s.place).sort()).toEqual(['Net loft, Saltmarsh Wick', 'Pilot house, Saltmarsh Wick']);
    expect(await findSites(db, mine.crewId, '%', 5)).toEqual([]);
    expect((await findSites(db, mine.crewId, 'pilot', 5)).map((s) => s.latitudeDeg)).toEqual([
      jobFor('', '').site.latitudeDeg
    ]);
  });

  it('a new job takes what is known of them, and says what it says itself', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const first = jobFor('Chapel', 'Tidemill Chapel', { phone: '0700 2', email: 'a@b.example' });
    first.site.latitudeDeg = 51.25;
    await createJob(db, crewId, first, 'Ines', NOW);
    const asked = jobFor('Chapel', 'Tidemill Chapel', { phone: '0700 9' });
    const next = await completed(db, crewId, asked, asked.site);
    expect(next.client).toEqual({ name: 'Chapel', phone: '0700 9', email: 'a@b.example' });
    expect(next.site.latitudeDeg).toBe(51.25);
    expect((await completed(db, crewId, asked, { latitudeDeg: 1, longitudeDeg: 1 })).site).toEqual(asked.site);
    const strange = jobFor('Nobody yet', 'Nowhere yet');
    expect(await completed(db, crewId, strange, strange.site)).toEqual(strange);
  });

  it('another number or position of theirs is said by all their jobs, which whoever has them open is told', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const was = jobFor('Mill', 'Old Mill', { phone: '0700 3', wishes: 'quiet on Sundays' });
    const [a, b] = [await createJob(db, crewId, was, 'Ines', NOW), await createJob(db, crewId, was, 'Ines', NOW)];
    const elsewhere = await createJob(db, crewId, jobFor('Mill', 'New Mill', { phone: '0700 3' }), 'Ines', NOW);
    const now = { ...was, client: { ...was.client, phone: '0700 4' }, site: { ...was.site, latitudeDeg: 50.5 } };
    expect(await saveJob(db, crewId, a, now, 1, 'Sunil', NOW + 1)).toEqual({ ok: true, rowVersion: 2 });
    const theirs = (await findJob(db, crewId, b))!;
    expect(theirs.document.client).toEqual({ ...was.client, phone: '0700 4' });
    expect(theirs.document.site.latitudeDeg).toBe(50.5);
    expect(theirs.changedBy).toBe('Sunil');
    expect(await saveJob(db, crewId, b, was, 1, 'Ines', NOW + 2)).toMatchObject({ ok: false, reason: 'changed' });
    const other = (await findJob(db, crewId, elsewhere))!.document;
    expect([other.client.phone, other.site.latitudeDeg]).toEqual(['0700 4', was.site.latitudeDeg]);
    const [them] = await findClients(db, crewId, 'Mill', 5);
    expect(them!.phone).toBe('0700 4');
  });

  it('for another client by name the first stays as they are', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const was = jobFor('One', 'A place', { phone: '1' });
    await createJob(db, crewId, was, 'Ines', NOW);
    const id = await createJob(db, crewId, was, 'Ines', NOW);
    await saveJob(db, crewId, id, { ...was, client: { name: 'Two', phone: '2' } }, 1, 'Ines', NOW);
    expect((await findClients(db, crewId, 'One', 5))[0]!.phone).toBe('1');
    expect((await findClients(db, crewId, 'Two', 5))[0]!.phone).toBe('2');
  });

  it('a name that is typed letter by letter is one client in the end, under the id it began with; one that is left is forgotten', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const known = await createJob(db, crewId, jobFor('Eel trap trust', 'Smokehouse'), 'Ines', NOW);
    const id = await createJob(db, crewId, jobFor('Somebody', 'Somewhere'), 'Ines', NOW);
    const began = (await rowOf(id)).clientId;
    const names = async () => (await findClients(db, crewId, 'e', 9)).map((c) => c.name).sort();
    for (const [i, name] of ['E', 'Eel', 'Eel tr'].entries())
      expect(await saveJob(db, crewId, id, jobFor(name, `Sm${i}`), i + 1, 'Ines', NOW)).toMatchObject({ ok: true });
    expect([(await rowOf(id)).clientId, await names()]).toEqual([began, ['Eel tr', 'Eel trap trust']]);
    await saveJob(db, crewId, id, jobFor('Eel trap trust', 'Smokehouse'), 4, 'Ines', NOW);
    expect((await rowOf(id)).clientId).toBe((await rowOf(known)).clientId);
    expect(await names()).toEqual(['Eel trap trust']);
    expect((await findSites(db, crewId, 'Sm', 9)).map((s) => s.place)).toEqual(['Smokehouse']);
  });
  it('twenty jobs of one new client at once make one client', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const ids = await Promise.all(
      Array.from({ length: 20 }, () => createJob(db, crewId, jobFor('At once', 'Here'), 'Ines', NOW))
    );
    const rows = await Promise.all(ids.map(rowOf));
    expect(new Set(rows.map((r) => `${r.clientId} ${r.siteId}`)).size).toBe(1);
  });

  it('jobs from before they were kept find theirs when the database is brought up to date', async () => {
    const { db } = conn;
    const { crewId } = await freshCrew(db);
    const id = await createJob(db, crewId, jobFor('Old client', 'Old site', { phone: '7' }), 'Ines', NOW);
    const { statements } = readMigrations().find((m) => m.tag.endsWith('clients'))!;
    await transact(db, async (tx) => {
      await tx.update(job).set({ clientId: null, siteId: null }).where(eq(job.crewId, crewId));
      await tx.delete(client).where(eq(client.crewId, crewId));
      await tx.delete(site).where(eq(site.crewId, crewId));
      for (const s of statements.filter((x) => /^(INSERT|UPDATE)/.test(x))) await tx.execute(sql.raw(s));
    });
    const row = await rowOf(id);
    expect(row.clientId).toMatch(/^[0-9a-f-]{36}$/);
    expect(await findClients(db, crewId, 'Old client', 5)).toMatchObject([
      { phone: '7', sites: [{ place: 'Old site' }] }
    ]);
  });
});
