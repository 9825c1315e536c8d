import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findStarts, memberContexts, type Outlook } from '../../../core/window';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { rankStart, type RankedStart } from '../../../core/window';
import { answerPosition, deskEnsemble, type Scenario } from '../../../stand-ins/weather-desk';
import { counterJob, deckJob, NOW, whole } from '../../../../tests/fixtures';
import { PASSWORD, nearDesk, freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { committedOf } from '../jobs/commitments';
import { createJob, saveJob } from '../jobs/jobs';
import { findJob } from '../jobs/reading';
import { commitStart } from '../overview/commit';
import { learnDrying } from '../overview/learn-drying';
import { knowledgeOf } from '../overview/knowledge';
import { readOutlook } from '../overview/outlook';
import { railFor } from '../overview/rail';
import { appendEvents } from '../on-site/append';
import { addPerson, changePerson } from '../accounts/people';
import { feedOf, renewAddress } from './feed';
import { visitsBetween } from './visits';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

let serial = 0;
const desk = (scenario: Scenario | undefined, nowMs: number) =>
  nearDesk(async (query) => {
    const q = new URLSearchParams(query);
    if (scenario) q.set('scenario', scenario);
    const { status, body } = answerPosition(q, nowMs);
    return Response.json(body, { status });
  });
/** A deck at a place of its own, in settled weather, with a start booked: the best, or whichever is chosen. */
async function booked(choose: (starts: RankedStart[], o: Outlook) => RankedStart = ([first]) => first!) {
  const { crewId, userId } = await freshCrew(conn.db);
  const document = deckJob();
  document.site.latitudeDeg = 40 + serial++ / 20;
  const id = await createJob(conn.db, crewId, whole(document), 'Ines', NOW);
  const read = await readOutlook(conn.db, crewId, { id, document: whole(document) }, NOW, desk('settled high', NOW));
  const outlook = read.outlook(read.view.parts[0]);
  const starts = findStarts(outlook).filter((s) => s.startMs > NOW + DAY_MS && s.holds > 0);
  const best = choose(starts, outlook);
  /** Another that holds, half a day away at least. */
  const other = starts.find((s) => Math.abs(s.startMs - best.startMs) > DAY_MS / 2) ?? best;
  document.startAt = new Date(best.startMs).toISOString();
  await saveJob(conn.db, crewId, id, whole(document), 1, 'Ines', NOW);
  const job = (await findJob(conn.db, crewId, id))!;
  const done = await commitStart(conn.db, crewId, job, 'first', best.startMs, 'Ines', NOW, desk('settled high', NOW));
  return { crewId, userId, id, document, best, other, done };
}
const all = (crewId: string) => visitsBetween(conn.db, crewId, NOW - DAY_MS, NOW + 40 * DAY_MS);

describe('a committed start', () => {
  it('is kept with its count and its forecast, and its visits are booked', async () => {
    const { crewId, id, best, done } = await booked();
    expect(done).toMatchObject({ ok: true, members: 30 });
    const kept = (await committedOf(conn.db, [id])).get(id)!.get('first')!;
    expect(kept.holds).toBe(best.holds);
    expect(kept.startAt!.getTime()).toBe(best.startMs);
    const visits = await all(crewId);
    expect(visits.length).toBeGreaterThan(1);
    expect(visits[0]).toMatchObject({ number: 1, sequence: 0, cancelled: false, title: 'Boathouse deck' });
    // Nothing of its preparation was done: that is booked before it, in time.
    const [ready, coats] = [true, false].map((is) => visits.filter((v) => v.what.startsWith('getting ready') === is));
    expect(ready!.length).toBeGreaterThan(0);
    expect(ready!.every((v) => v.fromAt.getTime() > NOW && v.toAt.getTime() <= best.startMs)).toBe(true);
    expect(coats![0]!.fromAt.getTime()).toBe(best.startMs);
  });
  it('moved, its visits keep their numbers and grow in sequence; taken back, they are called off', async () => {
    const { userId, crewId, id, document, other } = await booked();
    const job = (await findJob(conn.db, crewId, id))!;
    await commitStart(conn.db, crewId, job, 'first', other.startMs, 'Ines', NOW, desk('settled high', NOW));
    const moved = await all(crewId);
    expect(moved[0]).toMatchObject({ number: 1, sequence: 1, cancelled: false });
    await saveJob(conn.db, crewId, id, whole({ ...document, startAt: undefined }), job.rowVersion, 'Ines', NOW);
    expect((await all(crewId)).every((v) => v.cancelled)).toBe(true);
    const secret = await renewAddress(conn.db, userId, NOW);
    const text = (await feedOf(conn.db, secret, 'http://127.0.0.1', NOW))!;
    const events = new ICAL.Component(ICAL.parse(text) as []).getAllSubcomponents('vevent');
    expect(events.map((e) => e.getFirstPropertyValue('status'))).toEqual(moved.map(() => 'CANCELLED'));
    expect(await feedOf(conn.db, 'f'.repeat(48), 'http://127.0.0.1', NOW)).toBeNull();
    expect(await renewAddress(conn.db, userId, NOW)).not.toBe(secret);
    expect(await feedOf(conn.db, secret, 'http://127.0.0.1', NOW)).toBeNull();
    const hers = await renewAddress(conn.db, userId, NOW);
    await addPerson(
      conn.db,
      crewId,
      { name: 'B', email: `b-${userId}@x.example`, password: PASSWORD, role: 'lead' },
      NOW
    );
    await changePerson(conn.db, crewId, userId, { active: false });
    expect(await feedOf(conn.db, hers, 'http://127.0.0.1', NOW)).toBeNull();
  });
  it('that a newer forecast breaks says so, by rule and count, with the best other start', async () => {
    const later = NOW + 2 * HOUR_MS;
    // Of the starts that hold well, and of the weather that may come, the pair that spoils most.
    let play: Scenario = 'showers';
    const { crewId, best } = await booked((starts, o) => {
      const well = starts.filter((s) => s.holds >= starts[0]!.holds * 0.8);
      const pairs = (['front on day 3', 'showers', 'cold snap'] as const).flatMap((scenario) => {
        const members = deskEnsemble(o.document.site, later, NOW - 5 * DAY_MS, NOW + 10 * DAY_MS, scenario);
        const then = [...memberContexts({ ...o, members, nowMs: later })];
        return well.map((s) => ({ scenario, s, holds: rankStart(then, s.startMs).holds }));
      });
      const worst = pairs.reduce((w, x) => (x.holds < w.holds ? x : w));
      play = worst.scenario;
      return worst.s;
    });
    const home = { place: 'x', latitudeDeg: 10, longitudeDeg: serial, timeZone: 'Europe/London' };
    const line = async (scenario: Scenario, nowMs: number) =>
      (await railFor(conn.db, { id: crewId, home }, nowMs, desk(scenario, nowMs))).lines[0]!;
    expect((await line('settled high', NOW)).deadlines[0]).toMatchObject({
      kind: 'start',
      ok: true,
      holds: best.holds
    });
    const broken = await line(play, later);
    const d = broken.deadlines.find((x) => x.kind === 'booking unsafe');
    if (d?.kind !== 'booking unsafe') throw new Error(JSON.stringify(broken.deadlines));
    expect(d.booking.holds).toBeLessThan(best.holds);
    expect(d.booking.holds / 30).toBeLessThan(0.6);
    expect(d.booking.stopper!.count).toBeGreaterThan(0);
    expect(d.booking.stopper!.count).toBeLessThanOrEqual(30 - d.booking.holds);
    if (d.booking.better) expect(d.booking.better.holds).toBeGreaterThan(d.booking.holds);
    expect(d.booking.was).toEqual({ holds: best.holds, members: 30 });
    expect(d.booking.startMs).toBe(best.startMs);
  });
});

describe('what the thumb taught', () => {
  it('is kept by product and site, read by the next job there, and taken back with the test', async () => {
    const { crewId, userId } = await freshCrew(conn.db);
    const document = counterJob();
    const id = await createJob(conn.db, crewId, whole(document), 'Ines', NOW);
    const at = (h: number) => NOW - h * HOUR_MS;
    const tack = phoneEvent('tack.felt', { coat: 1, felt: 'tacky' }, at(1));
    const log = (...events: Parameters<typeof appendEvents>[3]) =>
      appendEvents(conn.db, crewId, id, events, { id: userId, name: 'Ines' }, NOW);
    await log(
      phoneEvent('coat.opened', { coat: 1 }, at(22)),
      phoneEvent('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, at(21)),
      tack
    );
    const learn = () => learnDrying(conn.db, crewId, id, NOW, desk(undefined, NOW));
    await learn();
    const [test] = (await knowledgeOf(conn.db, crewId)).drying;
    expect(test).toMatchObject({ productId: document.products[0]!.id, felt: 'tacky', coat: 1 });
    expect(test!.site).toBe(document.site.place.toLowerCase());
    await learn();
    expect((await knowledgeOf(conn.db, crewId)).drying).toHaveLength(1);
    await log(phoneEvent('event.undone', { event: tack.id }));
    await learn();
    expect((await knowledgeOf(conn.db, crewId)).drying).toEqual([]);
  });
});
