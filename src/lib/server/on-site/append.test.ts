import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fold, type NewEvent } from '../../../core/log';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { createJob } from '../jobs/jobs';
import { appendEvents, FUTURE_TOLERANCE_MS } from './append';
import { eventsOf, type LoggedEvent } from '../work-log/log';
import { LiveUpdates } from '../work-log/live-updates';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

async function job() {
  const crew = await freshCrew(conn.db);
  const jobId = await createJob(conn.db, crew.crewId, whole(floorJob()), 'Ines', NOW);
  const who = { id: crew.userId, name: 'Ines' };
  return {
    ...crew,
    jobId,
    post: (...events: NewEvent[]) => appendEvents(conn.db, crew.crewId, jobId, events, who, NOW)
  };
}

describe('appending', () => {
  it('keeps an event once, however often it is posted, alone or in a batch', async () => {
    const { jobId, post } = await job();
    const e = phoneEvent('rags.out', { count: 3 });
    expect(await post(e)).toEqual([{ id: e.id, outcome: 'stored' }]);
    expect(await post(e, e)).toEqual([
      { id: e.id, outcome: 'known' },
      { id: e.id, outcome: 'known' }
    ]);
    expect(fold(await eventsOf(conn.db, jobId)).ragsOut).toBe(3);
  });

  it('two phones posting the same and their own at once: every event once', async () => {
    const { jobId, post } = await job();
    const shared = Array.from({ length: 10 }, (_, i) => phoneEvent('note.added', { text: `s${i}` }));
    const own = Array.from({ length: 10 }, (_, i) => phoneEvent('note.added', { text: `o${i}` }));
    await Promise.all([post(...shared), post(...shared, ...own), post(...own.slice(0, 5))]);
    const texts = fold(await eventsOf(conn.db, jobId)).notes.map((n) => n.text);
    expect(texts).toHaveLength(20);
    expect(new Set(texts).size).toBe(20);
  });

  it('refuses an id used for something else, here or on another job', async () => {
    const [a, b] = [await job(), await job()];
    const e = phoneEvent('rags.out', { count: 3 });
    await a.post(e);
    expect(await a.post({ ...e, data: { count: 4 } } as NewEvent)).toMatchObject([
      { outcome: 'refused', reason: expect.stringContaining('another event') }
    ]);
    expect(await b.post(e)).toMatchObject([{ outcome: 'refused' }]);
    expect(await eventsOf(conn.db, b.jobId)).toEqual([]);
  });

  it('refuses the future beyond a phone’s clock error, takes the past and any order', async () => {
    const { jobId, post } = await job();
    const receipts = await post(
      phoneEvent('note.added', { text: 'soon' }, NOW + FUTURE_TOLERANCE_MS - 1000),
      phoneEvent('note.added', { text: 'tomorrow' }, NOW + FUTURE_TOLERANCE_MS + 1000),
      phoneEvent('laying.wiped', { coat: 1, laying: 1 }, NOW - 1000),
      phoneEvent('laying.spread', { coat: 1, laying: 1 }, NOW - 60_000)
    );
    expect(receipts!.map((r) => r.outcome)).toEqual(['stored', 'refused', 'stored', 'stored']);
    expect(fold(await eventsOf(conn.db, jobId)).coats[0]!.layings[0]!.wipedAtMs).toBe(NOW - 1000);
  });

  it('refuses events for another crew’s job', async () => {
    const [mine, other] = [await job(), await job()];
    const who = { id: other.userId, name: 'X' };
    expect(
      await appendEvents(conn.db, other.crewId, mine.jobId, [phoneEvent('rags.out', { count: 1 })], who, NOW)
    ).toBeNull();
    expect(await eventsOf(conn.db, mine.jobId)).toEqual([]);
  });

  it('the day can not be closed while rags are out, whoever asks', async () => {
    const { post } = await job();
    await post(phoneEvent('rags.out', { count: 2 }));
    const close = () => post(phoneEvent('day.closed', { date: '2027-05-18' }));
    expect(await close()).toMatchObject([{ outcome: 'refused', reason: expect.stringContaining('2 rags') }]);
    await post(phoneEvent('rags.safe', { count: 2, how: 'under water in the metal can' }));
    expect(await close()).toMatchObject([{ outcome: 'stored' }]);
  });

  it('undoes by a correcting event, and refuses to undo what is not there', async () => {
    const { jobId, post } = await job();
    const e = phoneEvent('rags.out', { count: 5 });
    await post(e, phoneEvent('event.undone', { event: e.id }));
    expect(fold(await eventsOf(conn.db, jobId)).ragsOut).toBe(0);
    expect(await post(phoneEvent('event.undone', { event: phoneEvent('rags.out', { count: 1 }).id }))).toMatchObject([
      { outcome: 'refused' }
    ]);
  });

  it('keeps the instant to the millisecond across a clock change', async () => {
    const { jobId, post } = await job();
    const at = Date.parse('2026-10-25T00:30:00.123Z');
    await post(
      phoneEvent('note.added', { text: 'first 01:30' }, at),
      phoneEvent('note.added', { text: 'second 01:30' }, at + 3_600_000)
    );
    expect((await eventsOf(conn.db, jobId)).map((e) => e.at)).toEqual([at, at + 3_600_000]);
  });
});

describe('live updates', () => {
  it('bring what another process stored, once and in order', async () => {
    const { jobId, post } = await job();
    const live = new LiveUpdates(conn.db);
    const got: LoggedEvent[] = [];
    const stop = live.follow(jobId, 0, (events) => got.push(...events));
    await post(phoneEvent('note.added', { text: 'a' }));
    await post(phoneEvent('note.added', { text: 'b' }));
    await expect.poll(() => got.length, { timeout: 120_000 }).toBe(2);
    expect(got.map((e) => (e.data as { text: string }).text)).toEqual(['a', 'b']);
    stop();
    expect(live.following).toBe(0);
  });
});
