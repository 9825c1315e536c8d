import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { HOUR_MS, MINUTE_MS } from '../../../core/units';
import { readSenml } from '../../../formats/senml';
import { rigPack } from '../../../stand-ins/sensor-rig';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { fromHouse, newPlace } from '../../../core/place';
import { keepHousePlace } from '../house/house-rules';
import { createJob } from '../jobs/jobs';
import { measuredHours, sensorHours } from './readings';
import { addSensor, placeSensor, postReadings, renewToken, sensorsOf } from './sensors';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const AROUND = { airTempC: 14, rh: 0.6, surfaceTempC: 12, mcPercent: 11 };
const records = (data: unknown) => {
  const r = readSenml(data, NOW);
  if (!r.ok) throw new Error(r.problems[0]!.problem);
  return r.value;
};
let mine = '';
/** What was measured in the first place of a job with one. */
const hoursOn = async (id: string, sinceMs: number) =>
  (await measuredHours(conn.db, mine, { id, document: whole(floorJob()) }, sinceMs))[0]?.hours ?? [];
async function crew() {
  const { crewId } = await freshCrew(conn.db);
  mine = crewId;
  const jobId = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
  const { id, token } = await addSensor(conn.db, crewId, 'floor puck', jobId, NOW);
  const post = (data: unknown, by = token) => postReadings(conn.db, by, records(data), NOW);
  return { crewId, jobId, id, token, post };
}

