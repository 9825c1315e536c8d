import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { houseRules } from '../../../core/house';
import { newPlace } from '../../../core/place';
import { houseOf, keepHousePlace, keepHouseStep, saveHouse } from './house-rules';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const bench = { ...newPlace('bench', 'indoor', { mon: { from: '08:00', to: '16:00' } }), name: 'Our bench' };

describe('places of the house', () => {
  it('are kept beside what else the house has chosen, and over the one with their id', async () => {
    const { crewId } = await freshCrew(conn.db);
    await saveHouse(conn.db, crewId, { choices: {}, numbers: {}, vans: ['Heron'] }, 0, 'Ines', NOW);
    expect(await keepHousePlace(conn.db, crewId, bench, 'Ines', NOW)).toMatchObject({ ok: true });
    const colder = { ...bench, room: { ...bench.room, tempC: 12 } };
    await keepHousePlace(conn.db, crewId, colder, 'Ines', NOW);
    const kept = await houseOf(conn.db, crewId);
    expect(kept.revision).toBe(3);
    expect(kept.document).toMatchObject({ vans: ['Heron'], places: [colder] });
  });
  it('two kept in one breath are both there; whoever edits the rules meanwhile is told', async () => {
    const { crewId } = await freshCrew(conn.db);
    const { document, revision } = await houseOf(conn.db, crewId);
    const store = { ...bench, id: 'store', name: 'Store' };
    await Promise.all([bench, store].map((p) => keepHousePlace(conn.db, crewId, p, 'Ines', NOW)));
    const kept = await houseOf(conn.db, crewId);
    expect(kept.document.places!.map((p) => p.id).sort()).toEqual(['bench', 'store']);
    expect(await saveHouse(conn.db, crewId, document, revision, 'Bram', NOW)).toMatchObject({ ok: false });
  });
  it('one by the name of another is refused, and nothing is written', async () => {
    const { crewId } = await freshCrew(conn.db);
    await keepHousePlace(conn.db, crewId, bench, 'Ines', NOW);
    const twin = await keepHousePlace(conn.db, crewId, { ...bench, id: 'bench-2' }, 'Ines', NOW);
    expect(twin).toMatchObject({ ok: false, problems: [{ path: '/places/1/name' }] });
    expect((await houseOf(conn.db, crewId)).revision).toBe(1);
  });
});

describe('steps of the house', () => {
  const step = {
    step: 'house-heat-off',
    kinds: ['floor' as const],
    name: 'Heating off',
    before: 'dust-off',
    minutes: 5,
    restMinutes: 720
  };
  it('are kept beside its places and over the one with their id, and every job reads them', async () => {
    const { crewId } = await freshCrew(conn.db);
    await keepHousePlace(conn.db, crewId, bench, 'Ines', NOW);
    await keepHouseStep(conn.db, crewId, step, 'Ines', NOW);
    await keepHouseStep(conn.db, crewId, { ...step, minutes: 8 }, 'Ines', NOW);
    const { document } = await houseOf(conn.db, crewId);
    expect(document).toMatchObject({ places: [bench], steps: [{ ...step, minutes: 8 }] });
    expect(houseRules(document).steps).toEqual([{ ...step, minutes: 8 }]);
  });
  it('one that is no step, or by the name of another, is refused and nothing is written', async () => {
    const { crewId } = await freshCrew(conn.db);
    await keepHouseStep(conn.db, crewId, step, 'Ines', NOW);
    const twin = await keepHouseStep(conn.db, crewId, { ...step, step: 'house-heat-off-2' }, 'Ines', NOW);
    expect(twin).toMatchObject({ ok: false, problems: [{ path: '/steps/1/name' }] });
    const long = await keepHouseStep(conn.db, crewId, { ...step, step: 'house-x', name: 'X', minutes: 0 }, 'Ines', NOW);
    expect(long).toMatchObject({ ok: false, problems: [{ path: '/steps/1/minutes' }] });
    expect((await houseOf(conn.db, crewId)).revision).toBe(1);
  });
});
