import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startCluster } from '../../cli/galera.mjs';
import { places, prepare } from '../../cli/places.mjs';
import { endProcess, freePort, livePid } from '../../cli/processes.mjs';
import { APP_MARK, launchApp, stopAll } from '../../cli/serve.mjs';
import { fold, type NewEvent, type WorkEvent } from '../../src/core/log';
import { addPerson, changePerson, listPeople } from '../../src/lib/server/accounts/people';
import { takeTry } from '../../src/lib/server/accounts/slow-down';
import { connect } from '../../src/lib/server/db/connect';
import { migrateDatabase } from '../../src/lib/server/db/migrate';
import { tinsOf } from '../../src/lib/server/stock/stock';
import { eventsOf } from '../../src/lib/server/work-log/log';
import { NOW } from '../fixtures';
import { freshCrew, PASSWORD, phoneEvent } from '../server/database';
import { busyCrew, KIT_ML, send, signInAt } from '../server/phones';
import { Balancer } from './balancer';

const NODES = 3;
const PHONES = 50;
const STATE = process.env.BASKET_TEST_STATE ?? '.basket-test';

let cluster: Awaited<ReturnType<typeof startCluster>>;
let balancer: Balancer;
let origin = '';
let cookie = '';
let crew: Awaited<ReturnType<typeof busyCrew>>['crew'];
const apps: { p: ReturnType<typeof places>; port: number; launch: () => Promise<unknown> }[] = [];
let jobs: string[] = [];

beforeAll(async () => {
  cluster = await startCluster(join(STATE, 'cluster'), NODES, 26180);
  // Three starters at once, each on a node of its own: one does the work, the others wait and find it done.
  await Promise.all(Array.from({ length: NODES }, (_, i) => migrateDatabase(cluster.url(i))));
  const secret = randomBytes(32).toString('hex');
  const ports: number[] = [];
  for (let i = 0; i < NODES; i++) ports.push(await freePort((ports.at(-1) ?? 4780) + 1));
  balancer = new Balancer(ports);
  origin = `http://127.0.0.1:${await balancer.listen()}`;
  for (let i = 0; i < NODES; i++) {
    const p = places(join(STATE, 'cluster', `app-${i}`));
    prepare(p);
    const env = {
      DATABASE_URL: cluster.url(i),
      BASKET_SECRET: secret,
      ORIGIN: origin,
      BASKET_NOW: '2027-05-18T09:40:00+01:00'
    };
    apps.push({ p, port: ports[i]!, launch: () => launchApp(p, ports[i]!, env) });
  }
  await Promise.all(apps.map((a) => a.launch()));
  const { db, pool } = connect(cluster.url(0));
  ({ crew, jobs } = await busyCrew(db, 4));
  await pool.end();
  await balancer.look();
  cookie = (await signInAt(origin, crew.email, PASSWORD)).cookie;
});
afterAll(async () => {
  balancer?.stop();
  for (const a of apps) await stopAll(a.p);
  await cluster?.stop();
});

/** Follows a job's stream at one process until told to stop; gives what came, in order. */
function follow(port: number, jobId: string) {
  const got: { seq: number; id: string }[] = [];
  const end = new AbortController();
  const read = (async () => {
    const r = await fetch(`http://127.0.0.1:${port}/api/jobs/${jobId}/stream?after=0`, {
      headers: { Cookie: cookie },
      signal: end.signal
    });
    let text = '';
    const decoder = new TextDecoder();
    for await (const piece of r.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(piece, { stream: true });
      const messages = text.split('\n\n');
      text = messages.pop()!;
      for (const m of messages) {
        const data = /^data: (.*)$/m.exec(m)?.[1];
        if (data) got.push(JSON.parse(data) as { seq: number; id: string });
      }
    }
  })().catch(() => {});
  return { got, stop: async () => (end.abort(), await read) };
}

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const nextEvent = (phone: number, n: number): NewEvent =>
  n % 6 === 5
    ? phoneEvent('batch.mixed', {
        batch: `${letters[phone % 26]}${letters[(n + phone) % 26]}`,
        for: [{ part: 'first', coat: 1 }],
        components: [{ role: 'oil', litres: 0.001, lot: 'K1' }]
      })
    : phoneEvent('note.added', { text: `phone ${phone}, ${n}` });

