import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { HOUR_MS } from '../../../core/units';
import { answerPosition } from '../../../stand-ins/weather-desk';
import { deckJob, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { deskDown, nearDesk, testDatabase } from '../../../../tests/server/database';
import { forecastFor, placeKey } from './forecasts';
import { keepImported } from './imported';
import { weatherOf } from './job-weather';
import { pastYearsFor } from './past-years';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const place = () => ({
  latitudeDeg: Math.round(Math.random() * 8000) / 100,
  longitudeDeg: Math.round(Math.random() * 17000) / 100
});

describe('forecasts', () => {
  let asked = 0;
  const desk = (nowMs: number) =>
    nearDesk(async (query) => {
      asked++;
      const { status, body } = answerPosition(new URLSearchParams(query), nowMs);
      return Response.json(body, { status });
    });
  const down = deskDown;

  it('are asked for once an hour, not once a page', async () => {
    const p = place();
    asked = 0;
    const first = await forecastFor(conn.db, p, NOW, desk(NOW));
    await forecastFor(conn.db, p, NOW + HOUR_MS / 2, desk(NOW));
    expect(asked).toBe(1);
    expect(first!.series.hours.length).toBeGreaterThan(240);
    await forecastFor(conn.db, p, NOW + 2 * HOUR_MS, desk(NOW + 2 * HOUR_MS));
    expect(asked).toBe(2);
  });
  it('work goes on with the kept one when the desk is down, and says it is old', async () => {
    const p = place();
    await forecastFor(conn.db, p, NOW, desk(NOW));
    expect(await forecastFor(conn.db, p, NOW + 30 * HOUR_MS, down)).toMatchObject({ stale: true, fetchedMs: NOW });
  });
  it('keeps all members apart, and reads them again as they were told', async () => {
    const p = place();
    const told = (await forecastFor(conn.db, p, NOW, desk(NOW)))!;
    expect(told.members).toHaveLength(30);
    expect(told.members[0]).toBe(told.series);
    // Another process, which has nothing in memory: more places than are kept push this one out.
    for (let i = 0; i < 26; i++) await forecastFor(conn.db, place(), NOW, desk(NOW));
    const again = (await forecastFor(conn.db, p, NOW, down))!;
    expect(again.members).toEqual(told.members);
  }, 60_000);
  it('does not forget the weather that has passed when a newer forecast tells of five days only', async () => {
    const p = place();
    const first = (await forecastFor(conn.db, p, NOW, desk(NOW)))!;
    const later = (await forecastFor(conn.db, p, NOW + 48 * HOUR_MS, desk(NOW + 48 * HOUR_MS)))!;
    expect(later.series.startMs).toBe(first.series.startMs);
    expect(later.series.hours[10]).toEqual(first.series.hours[10]);
    expect(later.series.hours.length).toBe(first.series.hours.length + 48);
    for (const m of later.members) expect(m.hours.slice(0, 900)).toEqual(later.series.hours.slice(0, 900));
  });
  it('is none when there never was one, or the desk talks nonsense', async () => {
    expect(await forecastFor(conn.db, place(), NOW, down)).toBeNull();
    expect(
      await forecastFor(
        conn.db,
        place(),
        NOW,
        nearDesk(async () => Response.json({ type: 'Weather' }))
      )
    ).toBeNull();
    expect(
      await forecastFor(
        conn.db,
        place(),
        NOW,
        nearDesk(async () => new Response('<html>', { status: 200 }))
      )
    ).toBeNull();
  });
});

describe('past years of a place', () => {
  const crewId = '01970000-0000-7000-8000-00000000c0de';
  const noFiles = new Set<string>();
  const archive = (nowMs: number, count: { asked: number }) =>
    nearDesk(async (query) => {
      count.asked++;
      const { status, body } = answerPosition(new URLSearchParams(query), nowMs);
      return Response.json(body, { status });
    });

  it('are asked of the archive once, kept, and read again by another process as they were told', async () => {
    const p = place();
    const count = { asked: 0 };
    const told = (await pastYearsFor(conn.db, crewId, p, NOW, archive(NOW, count), noFiles))!;
    expect(new Date(told.series.startMs).toISOString()).toBe('2017-01-01T00:00:00.000Z');
    expect(told.series.hours.length).toBeGreaterThan(10 * 365 * 24);
    for (let i = 0; i < 3; i++) await pastYearsFor(conn.db, crewId, place(), NOW, archive(NOW, count), noFiles);
    const again = await pastYearsFor(conn.db, crewId, p, NOW + HOUR_MS, deskDown, noFiles);
    expect(again!.series.hours.slice(0, 500)).toEqual(told.series.hours.slice(0, 500));
    expect(count.asked).toBe(4);
  }, 120_000);
  it('go on after a forecast that the coats of a job outrun, and only then', async () => {
    const job = whole(deckJob());
    Object.assign(job.site, place());
    const count = { asked: 0 };
    const desk = archive(NOW, count);
    const short = (await weatherOf(conn.db, crewId, job, NOW, desk, noFiles))!;
    expect(short.series.toldToMs).toBeUndefined();
    const long = (await weatherOf(conn.db, crewId, job, NOW, desk, noFiles, 'any start'))!;
    const told = short.series.hours.length;
    expect(long.series.toldToMs).toBe(short.series.startMs + told * HOUR_MS);
    expect(long.series.hours.length).toBeGreaterThan(told + 48);
    expect(long.members.map((m) => m.years)).toEqual(new Array(30).fill(10));
    expect(long.series.hours.slice(0, told - 24)).toEqual(short.series.hours.slice(0, told - 24));
    expect(await weatherOf(conn.db, crewId, whole(floorJob()), NOW, desk, noFiles, 'any start')).toBeNull();
  }, 60_000);
  it('a file’s year without rain carries nothing on in the open', async () => {
    const job = whole(deckJob());
    Object.assign(job.site, place());
    const startMs = Date.UTC(2001, 0, 1);
    const year = (rainMm: number) => ({
      startMs,
      issuedMs: startMs,
      source: 'year',
      hours: Array.from({ length: 8760 }, (_, i) => ({
        airTempC: 15,
        rh: 0.6,
        windMPerS: 2,
        rainMm: i % 100 ? 0 : rainMm,
        cloud: 0.5
      }))
    });
    const files = new Set([placeKey(job.site)]);
    const desk = archive(NOW, { asked: 0 });
    const told = async (rainMm: number) => {
      const from = { kind: 'year' as const, name: 'y.epw', by: 'Ines', nowMs: NOW };
      await keepImported(conn.db, crewId, job.site, from, [year(rainMm)]);
      return (await weatherOf(conn.db, crewId, job, NOW, desk, files, 'any start'))!.series;
    };
    expect((await told(0)).toldToMs).toBeUndefined();
    expect(await told(1)).toMatchObject({ years: 9, typical: true });
  }, 60_000);
  it('without an archive the forecast stands alone', async () => {
    const job = whole(deckJob());
    Object.assign(job.site, place());
    await forecastFor(conn.db, job.site, NOW, archive(NOW, { asked: 0 }));
    const alone = await weatherOf(conn.db, crewId, job, NOW + 2 * HOUR_MS, deskDown, noFiles, 'any start');
    expect(alone!.series.toldToMs).toBeUndefined();
  });
});
