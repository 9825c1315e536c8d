import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { deckJob, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { createJob, saveJob } from '../jobs/jobs';
import { houseOf, saveHouse } from '../house/house-rules';
import { emptyHouse } from '../../../core/house';
import { appendEvents } from '../on-site/append';
import { addTin, changeTin, movementsOf, tinsOf, unknownLots } from './stock';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const WHO = { id: '01900000-0000-7000-8000-000000000001', name: 'Tove' };
const LARCH = {
  productId: 'marrum-deck',
  of: 'oil' as const,
  colour: 'Larch',
  lot: 'ML-1',
  volumeMl: 2500,
  leftMl: 2500,
  place: 'store',
  boughtOn: '2027-03-01'
};

describe('the stock', () => {
  it('a batch draws on its lot, opens the tin, and taking it back gives it again, once', async () => {
    const { crewId } = await freshCrew(conn.db);
    await addTin(conn.db, crewId, LARCH, 'Ines', NOW);
    await addTin(conn.db, crewId, LARCH, 'Ines', NOW);
    const id = await createJob(conn.db, crewId, whole(deckJob()), 'Ines', NOW);
    const mixed = phoneEvent(
      'batch.mixed',
      { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres: 3, lot: 'ML-1' }] },
      NOW - 9e5
    );
    const log = (e: typeof mixed | ReturnType<typeof phoneEvent>) => appendEvents(conn.db, crewId, id, [e], WHO, NOW);
    await log(mixed);
    await log(mixed);
    const left = async () => (await tinsOf(conn.db, crewId)).reduce((s, t) => s + t.leftMl, 0);
    expect(await left()).toBe(2000);
    expect((await tinsOf(conn.db, crewId))[0]!.openedOn).toBe('2027-05-18');
    await log(phoneEvent('event.undone', { event: mixed.id }, NOW - 8e5));
    await log(phoneEvent('event.undone', { event: mixed.id }, NOW - 7e5));
    expect(await left()).toBe(5000);
    expect((await movementsOf(conn.db, crewId, 20)).map((m) => m.kind).sort()).toEqual([
      'bought',
      'bought',
      'taken back',
      'taken back',
      'used',
      'used'
    ]);
  });
  it('a kit is drawn as a whole by its oil’s lot; a lot nobody entered is told', async () => {
    const { crewId } = await freshCrew(conn.db);
    await addTin(
      conn.db,
      crewId,
      { ...LARCH, productId: 'ostrel-duo', of: 'kit', colour: 'Peat', lot: 'OD-1', volumeMl: 3000, leftMl: 3000 },
      'Ines',
      NOW
    );
    const id = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
    const batch = (letter: string, lot: string) =>
      phoneEvent('batch.mixed', {
        batch: letter,
        for: [{ part: 'first', coat: 1 }],
        components: [
          { role: 'oil', litres: 1.25, lot },
          { role: 'hardener', litres: 0.25, lot: 'H-1' }
        ]
      });
    await appendEvents(conn.db, crewId, id, [batch('A', 'OD-1'), batch('B', 'OD-9')], WHO, NOW);
    expect((await tinsOf(conn.db, crewId))[0]!.leftMl).toBe(1500);
    const [unknown] = await unknownLots(conn.db, crewId);
    expect([unknown!.lot, Number(unknown!.usedMl)]).toEqual(['OD-9', 1500]);
  });
  it('differing pair codes are refused, whatever the phone thought', async () => {
    const { crewId } = await freshCrew(conn.db);
    const id = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
    const [receipt] = (await appendEvents(
      conn.db,
      crewId,
      id,
      [
        phoneEvent('batch.mixed', {
          batch: 'A',
          for: [{ part: 'first', coat: 1 }],
          components: [{ role: 'oil', litres: 1, lot: 'x' }],
          pairCodes: { oil: 'D7', hardener: 'R2' }
        })
      ],
      WHO,
      NOW
    ))!;
    expect(receipt).toMatchObject({ outcome: 'refused', reason: expect.stringContaining('D7 and R2') });
  });
  it('is set right over the version it was read at; never above what the tin holds', async () => {
    const { crewId } = await freshCrew(conn.db);
    const id = await addTin(conn.db, crewId, LARCH, 'Ines', NOW);
    const set = (leftMl: number, version: number) =>
      changeTin(conn.db, crewId, id, { leftMl, note: 'n' }, version, 'Ines', NOW);
    expect(await set(9000, 1)).toMatchObject({ ok: false, reason: 'too much' });
    expect(await set(100, 1)).toEqual({ ok: true });
    expect(await set(200, 1)).toMatchObject({ ok: false, reason: 'changed' });
    const { crewId: other } = await freshCrew(conn.db);
    expect(await changeTin(conn.db, other, id, { note: '' }, 2, 'x', NOW)).toMatchObject({ reason: 'gone' });
    await changeTin(conn.db, crewId, id, { thrownOut: true, note: '' }, 2, 'Ines', NOW);
    expect(await tinsOf(conn.db, crewId)).toEqual([]);
  });
});

describe('house rules and approvals', () => {
  it('rules are kept by revision; one saved over an old revision is refused', async () => {
    const { crewId } = await freshCrew(conn.db);
    expect((await houseOf(conn.db, crewId)).revision).toBe(0);
    const rules = { ...emptyHouse, vans: ['Heron'] };
    expect(await saveHouse(conn.db, crewId, rules, 0, 'Ines', NOW)).toEqual({ ok: true, revision: 1 });
    expect(await saveHouse(conn.db, crewId, emptyHouse, 0, 'Bram', NOW)).toMatchObject({
      ok: false,
      current: { document: rules }
    });
    expect((await houseOf(conn.db, crewId)).document).toEqual(rules);
  });
  it('an approved colour can not be changed by saving, until a change was asked for', async () => {
    const { crewId } = await freshCrew(conn.db);
    const id = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
    const log = (e: ReturnType<typeof phoneEvent>) => appendEvents(conn.db, crewId, id, [e], WHO, NOW);
    await log(
      phoneEvent(
        'sample.approved',
        { sample: 'b', client: 'Library', layers: [{ productId: 'ostrel-duo', colour: 'Peat' }] },
        NOW - 9e5
      )
    );
    const chalk = floorJob();
    chalk.finish!.colour = 'Chalk';
    expect(await saveJob(conn.db, crewId, id, whole(chalk), 1, 'Ines', NOW)).toMatchObject({
      ok: false,
      reason: 'locked'
    });
    await log(phoneEvent('sample.reopened', { reason: 'new lamps' }, NOW - 8e5));
    expect(await saveJob(conn.db, crewId, id, whole(chalk), 1, 'Ines', NOW)).toMatchObject({ ok: true });
  });
});
