import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card, floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, setGlobal, testDatabase } from '../../../../tests/server/database';
import { saveHouse } from '../house/house-rules';
import { createJob } from '../jobs/jobs';
import { saveCard, saveCards } from '../shelf/cards';
import { addTin, changeTin, tinsOf } from '../stock/stock';
import { appendEvents } from '../on-site/append';
import { againFor, driverFault, isAway } from './faults';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const tin = (lot: string, of: 'kit' | 'oil' | 'hardener' = 'kit') => ({
  productId: 'ostrel-duo',
  of,
  colour: 'Peat',
  lot,
  volumeMl: 60_000,
  leftMl: 60_000,
  place: 'Heron',
  boughtOn: '2027-05-01'
});
const mix = (batch: string, ...lots: string[]) =>
  phoneEvent('batch.mixed', {
    batch,
    for: [{ part: 'first', coat: 1 }],
    components: lots.map((lot, i) => ({ role: i ? ('hardener' as const) : ('oil' as const), litres: 0.1, lot }))
  });
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const letter = (i: number) => (i < 26 ? LETTERS[i]! : `${LETTERS[Math.floor(i / 26) - 1]}${LETTERS[i % 26]}`);

describe.each(['OFF', 'ON'])('writers at once, snapshot isolation %s', (setting) => {
  beforeAll(() => setGlobal('innodb_snapshot_isolation', setting));
  // Connections that are open keep what they began with: new ones are made by a pool of the test's own.
  let own: Awaited<ReturnType<typeof testDatabase>>;
  beforeAll(async () => {
    own = await testDatabase();
  });
  afterAll(async () => {
    await own.pool.end();
    await setGlobal('innodb_snapshot_isolation', 'OFF');
  });

  it('160 mixes from one lot by four phones: each is stored, and the lot is down by exactly that', async () => {
    const { crewId, userId } = await freshCrew(own.db);
    await addTin(own.db, crewId, tin('K1'), 'Ines', NOW);
    const jobs = await Promise.all([1, 2, 3, 4].map(() => createJob(own.db, crewId, whole(floorJob()), 'Ines', NOW)));
    const phone = async (jobId: string) => {
      for (let i = 0; i < 40; i++) {
        const receipts = await appendEvents(
          own.db,
          crewId,
          jobId,
          [mix(letter(i), 'K1')],
          { id: userId, name: 'T' },
          NOW
        );
        expect(receipts).toMatchObject([{ outcome: 'stored' }]);
      }
    };
    await Promise.all(jobs.map(phone));
    expect((await tinsOf(own.db, crewId))[0]!.leftMl).toBe(60_000 - 160 * 100);
  });

  it('lots drawn crosswise by two phones wait for each other in one line', async () => {
    const { crewId, userId } = await freshCrew(own.db);
    for (const lot of ['L1', 'L2'])
      for (const of of ['oil', 'hardener'] as const) await addTin(own.db, crewId, tin(lot, of), 'I', NOW);
    const duo = card('ostrel-duo');
    const packs = duo.packs.flatMap((p) =>
      (['oil', 'hardener'] as const).map((of) => ({ ...p, of, id: `${p.id}-${of}` }))
    );
    const document = whole({ ...floorJob(), products: [{ ...duo, packs }] });
    const jobs = await Promise.all([1, 2, 3].map(() => createJob(own.db, crewId, document, 'Ines', NOW)));
    const phone = async (jobId: string, lots: string[]) => {
      for (let i = 0; i < 25; i++)
        await appendEvents(
          own.db,
          crewId,
          jobId,
          [mix(letter(2 * i), ...lots), mix(letter(2 * i + 1), ...[...lots].reverse())],
          { id: userId, name: 'T' },
          NOW
        );
    };
    await Promise.all([phone(jobs[0]!, ['L1', 'L2']), phone(jobs[1]!, ['L2', 'L1']), phone(jobs[2]!, ['L1', 'L2'])]);
    const left = (await tinsOf(own.db, crewId)).map((t) => t.leftMl);
    expect(left).toEqual(Array.from({ length: 4 }, () => 60_000 - 75 * 100));
  });

  it('twenty who write one thing at once: one is first, the others are told, nobody is failed', async () => {
    const { crewId } = await freshCrew(own.db);
    const twenty = Array.from({ length: 20 }, (_, i) => i);
    const cards = await Promise.all(twenty.map((i) => saveCard(own.db, crewId, card('marrum-deck'), 0, `P${i}`, NOW)));
    expect(cards.filter((c) => c.ok)).toHaveLength(1);
    const imports = await Promise.all(
      twenty.map((i) =>
        saveCards(
          own.db,
          crewId,
          [
            { card: card('ostrel-duo'), revision: 0 },
            { card: card('lantern-wax'), revision: 0 }
          ].sort(() => (i % 2 ? 1 : -1)),
          `P${i}`,
          NOW
        )
      )
    );
    expect(imports.filter((c) => c.ok)).toHaveLength(1);
    const rules = { choices: {}, numbers: {}, vans: ['Heron'] };
    const houses = await Promise.all(twenty.map((i) => saveHouse(own.db, crewId, rules, 0, `P${i}`, NOW)));
    expect(houses.filter((h) => h.ok)).toHaveLength(1);
    const id = await addTin(own.db, crewId, tin('C1'), 'I', NOW);
    const tins = await Promise.all(
      twenty.map((i) => changeTin(own.db, crewId, id, { leftMl: i, note: '' }, 1, 'I', NOW))
    );
    expect(tins.filter((t) => t.ok)).toHaveLength(1);
  });

  it('one event id sent to two jobs by twenty: it is stored once, the others are refused with words', async () => {
    const { crewId, userId } = await freshCrew(own.db);
    const jobs = await Promise.all([1, 2].map(() => createJob(own.db, crewId, whole(floorJob()), 'Ines', NOW)));
    const e = phoneEvent('rags.out', { count: 1 });
    const told = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        appendEvents(own.db, crewId, jobs[i % 2]!, [e], { id: userId, name: 'T' }, NOW)
      )
    );
    const outcomes = told.map((r) => r![0]!.outcome);
    expect(outcomes.filter((o) => o === 'stored')).toHaveLength(1);
    expect(outcomes.filter((o) => o === 'known')).toHaveLength(9);
    expect(outcomes.filter((o) => o === 'refused')).toHaveLength(10);
  });
});

