import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyHouse, type HouseDocument } from '../../../core/house';
import { deckJob, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { nearDesk, freshCrew, testDatabase } from '../../../../tests/server/database';
import { answerPosition } from '../../../stand-ins/weather-desk';
import { createJob } from '../jobs/jobs';
import { houseEffects } from './house-effect';
import { houseOf } from '../house/house-rules';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const ask = nearDesk(async (query) => {
  const { status, body } = answerPosition(new URLSearchParams(query), NOW);
  return Response.json(body, { status });
});
const chosen = (id: string, option: string): HouseDocument => ({
  ...emptyHouse,
  choices: { [id]: { option, reason: 'we tried it', date: '2027-05-01' } }
});

describe('what other house rules would change', () => {
  it('is told job by job, those that change first, and nothing is saved', async () => {
    const { crewId } = await freshCrew(conn.db);
    // Of 80 m²: two even batches, and three whole tins.
    const floor = floorJob();
    floor.surfaces[0]!.faces[0]!.areaM2 = 80;
    await createJob(conn.db, crewId, whole(floor), 'Ines', NOW);
    await createJob(conn.db, crewId, whole(deckJob()), 'Ines', NOW);
    await createJob(conn.db, crewId, whole({ ...floorJob(), finish: undefined, products: [] }), 'Ines', NOW);
    const effects = await houseEffects(conn.db, crewId, chosen('two-part', 'whole'), NOW, ask);
    expect(effects.map((e) => [e.title, e.same])).toEqual([
      ['Reading room floor', false],
      ['Boathouse deck', true]
    ]);
    expect(effects[0]!.after.batches).toBeGreaterThan(effects[0]!.before.batches);
    expect(effects[0]!.after.haveL).toBeCloseTo(effects[0]!.before.haveL, 9);
    expect((await houseOf(conn.db, crewId)).revision).toBe(0);
  });
  it('abrading every coat takes more hands; the presets change nothing', async () => {
    const { crewId } = await freshCrew(conn.db);
    await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
    const [abraded] = await houseEffects(conn.db, crewId, chosen('between', 'abrade'), NOW, ask);
    expect(abraded!.after.personHours - abraded!.before.personHours).toBeCloseTo(68.4 / 20 - 68.4 / 40, 6);
    const [same] = await houseEffects(conn.db, crewId, emptyHouse, NOW, ask);
    expect(same!.same).toBe(true);
  });
});
