import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { splitPart, type JobDocument } from '../../../core/document';
import { newPlace } from '../../../core/place';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { deskDown, freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { committedOf } from '../jobs/commitments';
import { createJob, saveJob } from '../jobs/jobs';
import { findJob } from '../jobs/reading';
import { appendEvents } from '../on-site/append';
import { visitsBetween } from '../visits/visits';
import { surfacesInCare } from './care';
import { commitStart } from './commit';
import { railFor } from './rail';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const HOME = { place: 'Saltmarsh Wick', latitudeDeg: 49.4, longitudeDeg: -7.6, timeZone: 'Europe/London' };

/** A floor and a landing beside it, the landing in a room of its own. */
function job(): JobDocument {
  const floor = whole(floorJob());
  const landing = { ...floor.surfaces[0]!, id: 'landing', name: 'Landing', exits: [], cutOuts: [] };
  const cells = [{ surface: 'landing', face: 'top' }];
  const d = splitPart({ ...floor, surfaces: [...floor.surfaces, landing] }, cells, 'landing');
  const { moisture, workingHours } = d.places[0]!;
  d.places.push({ ...newPlace('upstairs', 'indoor', workingHours), ...(moisture && { moisture }) });
  d.parts[1]!.placeId = 'upstairs';
  return d;
}
async function crew(document = job()) {
  const made = await freshCrew(conn.db);
  const id = await createJob(conn.db, made.crewId, document, 'Ines', NOW);
  const log = (...events: Parameters<typeof appendEvents>[3]) =>
    appendEvents(conn.db, made.crewId, id, events, { id: made.userId, name: 'Ines' }, NOW);
  return { ...made, id, log };
}
const coat = (part: string | undefined, number: number, at: number) => [
  phoneEvent('coat.opened', { ...(part && { part }), coat: number }, at),
  phoneEvent('coat.closed', { ...(part && { part }), coat: number, usedL: 2, guessed: false }, at + HOUR_MS)
];

describe('a job in parts, on the rail', () => {
  it('has a line for each, by name, with its own coats; its rags are told once', async () => {
    const c = await crew();
    await c.log(...coat('landing', 1, NOW - 4 * HOUR_MS), phoneEvent('rags.out', { count: 3 }, NOW - HOUR_MS));
    const { lines } = await railFor(conn.db, { id: c.crewId, home: HOME }, NOW, deskDown);
    const by = new Map(lines.map((l) => [l.part, l]));
    expect([...by.keys()].sort()).toEqual(['first', 'landing']);
    expect(by.get('landing')).toMatchObject({ title: 'Reading room floor: Landing', stage: 'working' });
    expect(by.get('landing')!.coats.map((x) => x.number)).toEqual([1]);
    expect(by.get('first')).toMatchObject({ stage: 'planning', coats: [] });
    expect(lines.flatMap((l) => l.deadlines.filter((d) => d.kind === 'rags'))).toHaveLength(1);
    expect(new Set(lines.map((l) => l.key)).size).toBe(2);
  });
});

describe('an entry for a part the job has not', () => {
  it('is refused with words, and nothing of it counts', async () => {
    const c = await crew();
    const [good, lost] = [
      phoneEvent('coat.opened', { part: 'landing', coat: 1 }),
      phoneEvent('coat.opened', { part: 'cellar', coat: 1 })
    ];
    expect(await c.log(good, lost)).toMatchObject([
      { outcome: 'stored' },
      { outcome: 'refused', reason: expect.stringContaining('no longer in this job') }
    ]);
  });
});

describe('a job in parts, booked', () => {
  it('each part has a booking of its own: one moved or taken back leaves the other', async () => {
    const document = job();
    const c = await crew(document);
    const start = (hours: number) => NOW + hours * HOUR_MS;
    const commit = async (part: string, hours: number) =>
      commitStart(
        conn.db,
        c.crewId,
        (await findJob(conn.db, c.crewId, c.id))!,
        part,
        start(hours),
        'Ines',
        NOW,
        deskDown
      );
    const all = () => visitsBetween(conn.db, c.crewId, NOW - DAY_MS, NOW + 60 * DAY_MS);
    document.parts[0]!.startAt = new Date(start(24)).toISOString();
    document.parts[1]!.startAt = new Date(start(26)).toISOString();
    await saveJob(conn.db, c.crewId, c.id, document, 1, 'Ines', NOW);
    expect(await commit('first', 24)).toMatchObject({ ok: true });
    expect(await commit('landing', 26)).toMatchObject({ ok: true });
    expect(await commit('cellar', 26)).toMatchObject({ ok: false, problem: expect.stringContaining('“cellar”') });
    const booked = await all();
    expect(new Set(booked.map((v) => v.number)).size).toBe(booked.length);
    expect(booked.filter((v) => v.part === 'landing').every((v) => v.what.startsWith('Landing: '))).toBe(true);
    expect((await committedOf(conn.db, [c.id])).get(c.id)!.size).toBe(2);

    await commit('landing', 50);
    const moved = await all();
    const of = (list: typeof booked, part: string) => list.filter((v) => v.part === part);
    expect(of(moved, 'first')).toEqual(of(booked, 'first'));
    expect(of(moved, 'landing').map((v) => v.number)).toEqual(of(booked, 'landing').map((v) => v.number));

    delete document.parts[1]!.startAt;
    await saveJob(conn.db, c.crewId, c.id, document, 2, 'Ines', NOW);
    const left = await all();
    expect(of(left, 'landing').every((v) => v.cancelled)).toBe(true);
    expect(of(left, 'first').some((v) => v.cancelled)).toBe(false);
  });
});

describe('a job in parts, in care', () => {
  it('each surface is looked after as its own part left it', async () => {
    const c = await crew();
    await c.log(
      ...[undefined, 'landing'].flatMap((p) => {
        const ago = (days: number) => NOW - (days + (p ? 30 : 0)) * DAY_MS;
        return [...coat(p, 1, ago(20)), ...coat(p, 2, ago(18))];
      }),
      phoneEvent('handed.over', {})
    );
    const { surfaces } = await surfacesInCare(conn.db, c.crewId, { offset: 0, limit: 9 });
    const days = (ms: number) => Math.round((NOW - ms) / DAY_MS);
    expect(surfaces.map((s) => [s.part, s.surface, days(s.servedMs)]).sort()).toEqual([
      ['first', 'Reading room', 18],
      ['landing', 'Landing', 48]
    ]);
  });
});
