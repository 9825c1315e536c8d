import { createServer, type Server } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW } from '../../../../tests/fixtures';
import { testDatabase } from '../../../../tests/server/database';
import { answerPosition } from '../../../stand-ins/weather-desk';
import type { Desk } from './desk';
import { forecastFor, isComing } from './forecasts';
import { isResting } from './question';

let conn: Awaited<ReturnType<typeof testDatabase>>;
let server: Server;
let origin = '';
let asked = 0;
/** What the far service does with a question. */
let play: 'answers' | 'no headers' | 'body hangs' | 'floods' | 'nonsense' = 'answers';
const CHUNK = Buffer.alloc(1_000_000, 32);

beforeAll(async () => {
  conn = await testDatabase();
  server = createServer((q, r) => {
    asked++;
    if (play === 'no headers') return;
    r.writeHead(200, { 'Content-Type': 'application/json' });
    if (play === 'body hangs') return void r.write('{"type":');
    if (play === 'nonsense') return void r.end('<html>');
    if (play === 'floods') {
      const more = () => {
        while (!r.destroyed && r.write(CHUNK));
        if (!r.destroyed) r.once('drain', more);
      };
      r.on('error', () => {});
      return more();
    }
    r.end(JSON.stringify(answerPosition(new URL(q.url!, 'http://x').searchParams, NOW).body));
  });
  await new Promise<void>((up) => server.listen(0, '127.0.0.1', up));
  origin = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await conn.pool.end();
});

const far: Desk = { near: false, ask: (query, signal) => fetch(`${origin}/?${query}`, { signal }) };
let serial = 0;
const place = () => ({ latitudeDeg: -50 - serial++ / 50, longitudeDeg: 12 });
const key = (p: ReturnType<typeof place>) => `${p.latitudeDeg.toFixed(2)} ${p.longitudeDeg.toFixed(2)}`;
const settled = (p: ReturnType<typeof place>) => expect.poll(() => isComing(p), { timeout: 120_000 }).toBe(false);

describe('a weather service outside', () => {
  it('is not waited for: the page gets nothing now, and the weather a moment later', async () => {
    play = 'answers';
    const p = place();
    expect(await forecastFor(conn.db, p, NOW, far)).toBeNull();
    expect(isComing(p)).toBe(true);
    await settled(p);
    expect((await forecastFor(conn.db, p, NOW, far))!.members.length).toBeGreaterThan(10);
  });
  it('is asked once for a place, however many pages ask at once', async () => {
    play = 'answers';
    const p = place();
    asked = 0;
    await Promise.all(Array.from({ length: 30 }, () => forecastFor(conn.db, p, NOW, far)));
    await settled(p);
    expect(asked).toBe(1);
  });
  it.each(['no headers', 'body hangs', 'floods', 'nonsense'] as const)(
    'that %s holds up no page, is given up in time, and is left alone for a while',
    async (what) => {
      play = 'answers';
      const p = place();
      await forecastFor(conn.db, p, NOW, far);
      await settled(p);
      play = what;
      const later = NOW + 5 * 3_600_000;
      const kept = await forecastFor(conn.db, p, later, far);
      expect(kept!.fetchedMs).toBe(NOW);
      const before = process.memoryUsage().arrayBuffers;
      await settled(p);
      expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(100e6);
      expect(isResting(key(p))).toBe(true);
      asked = 0;
      expect(await forecastFor(conn.db, p, later, far)).toMatchObject({ stale: true, fetchedMs: NOW });
      expect(asked).toBe(0);
    }
  );
});

describe('what lies in the database of a place', () => {
  it('counts as none when it can’t be read, and the next answer takes its place', async () => {
    play = 'answers';
    const p = place();
    for (const text of ['', '{', '[]', '{"a":1}', 'null', '[[1]]']) {
      await conn.pool.query(
        'INSERT INTO forecast VALUES (?, NOW(3), NOW(3), ?, ?) ON DUPLICATE KEY UPDATE past = VALUES(past), ahead = VALUES(ahead)',
        [key(p), text, text]
      );
      const broken = place();
      await conn.pool.query('INSERT INTO forecast VALUES (?, NOW(3), NOW(3), ?, ?)', [key(broken), text, text]);
      expect(
        await forecastFor(conn.db, broken, NOW, { near: true, ask: () => Promise.reject(new Error('down')) })
      ).toBeNull();
    }
    await forecastFor(conn.db, p, NOW, far);
    await settled(p);
    expect((await forecastFor(conn.db, p, NOW, far))!.series.hours.length).toBeGreaterThan(100);
  });
});
