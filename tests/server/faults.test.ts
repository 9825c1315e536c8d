import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backup, restore } from '../../cli/backup.mjs';
import type { NewEvent } from '../../src/core/log';
import { createJob } from '../../src/lib/server/jobs/jobs';
import { findJob } from '../../src/lib/server/jobs/reading';
import { findPhoto } from '../../src/lib/server/photos/photos';
import { eventsOf } from '../../src/lib/server/work-log/log';
import { floorJob, NOW, whole } from '../fixtures';
import { freshCrew, PASSWORD, phoneEvent } from './database';
import { runningApp } from './running-app';

let app: Awaited<ReturnType<typeof runningApp>>;
let crew: Awaited<ReturnType<typeof freshCrew>>;
let cookie = '';

beforeAll(async () => {
  app = await runningApp('faults');
  const { db, pool } = app.connect();
  crew = await freshCrew(db);
  await pool.end();
  cookie = (await app.signIn(crew.email, PASSWORD)).cookie;
});
afterAll(async () => {
  await app.stop();
});

async function newJob(): Promise<string> {
  const { db, pool } = app.connect();
  const id = await createJob(db, crew.crewId, whole(floorJob()), 'Ines', NOW);
  await pool.end();
  return id;
}

const post = (jobId: string, events: NewEvent[]) =>
  fetch(`${app.origin}/api/jobs/${jobId}/events`, {
    method: 'POST',
    headers: { Cookie: cookie, 'Content-Type': 'application/json' },
    body: JSON.stringify({ events }),
    signal: AbortSignal.timeout(120_000)
  });

/** Posts a stream of events one by one, strikes in the middle; gives those that were acknowledged and those that were not. */
async function streamThrough(jobId: string, strikeAfter: number, strike: () => void) {
  const acknowledged: NewEvent[] = [];
  const unanswered: NewEvent[] = [];
  const sending = Array.from({ length: 120 }, (_, i) => phoneEvent('note.added', { text: `note ${i}` }));
  const worker = async (share: NewEvent[]) => {
    for (const e of share) {
      try {
        const r = await post(jobId, [e]);
        if (r.ok) acknowledged.push(e);
        else unanswered.push(e);
      } catch {
        unanswered.push(e);
      }
      if (acknowledged.length === strikeAfter) strike();
    }
  };
  await Promise.all([worker(sending.slice(0, 60)), worker(sending.slice(60))]);
  return { acknowledged, unanswered };
}

async function stored(jobId: string) {
  const { db, pool } = app.connect();
  const ids = (await eventsOf(db, jobId)).map((e) => e.id);
  await pool.end();
  return ids;
}

describe('killed in the middle of a stream of events', () => {
  it.each([
    ['the app', () => app.killApp(), async () => void (await app.launch())],
    ['the database', () => app.killDatabase(), () => app.restartDatabase()]
  ])(
    '%s: after restart every acknowledged event is there, once, and the rest can be sent again',
    async (_, kill, restart) => {
      const jobId = await newJob();
      let struck = false;
      const { acknowledged, unanswered } = await streamThrough(jobId, 25, () => {
        if (!struck) kill();
        struck = true;
      });
      expect(struck).toBe(true);
      expect(unanswered.length).toBeGreaterThan(0);
      await restart();
      const after = await stored(jobId);
      expect(new Set(after).size).toBe(after.length);
      for (const e of acknowledged) expect(after).toContain(e.id);
      // The phone sends everything again, the acknowledged too: nothing is doubled, nothing is missing.
      await expect
        .poll(async () => (await post(jobId, [...acknowledged, ...unanswered]).catch(() => null))?.status, {
          timeout: 120_000
        })
        .toBe(200);
      const whole = await stored(jobId);
      expect(whole).toHaveLength(120);
      expect(new Set(whole).size).toBe(120);
    }
  );

  it('a session outlives both', async () => {
    const r = await fetch(`${app.origin}/jobs`, { headers: { Cookie: cookie }, redirect: 'manual' });
    expect(r.status).toBe(200);
  });
});

