import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW } from '../../../../tests/fixtures';
import { freshCrew, PASSWORD, testDatabase } from '../../../../tests/server/database';
import { addPerson, changePerson, createCrew, listPeople } from './people';
import { may } from './permissions';
import { countFailure, forgetFailures, secondsUntilTry, waitSeconds } from './slow-down';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

describe('people', () => {
  const hand = (email: string) => ({ name: 'Bram', email, password: PASSWORD, role: 'hand' as const });

  it('an address belongs to one person, whatever its letters’ case', async () => {
    const { crewId, email } = await freshCrew(conn.db);
    expect(await addPerson(conn.db, crewId, hand(email.toUpperCase()), NOW)).toMatchObject({
      ok: false,
      path: '/email'
    });
    expect(await listPeople(conn.db, crewId)).toHaveLength(1);
  });
  it('a crew whose first person is refused is not made', async () => {
    const { email } = await freshCrew(conn.db);
    const home = { place: 'x', latitudeDeg: 0, longitudeDeg: 0, timeZone: 'UTC' };
    await expect(
      createCrew(conn.db, { name: `Half ${email}`, home, workingHours: {} }, { ...hand(email), role: 'lead' }, NOW)
    ).rejects.toThrow();
    const [rows] = await conn.pool.query('SELECT COUNT(*) AS n FROM crew WHERE name = ?', [`Half ${email}`]);
    expect(rows).toEqual([{ n: 0 }]);
  });
  it('a crew keeps a lead', async () => {
    const { crewId, userId, email } = await freshCrew(conn.db);
    expect(await changePerson(conn.db, crewId, userId, { role: 'hand' })).toMatchObject({ ok: false });
    expect(await changePerson(conn.db, crewId, userId, { active: false })).toMatchObject({ ok: false });
    const second = await addPerson(conn.db, crewId, { ...hand(`2-${email}`), role: 'lead' }, NOW);
    expect(second.ok && (await changePerson(conn.db, crewId, userId, { role: 'hand' }))).toEqual({ ok: true });
  });
  it('nobody changes people of another crew', async () => {
    const [a, b] = [await freshCrew(conn.db), await freshCrew(conn.db)];
    expect(await changePerson(conn.db, a.crewId, b.userId, { role: 'hand' })).toMatchObject({
      ok: false,
      path: '/userId'
    });
  });
  it('passwords are kept as argon2id', async () => {
    const { userId } = await freshCrew(conn.db);
    const [rows] = (await conn.pool.query('SELECT password FROM account WHERE user_id = ?', [userId])) as unknown as [
      { password: string }[]
    ];
    expect(rows[0]!.password).toMatch(/^\$argon2id\$/);
  });
  it('a hand changes neither prices nor cards nor people', () => {
    expect((['edit prices', 'edit cards', 'edit people', 'create jobs'] as const).map((w) => may('hand', w))).toEqual([
      false,
      false,
      false,
      false
    ]);
    expect([
      may('hand', 'log work'),
      may('office', 'edit prices'),
      may('office', 'edit cards'),
      may('lead', 'edit people')
    ]).toEqual([true, true, false, true]);
  });
});

describe('wrong passwords', () => {
  it('three are free, then the wait doubles up to a quarter of an hour', () =>
    expect([1, 3, 4, 5, 6, 20].map(waitSeconds)).toEqual([0, 0, 2, 4, 8, 900]));
  it('are counted per address, in the database, and forgotten after a right one', async () => {
    const email = `${Math.random()}@x.example`;
    for (let i = 0; i < 5; i++) await countFailure(conn.db, email, NOW);
    expect(await secondsUntilTry(conn.db, email.toUpperCase(), NOW)).toBe(4);
    expect(await secondsUntilTry(conn.db, email, NOW + 5000)).toBe(0);
    expect(await secondsUntilTry(conn.db, 'other@x.example', NOW)).toBe(0);
    await forgetFailures(conn.db, email);
    expect(await secondsUntilTry(conn.db, email, NOW)).toBe(0);
  });
  it('guesses at once are all counted', async () => {
    const email = `${Math.random()}@x.example`;
    await countFailure(conn.db, email, NOW);
    await Promise.all(Array.from({ length: 8 }, () => countFailure(conn.db, email, NOW)));
    expect(await secondsUntilTry(conn.db, email, NOW)).toBe(waitSeconds(9));
  });
});
