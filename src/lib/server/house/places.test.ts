import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { newPlace } from '../../../core/place';
import { houseOf, keepHousePlace, saveHouse } from './house-rules';

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
