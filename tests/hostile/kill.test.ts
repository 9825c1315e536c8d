import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NewEvent } from '../../src/core/log';
import { tinsOf } from '../../src/lib/server/stock/stock';
import { PASSWORD, phoneEvent } from '../server/database';
import { busyCrew, KIT_ML, send } from '../server/phones';
import { runningApp } from '../server/running-app';

/** How often app or database is killed; the long run is asked for by command. */
const CYCLES = Number(process.env.BASKET_KILLS ?? 12);
const PHONES = 6;

let app: Awaited<ReturnType<typeof runningApp>>;
let cookie = '';
let crew: Awaited<ReturnType<typeof busyCrew>>['crew'];
let jobs: string[] = [];

beforeAll(async () => {
  app = await runningApp('kill');
  const { db, pool } = app.connect();
  ({ crew, jobs } = await busyCrew(db, 3));
  await pool.end();
  cookie = (await app.signIn(crew.email, PASSWORD)).cookie;
});
afterAll(() => app.stop());

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** What a phone sends next: notes, rags, and batches that draw on the stock. */
function nextEvent(phone: number, n: number): NewEvent {
  if (n % 5 === 4) {
    const batch = `${letters[phone]}${letters[n % 26]}`;
    return phoneEvent('batch.mixed', {
      batch,
      for: [{ part: 'first', coat: 1 }],
      components: [{ role: 'oil', litres: 0.001, lot: 'K1' }]
    });
  }
  return n % 3 ? phoneEvent('note.added', { text: `phone ${phone}, ${n}` }) : phoneEvent('rags.out', { count: 1 });
}

describe(`app and database killed ${CYCLES} times under ${PHONES} phones`, () => {
  it(
    'no acknowledged event is lost or doubled, what was not acknowledged can be sent again, and the stock adds up',
    async () => {
      const acknowledged = new Map<string, string>();
      const waiting = new Map<string, { jobId: string; event: NewEvent }[]>();
      let over = false;
      const phone = async (k: number) => {
        const own: { jobId: string; event: NewEvent }[] = [];
        waiting.set(String(k), own);
        for (let n = 0; !over || own.length; n++) {
          if (!over) own.push({ jobId: jobs[(k + n) % jobs.length]!, event: nextEvent(k, n) });
          const next = own[0];
          if (!next) break;
          const outcome = await send(app.origin, cookie, next.jobId, next.event);
          if (outcome === 'lost') {
            await new Promise((r) => setTimeout(r, 60));
            continue;
          }
          own.shift();
          if (outcome === 'stored') acknowledged.set(next.event.id, next.jobId);
        }
      };
      const phones = Array.from({ length: PHONES }, (_, k) => phone(k));
      for (let cycle = 0; cycle < CYCLES; cycle++) {
        // Some way into the stream, at another moment each time.
        const before = acknowledged.size;
        await expect
          .poll(() => acknowledged.size, { timeout: 120_000, interval: 5 })
          .toBeGreaterThan(before + 5 + ((cycle * 7) % 23));
        if (cycle % 2) {
          app.killDatabase();
          await app.restartDatabase();
        } else {
          app.killApp();
          await app.launch();
        }
      }
      const settled = acknowledged.size;
      await expect.poll(() => acknowledged.size, { timeout: 120_000 }).toBeGreaterThan(settled + 20);
      over = true;
      await Promise.all(phones);
      const { db, pool } = app.connect();
      const [rows] = await pool.query('SELECT id, job_id FROM work_event');
      const stored = new Map((rows as { id: string; job_id: string }[]).map((r) => [r.id, r.job_id]));
      expect(stored.size).toBe((rows as unknown[]).length);
      for (const [id, jobId] of acknowledged) expect(stored.get(id)).toBe(jobId);
      const [mixed] = await pool.query(`SELECT COUNT(*) AS n FROM work_event WHERE type = 'batch.mixed'`);
      const [drawn] = await pool.query(`SELECT COUNT(*) AS n FROM tin_movement WHERE kind = 'used'`);
      expect((drawn as { n: number }[])[0]!.n).toBe((mixed as { n: number }[])[0]!.n);
      expect((await tinsOf(db, crew.crewId))[0]!.leftMl).toBe(KIT_ML - (mixed as { n: number }[])[0]!.n);
      await pool.end();
      expect(acknowledged.size).toBeGreaterThan(CYCLES * 5);
    },
    600_000 + CYCLES * 10_000
  );
});
