import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PartJob } from '../../../core/document';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { answerPosition } from '../../../stand-ins/weather-desk';
import { card, deckJob, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { deskDown, nearDesk, freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { listPeople } from '../accounts/people';
import { readDemoWorld } from '../../../../cli/demo-world';
import { loadDemo } from '../demo/load';
import { createJob, saveJob } from '../jobs/jobs';
import { listJobs } from '../jobs/lists';
import { findJob } from '../jobs/reading';
import { newJobDocument } from '../jobs/new-job';
import { saveHouse } from '../house/house-rules';
import { listCards } from '../shelf/cards';
import { appendEvents } from '../on-site/append';
import { surfacesInCare } from './care';
import { railFor } from './rail';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const HOME = { place: 'Saltmarsh Wick', latitudeDeg: 49.4, longitudeDeg: -7.6, timeZone: 'Europe/London' };
const desk = nearDesk(async (query) => {
  const { status, body } = answerPosition(new URLSearchParams(query), NOW);
  return Response.json(body, { status });
});
const rail = (crewId: string, nowMs = NOW) => railFor(conn.db, { id: crewId, home: HOME }, nowMs, desk);

async function crew() {
  const made = await freshCrew(conn.db);
  const who = { id: made.userId, name: 'Ines' };
  return {
    ...made,
    job: (document: PartJob) => createJob(conn.db, made.crewId, whole(document), 'Ines', NOW),
    log: (jobId: string, ...events: Parameters<typeof appendEvents>[3]) =>
      appendEvents(conn.db, made.crewId, jobId, events, who, NOW)
  };
}

describe('the rail', () => {
  it('of an empty crew is its weather and no lines', async () => {
    const { crewId } = await crew();
    const r = await rail(crewId);
    expect(r.lines).toEqual([]);
    expect(r.hours.length).toBeGreaterThan(70);
    expect(r.hours[0]!.atMs).toBeLessThanOrEqual(NOW - 12 * HOUR_MS);
    expect(r.hours.every((h) => h.dewPointC <= h.airTempC)).toBe(true);
  });
  it('shows an outdoor job that waits for weather, not an indoor one still being planned', async () => {
    const c = await crew();
    await c.job(floorJob());
    const deck = await c.job(deckJob());
    const { lines } = await rail(c.crewId);
    expect(lines.map((l) => l.id)).toEqual([deck]);
    expect(lines[0]!.runs.length).toBeGreaterThan(3);
  });
  it('sees an event and an edit at once, though lines are kept for a minute', async () => {
    const c = await crew();
    const id = await c.job({ ...floorJob(), startAt: new Date(NOW + DAY_MS).toISOString() });
    expect((await rail(c.crewId)).lines[0]!.deadlines[0]!.kind).toBe('start');
    await c.log(
      id,
      phoneEvent('rags.out', { count: 3 }),
      phoneEvent('coat.opened', { coat: 1 }, NOW - 60_000),
      phoneEvent('laying.spread', { coat: 1, laying: 1 }, NOW - 60_000)
    );
    const [line] = (await rail(c.crewId)).lines;
    expect(line!.stage).toBe('working');
    expect(line!.deadlines.map((d) => d.kind)).toEqual(['wipe', 'rags']);
    await saveJob(conn.db, c.crewId, id, { ...whole(floorJob()), title: 'Renamed' }, 1, 'Ines', NOW);
    expect((await rail(c.crewId)).lines[0]!.title).toBe('Renamed');
  });
  it('is computed anew when the house rules change, within its minute too', async () => {
    const c = await crew();
    await c.job({ ...deckJob(), startAt: new Date(NOW + DAY_MS).toISOString() });
    const closed = async () => JSON.stringify((await rail(c.crewId)).lines[0]!.runs);
    const before = await closed();
    const number = { value: 0.41, reason: 'we were burnt', date: '2027-05-01' };
    await saveHouse(conn.db, c.crewId, { choices: {}, numbers: { rhMax: number }, vans: [] }, 0, 'Ines', NOW);
    expect(await closed()).not.toBe(before);
  });
  it('puts what presses first', async () => {
    const c = await crew();
    await c.job({ ...floorJob(), startAt: new Date(NOW + HOUR_MS).toISOString() });
    const wet = await c.job(floorJob());
    await c.log(
      wet,
      phoneEvent('coat.opened', { coat: 1 }, NOW - 60_000),
      phoneEvent('laying.spread', { coat: 1, laying: 1 }, NOW - 60_000)
    );
    expect((await rail(c.crewId)).lines[0]!.id).toBe(wet);
  });
  it('is another crew’s own', async () => {
    const [a, b] = [await crew(), await crew()];
    await a.job(deckJob());
    expect((await rail(b.crewId)).lines).toEqual([]);
  });
  it('works on without a desk, and says so', async () => {
    const c = await crew();
    await c.job({ ...deckJob(), site: { ...deckJob().site, latitudeDeg: -41.5, longitudeDeg: 100.25 } });
    const r = await railFor(
      conn.db,
      { id: c.crewId, home: { ...HOME, latitudeDeg: -41.5, longitudeDeg: 100.25 } },
      NOW,
      deskDown
    );
    expect(r).toMatchObject({ hours: [], issuedMs: null, stale: true });
    expect(r.lines[0]!.runs).toEqual([]);
  });
});

describe('surfaces in care', () => {
  const laid = (at: number) =>
    [1, 2].flatMap((coat) => [
      phoneEvent('coat.opened', { coat }, at),
      phoneEvent('coat.closed', { coat, usedL: 2, guessed: false }, at + HOUR_MS)
    ]);
  it('come when a job is handed over, soonest due first, counted from the last coat', async () => {
    const c = await crew();
    const [busy, quiet] = [
      await c.job(floorJob()),
      await c.job({ ...floorJob(), living: { ...floorJob().living, traffic: 'rare' } })
    ];
    for (const id of [quiet, busy]) await c.log(id, ...laid(NOW - 10 * DAY_MS));
    expect((await surfacesInCare(conn.db, c.crewId, { offset: 0, limit: 9 })).surfaces).toEqual([]);
    for (const id of [quiet, busy]) await c.log(id, phoneEvent('handed.over', {}));
    const { surfaces: care } = await surfacesInCare(conn.db, c.crewId, { offset: 0, limit: 9 });
    expect(care.map((s) => s.jobId)).toEqual([busy, quiet]);
    expect(care[0]).toMatchObject({ servedMs: NOW - 10 * DAY_MS + HOUR_MS, species: 'Oak', product: 'Ostrel Duo' });
    const { surfaces: soon } = await surfacesInCare(conn.db, c.crewId, {
      dueBy: new Date(care[0]!.reoil.p50 + 1000),
      offset: 0,
      limit: 9
    });
    expect(soon.map((s) => s.jobId)).toEqual([busy]);
  });
  it('a last coat that the look found needless is not what is looked after', async () => {
    const c = await crew();
    const job = floorJob();
    for (const s of job.surfaces) for (const f of s.faces) f.coats = f.coats && 3;
    const duo = { productId: 'ostrel-duo', colour: 'Peat', method: 'thin' as const };
    const wax = { productId: 'lantern-wax', colour: card('lantern-wax').colours[0]!, method: 'thin' as const };
    job.finish = { ...job.finish!, lastByLook: true, coats: [duo, duo, wax] };
    job.products.push(card('lantern-wax'));
    const products = async (another: boolean) => {
      const id = await c.job(job);
      await c.log(id, ...laid(NOW - 10 * DAY_MS), phoneEvent('look.said', { coat: 3, another }, NOW - 2 * DAY_MS));
      await c.log(id, phoneEvent('handed.over', {}));
      const { surfaces } = await surfacesInCare(conn.db, c.crewId, { offset: 0, limit: 9 });
      return surfaces.filter((s) => s.jobId === id).map((s) => s.product);
    };
    expect(await products(false)).toEqual(['Ostrel Duo']);
    expect(await products(true)).toEqual(['Lantern Wax']);
  });
  it('a harder life moves the date in the list too', async () => {
    const c = await crew();
    const id = await c.job(floorJob());
    await c.log(id, ...laid(NOW - DAY_MS), phoneEvent('handed.over', {}));
    const due = async () => (await surfacesInCare(conn.db, c.crewId, { offset: 0, limit: 1 })).surfaces[0]!.reoil.p50;
    const before = await due();
    const job = floorJob();
    await saveJob(
      conn.db,
      c.crewId,
      id,
      whole({ ...job, living: { ...job.living, soap: 'harsh cleaner' } }),
      1,
      'Ines',
      NOW
    );
    expect(await due()).toBeLessThan(before);
  });
});

describe('the demo world', () => {
  it('loads through the same schemas as any import, one job in each state', async () => {
    const world = readDemoWorld();
    const { crewId } = await loadDemo(conn.db, world, NOW);
    expect(await listPeople(conn.db, crewId)).toHaveLength(4);
    expect((await listCards(conn.db, crewId)).length).toBe(16);
    const jobs = await listJobs(conn.db, crewId, { limit: 50 });
    const stage = Object.fromEntries(jobs.map((j) => [j.title, j.stage]));
    expect(stage).toMatchObject({
      'Reading room': 'working',
      'Boathouse deck': 'planning',
      'Bakery counter': 'working',
      'Gallery stair': 'booked',
      Ballroom: 'in care',
      'Old ferry office floor': 'planning'
    });
    const { lines } = await rail(crewId);
    expect(lines[0]!.title).toBe('Reading room: Floor');
    expect(lines[0]!.deadlines.find((d) => d.urgent)).toMatchObject({ kind: 'wipe', laying: 3 });
    expect(lines[0]!.deadlines[0]).toMatchObject({ kind: 'stage', stage: 'look again', laying: 2 });
  });
  it('refuses a world that does not fit, by its file', async () => {
    const world = { ...readDemoWorld(), cards: [{ id: 'x' }], jobs: [] };
    world.crew.people.forEach((p) => (p.email = `bad-${Date.now()}-${p.email}`));
    await expect(loadDemo(conn.db, world, NOW)).rejects.toThrow(/a card: \/name is missing/);
  });
});

describe('a new job', () => {
  const typed = {
    title: 'T',
    clientName: 'C',
    phone: '',
    place: 'P',
    latitudeDeg: 1,
    longitudeDeg: 2,
    timeZone: 'UTC',
    weekFrom: '08:00',
    weekTo: '16:00',
    people: 3
  };
  it('begins from what was typed and sensible beginnings, and is sound', async () => {
    const c = await crew();
    const indoor = newJobDocument({ ...typed, setting: 'indoor', saturday: false });
    expect(indoor).toMatchObject({
      crew: { people: 3 },
      places: [{ lamps: true, workingHours: { mon: { from: '08:00', to: '16:00' } } }]
    });
    expect(indoor.places[0]!.workingHours.sat).toBeUndefined();
    expect(indoor.client).toEqual({ name: 'C' });
    const outdoor = newJobDocument({ ...typed, setting: 'outdoor', saturday: true, phone: '01' });
    expect(outdoor).toMatchObject({
      client: { phone: '01' },
      places: [{ lamps: false, workingHours: { sat: { to: '13:00' } } }],
      living: { wet: 'often wet' }
    });
    const id = await createJob(conn.db, c.crewId, outdoor, 'Ines', NOW);
    expect((await findJob(conn.db, c.crewId, id))!.document).toEqual(outdoor);
  });
});