describe(`${NODES} databases in a cluster, ${NODES} apps, ${PHONES} phones`, () => {
  it('every process says how it is, and no more', async () => {
    await expect.poll(() => balancer.well, { timeout: 120_000 }).toEqual([true, true, true]);
    const h = (await (await fetch(`http://127.0.0.1:${apps[0]!.port}/health`)).json()) as object;
    expect(h).toMatchObject({ ok: true, database: 'ready', migrations: 'done', draining: false });
    expect(Object.keys(h).sort()).toEqual(['database', 'draining', 'migrations', 'ok', 'version']);
  });

  it('a node and a process die and come back under them: no acknowledged event is lost or doubled, order and streams are right', async () => {
    const acknowledged = new Map<string, string>();
    let over = false;
    const phone = async (k: number) => {
      for (let n = 0; !over; n++) {
        const [jobId, event] = [jobs[(k + n) % jobs.length]!, nextEvent(k, n)];
        // A phone sends one entry until it is acknowledged.
        for (;;) {
          const outcome = await send(origin, cookie, jobId, event);
          if (outcome === 'stored') acknowledged.set(event.id, jobId);
          if (outcome !== 'lost') break;
          await new Promise((go) => setTimeout(go, 100));
        }
        await new Promise((go) => setTimeout(go, 20 + Math.random() * 60));
      }
    };
    const followers = [0, 1].map((i) => follow(apps[i === 0 ? 0 : 2]!.port, jobs[i]!));
    const phones = Array.from({ length: PHONES }, (_, k) => phone(k));
    const grown = (by: number) => {
      const before = acknowledged.size;
      return expect.poll(() => acknowledged.size, { timeout: 120_000 }).toBeGreaterThan(before + by);
    };
    await grown(250);
    cluster.kill(1);
    await grown(150);
    expect(balancer.well[1]).toBe(false);
    const ill = await fetch(`http://127.0.0.1:${apps[1]!.port}/health`);
    expect([ill.status, await ill.json()]).toMatchObject([503, { ok: false, database: 'away' }]);
    process.kill(livePid(apps[0 + 1]!.p.appPid, APP_MARK)!, 'SIGKILL');
    await grown(100);
    await cluster.rejoin(1);
    await apps[1]!.launch();
    await expect.poll(() => balancer.well, { timeout: 120_000 }).toEqual([true, true, true]);
    await grown(250);
    over = true;
    await Promise.all(phones);

    // All nodes hold the same log; a read waits for what others acknowledged.
    const logs: string[][] = [];
    for (let i = 0; i < NODES; i++) {
      const { db, pool } = connect(cluster.url(i));
      const own: string[] = [];
      for (const jobId of jobs) {
        const events = await eventsOf(db, jobId);
        expect(events.map((e) => e.seq)).toEqual(events.map((_, k) => k + 1));
        own.push(...events.map((e) => `${jobId} ${e.seq} ${e.id}`));
      }
      const used = (
        await pool.query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM tin_movement WHERE kind = 'used'`)
      )[0][0]!.n as number;
      expect((await tinsOf(db, crew.crewId))[0]!.leftMl).toBe(KIT_ML - used);
      logs.push(own);
      await pool.end();
    }
    expect(logs[1]).toEqual(logs[0]);
    expect(logs[2]).toEqual(logs[0]);
    const stored = new Map(logs[0]!.map((l) => [l.split(' ')[2]!, l.split(' ')[0]!]));
    expect(stored.size).toBe(logs[0]!.length);
    for (const [id, jobId] of acknowledged) expect(stored.get(id)).toBe(jobId);

    // Whoever followed a job got all of it, in order and once, whichever node an entry came through.
    for (const [i, f] of followers.entries()) {
      const whole = logs[0]!.filter((l) => l.startsWith(jobs[i]!)).map((l) => l.split(' ')[2]!);
      await expect.poll(() => f.got.length, { timeout: 120_000 }).toBe(whole.length);
      expect(f.got.map((e) => e.id)).toEqual(whole);
      await f.stop();
    }
    const { db, pool } = connect(cluster.url(2));
    expect(
      fold((await eventsOf(db, jobs[0]!)) as WorkEvent[]).setAside.filter((s) => !/was mixed already/.test(s.reason))
    ).toEqual([]);
    await pool.end();
    let conflicts = 0;
    for (let i = 0; i < NODES; i++) {
      const c = await mysql.createConnection(cluster.url(i));
      const [rows] = await c.query<RowDataPacket[]>(
        `SHOW STATUS WHERE Variable_name IN ('wsrep_local_cert_failures', 'wsrep_local_bf_aborts')`
      );
      conflicts += rows.reduce((n, r) => n + Number(r.Value), 0);
      await c.end();
    }
    process.stdout.write(
      `${acknowledged.size} entries acknowledged, ${conflicts} conflicts between nodes begun again\n`
    );
    expect(conflicts).toBeGreaterThan(0);
  });

  it('two leads who demote each other through two nodes leave one', async () => {
    const [a, b] = [connect(cluster.url(0)), connect(cluster.url(2))];
    for (let i = 0; i < 6; i++) {
      const { crewId, userId, email } = await freshCrew(a.db);
      const second = await addPerson(
        a.db,
        crewId,
        { name: 'B', email: `b-${email}`, password: PASSWORD, role: 'lead' },
        NOW
      );
      if (!second.ok) throw new Error(second.problem);
      await Promise.all([
        changePerson(a.db, crewId, userId, { role: 'hand' }),
        changePerson(b.db, crewId, second.id, { role: 'hand' })
      ]);
      for (const { db } of [a, b])
        expect((await listPeople(db, crewId)).filter((p) => p.role === 'lead' && p.active)).toHaveLength(1);
    }
    await Promise.all([a.pool.end(), b.pool.end()]);
  });

  it('guesses at a password through every node at once are counted together', async () => {
    const all = Array.from({ length: NODES }, (_, i) => connect(cluster.url(i)));
    const trier = { email: 'guessed@x.example', source: '10.0.0.9', knownDevice: null };
    const told = await Promise.all(
      Array.from({ length: 24 }, (_, k) => takeTry(all[k % NODES]!.db, trier, NOW).catch(() => 1))
    );
    expect(told.filter((s) => s === 0).length).toBeLessThanOrEqual(4);
    await Promise.all(all.map((c) => c.pool.end()));
  });

  it('a process that is asked to end says so first, finishes what it has begun, and ends its streams', async () => {
    const app = apps[2]!;
    const stream = follow(app.port, jobs[0]!);
    await expect.poll(() => stream.got.length, { timeout: 120_000 }).toBeGreaterThan(0);
    const slow = fetch(`http://127.0.0.1:${app.port}/`, { headers: { Cookie: cookie } });
    await new Promise((go) => setTimeout(go, 5));
    const ended = endProcess(app.p.appPid, APP_MARK, 10_000);
    const [page] = await Promise.all([slow, ended]);
    expect(page.status).toBe(200);
    expect(livePid(app.p.appPid, APP_MARK)).toBeNull();
    await stream.stop();
    await expect.poll(() => balancer.well[2], { timeout: 120_000 }).toBe(false);
    expect((await fetch(`${origin}/jobs`, { headers: { Cookie: cookie } })).status).toBe(200);
  });
});