const putPhoto = (jobId: string, id: string, body: Uint8Array) =>
  fetch(`${app.origin}/api/jobs/${jobId}/photos/${id}`, {
    method: 'PUT',
    headers: { Cookie: cookie, 'Content-Type': 'image/jpeg' },
    body: new Uint8Array(body)
  });

describe('backup and restore', () => {
  it('brings back what was there, and a broken file changes nothing', async () => {
    const jobId = await newJob();
    await post(jobId, [phoneEvent('note.added', { text: 'kept — ünïcode ✓' })]);
    const photo = phoneEvent('note.added', { text: 'an id as a device makes it' }).id;
    const picture = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#8a7452' } })
      .jpeg()
      .toBuffer();
    expect((await putPhoto(jobId, photo, picture)).status).toBe(201);
    const file = join(app.p.state, 'copy.gz');
    rmSync(file, { force: true });
    await backup(app.p, file, 'basket_test');
    await expect(backup(app.p, file, 'basket_test')).rejects.toThrow(/exists/);
    await expect(restore(app.p, file, 'basket_test')).rejects.toThrow(/running/);
    const later = await newJob();
    app.killApp();
    await new Promise((r) => setTimeout(r, 300));

    const cut = join(app.p.state, 'cut.gz');
    writeFileSync(cut, readFileSync(file).subarray(0, 2000));
    await expect(restore(app.p, cut, 'basket_test')).rejects.toThrow(/damaged|cut short/);
    writeFileSync(cut, 'not a backup');
    await expect(restore(app.p, cut, 'basket_test')).rejects.toThrow(/not a backup/);
    const { db, pool } = app.connect();
    expect(await findJob(db, crew.crewId, later)).not.toBeNull();
    await pool.end();

    // A file with the marks of a backup that would run a command, or brings half the tables, is refused before anything is touched.
    const dump = gunzipSync(readFileSync(file)).toString('latin1');
    const touched = join(app.p.state, 'touched');
    const lines = dump.split('\n');
    const shell = [...lines.slice(0, 4), `\\! touch ${touched}`, ...lines.slice(4)].join('\n');
    const half = dump.replace(/DROP TABLE IF EXISTS `work_event`;[\s\S]*?UNLOCK TABLES;\n/, '');
    const foreign = dump.replace('UNLOCK TABLES;', "UNLOCK TABLES;\nGRANT ALL ON *.* TO 'x'@'localhost';");
    for (const [text, why] of [
      [shell, /no backup holds outside quotes/],
      [half, /lacks the table work_event/],
      [foreign, /a statement no backup of Basket holds/]
    ] as const) {
      expect(text).not.toBe(dump);
      writeFileSync(cut, gzipSync(Buffer.from(text, 'latin1')));
      await expect(restore(app.p, cut, 'basket_test')).rejects.toThrow(why);
    }
    expect(existsSync(touched)).toBe(false);
    await expect(backup(app.p, join(app.p.state, 'nowhere', 'copy.gz'), 'basket_test')).rejects.toThrow(/is not there/);
    expect(existsSync(`${file}.part`)).toBe(false);
    const { db: still, pool: open } = app.connect();
    expect(await findJob(still, crew.crewId, later)).not.toBeNull();
    await open.end();

    await restore(app.p, file, 'basket_test');
    const again = app.connect();
    expect((await findJob(again.db, crew.crewId, jobId))!.document).toEqual(whole(floorJob()));
    expect((await eventsOf(again.db, jobId))[0]!.data).toEqual({ text: 'kept — ünïcode ✓' });
    expect(await findJob(again.db, crew.crewId, later)).toBeNull();
    const kept = await findPhoto(again.db, crew.crewId, jobId, photo, 'full');
    expect(await sharp(kept!).metadata()).toMatchObject({ format: 'jpeg', width: 900, height: 600 });
    await again.pool.end();
    await app.launch();
    expect(existsSync(file)).toBe(true);
    expect((await app.signIn(crew.email, PASSWORD)).status).toBe(303);
  });
});