describe('what the driver says of a fault', () => {
  const wrapped = (errno: number, code: string) => ({
    query: 'insert into x values (?)',
    params: ['secret'],
    cause: { errno, code, sqlMessage: "Duplicate entry 'secret'" }
  });
  it('is found however deep it lies, without what was being written', () => {
    expect(driverFault(wrapped(1062, 'ER_DUP_ENTRY'))).toEqual({
      code: 'ER_DUP_ENTRY',
      errno: 1062,
      statement: 'insert into x values (?)'
    });
    expect(JSON.stringify(driverFault(wrapped(1062, 'ER_DUP_ENTRY')))).not.toContain('secret');
    expect(driverFault(new Error('other'))).toBeNull();
    expect(driverFault(null)).toBeNull();
  });
  it.each([
    [1020, 'clash'],
    [1205, 'clash'],
    [1213, 'clash'],
    [1062, 'duplicate'],
    [1054, null]
  ])('%i is begun again as %s', (errno, why) => expect(againFor(wrapped(errno, 'ER_X'))).toBe(why));
  it('a database out of reach, or a node outside its cluster, is away', () => {
    expect(isAway({ code: 'ECONNREFUSED', errno: -111 })).toBe(true);
    expect(isAway(wrapped(1047, 'ER_UNKNOWN_COM_ERROR'))).toBe(true);
    expect(isAway(wrapped(1062, 'ER_DUP_ENTRY'))).toBe(false);
  });
});