describe('sensors', () => {
  it('post their readings to the job they stand on: the mean of each hour', async () => {
    const { jobId, post } = await crew();
    for (const m of [0, 20, 40])
      await post([{ n: 'air', u: 'Cel', v: 14 + m / 20, bt: (NOW - 3 * HOUR_MS + m * MINUTE_MS) / 1000 }]);
    const hours = await hoursOn(jobId, NOW - 24 * HOUR_MS);
    expect(hours.reduce((n, h) => n + (h.airTempC !== undefined ? 1 : 0), 0)).toBeLessThanOrEqual(2);
    expect(hours[0]!.atMs % HOUR_MS).toBe(0);
    expect(hours[0]!.airTempC).toBeGreaterThanOrEqual(14);
  });
  it('a reading posted twice is one reading', async () => {
    const { jobId, post } = await crew();
    const pack = rigPack('r', AROUND, NOW - HOUR_MS);
    expect(await post(pack)).toEqual({ ok: true, stored: 4, passedOver: [] });
    expect(await post(pack)).toEqual({ ok: true, stored: 4, passedOver: [] });
    const hours = await hoursOn(jobId, 0);
    expect(hours).toHaveLength(1);
    expect(Object.keys(hours[0]!).sort()).toEqual(['airTempC', 'atMs', 'mcPercent', 'rh', 'surfaceTempC']);
  });
  it('battery, last word and place are shown; moved, old readings stay with their job', async () => {
    const { crewId, jobId, id, post } = await crew();
    await post(rigPack('r', AROUND, NOW - HOUR_MS, 12));
    const other = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
    expect(await placeSensor(conn.db, crewId, id, { job: other })).toBe(true);
    await post(rigPack('r', AROUND, NOW));
    const [s] = await sensorsOf(conn.db, crewId, NOW);
    expect(s).toMatchObject({ batteryPercent: 87, jobId: other, name: 'floor puck' });
    expect(s!.last.airTempC).toBeCloseTo(14, 0);
    expect(await hoursOn(jobId, 0)).toHaveLength(1);
    expect(await hoursOn(other, 0)).toHaveLength(1);
  });
  it('stand in one place of a job, or in a place of the house that any job may use', async () => {
    const { crewId, id, post } = await crew();
    const bench = { ...newPlace('bench', 'indoor', {}), name: 'Our bench' };
    await keepHousePlace(conn.db, crewId, bench, 'Ines', NOW);
    const job = whole(floorJob());
    job.places.push({ ...job.places[0]!, id: 'cellar', name: 'Cellar' }, fromHouse(bench, 'ours'));
    const jobId = await createJob(conn.db, crewId, job, 'Ines', NOW);
    const place = (to: Parameters<typeof placeSensor>[3]) => placeSensor(conn.db, crewId, id, to);
    expect(await place({ job: jobId, place: 'attic' })).toBe(false);
    expect(await place({ house: 'store' })).toBe(false);
    expect(await place({ job: jobId, place: 'cellar' })).toBe(true);
    await post(rigPack('r', AROUND, NOW - 5 * HOUR_MS));
    expect(await place({ house: 'bench' })).toBe(true);
    await post(rigPack('r', { ...AROUND, airTempC: 20 }, NOW - 3 * HOUR_MS));
    const [cellar, ours, ...more] = await measuredHours(conn.db, crewId, { id: jobId, document: job }, 0);
    expect(more).toEqual([]);
    expect([cellar!.place, cellar!.hours.length, ours!.place, ours!.hours.length]).toEqual(['cellar', 1, 'ours', 1]);
    expect(ours!.hours[0]!.airTempC).toBeCloseTo(20, 0);
    const [seen] = await sensorsOf(conn.db, crewId, NOW);
    expect(seen).toMatchObject({ jobId: null, place: 'bench' });
    // Another crew's bench of the same name is another.
    const other = await crew();
    expect(
      await measuredHours(conn.db, other.crewId, { id: jobId, document: { places: [job.places[2]!] } }, 0)
    ).toEqual([]);
  });
  it('several in one place are one mean of all their readings, each quantity whoever took it', async () => {
    const { crewId, jobId, id, post } = await crew();
    await placeSensor(conn.db, crewId, id, { job: jobId, place: 'place-1' });
    const hour = Math.floor(NOW / HOUR_MS) * HOUR_MS - 2 * HOUR_MS;
    const air = (v: number, minute: number) => [{ n: 'air', u: 'Cel', v, bt: (hour + minute * MINUTE_MS) / 1000 }];
    await post([...air(10, 1), { n: 'humidity', u: '%RH', v: 70 }]);
    const beside = await addSensor(conn.db, crewId, 'beside', jobId, NOW);
    for (const minute of [10, 30]) await postReadings(conn.db, beside.token, records(air(16, minute)), NOW);
    expect(await hoursOn(jobId, 0)).toEqual([{ atMs: hour, airTempC: 14, rh: 0.7 }]);
    await placeSensor(conn.db, crewId, id, null);
    await post(air(22, 50));
    expect(await sensorHours(conn.db, id, 0)).toEqual([{ atMs: hour, airTempC: 16, rh: 0.7 }]);
  });
  it('what one measured is its own, wherever it stood and whoever stands beside it', async () => {
    const { crewId, jobId, id, post } = await crew();
    await post(rigPack('r', AROUND, NOW - 5 * HOUR_MS));
    await placeSensor(conn.db, crewId, id, null);
    await post(rigPack('r', AROUND, NOW - 3 * HOUR_MS));
    const beside = await addSensor(conn.db, crewId, 'beside', jobId, NOW);
    await postReadings(conn.db, beside.token, records(rigPack('b', { ...AROUND, airTempC: 20 }, NOW)), NOW);
    const hours = await sensorHours(conn.db, id, NOW - 4 * HOUR_MS);
    expect(hours.map((h) => h.atMs)).toEqual([Math.floor((NOW - 3 * HOUR_MS) / HOUR_MS) * HOUR_MS]);
    expect(hours[0]!.airTempC).toBeCloseTo(14, 0);
    expect(await sensorHours(conn.db, id, 0)).toHaveLength(2);
    expect(await sensorHours(conn.db, beside.id, 0)).toHaveLength(1);
  });
  it('whoever has no token is nobody, and a renewed one shuts the old', async () => {
    const { crewId, id, token, post } = await crew();
    expect(await post(rigPack('r', AROUND, NOW), 'x'.repeat(32))).toEqual({ ok: false, reason: 'unknown token' });
    const fresh = (await renewToken(conn.db, crewId, id))!;
    expect(fresh).not.toBe(token);
    expect(await post(rigPack('r', AROUND, NOW))).toMatchObject({ ok: false, reason: 'unknown token' });
    expect(await post(rigPack('r', AROUND, NOW), fresh)).toMatchObject({ ok: true });
  });
  it('what can not be is refused whole, named by record', async () => {
    const { jobId, post } = await crew();
    const bad = (data: unknown) =>
      post([...rigPack('r', AROUND, NOW), data]).then((r) => ('problems' in r ? r.problems[0] : null));
    expect(await bad({ n: 'air', u: 'Cel', v: 300 })).toMatchObject({ path: '/5/v' });
    expect(await bad({ n: 'air', u: 'furlong', v: 3 })).toMatchObject({ path: '/5/u' });
    expect(await bad({ n: 'air', u: 'Cel', v: 3, t: 7200 })).toMatchObject({ path: '/5/t' });
    expect(await hoursOn(jobId, 0)).toEqual([]);
  });
  it('what tells of nothing measured here is passed over and named, and alone it is refused', async () => {
    const { jobId, post } = await crew();
    const signal = { n: 'signal', u: 'dBW', v: -90 };
    expect(await post([...rigPack('r', AROUND, NOW), signal])).toEqual({
      ok: true,
      stored: 4,
      passedOver: ['urn:dev:r:signal']
    });
    expect(await post([signal])).toMatchObject({ ok: false, problems: [{ path: '/0/n' }] });
    expect(await hoursOn(jobId, 0)).toHaveLength(1);
  });
  it('are a crew’s own: nobody stands them on another crew’s job', async () => {
    const [a, b] = [await crew(), await crew()];
    expect(await placeSensor(conn.db, a.crewId, a.id, { job: b.jobId })).toBe(false);
    expect(await placeSensor(conn.db, b.crewId, a.id, null)).toBe(false);
    expect(await renewToken(conn.db, b.crewId, a.id)).toBeNull();
  });
});
