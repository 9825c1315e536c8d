import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW } from '../../../../tests/fixtures';
import { freshCrew, PASSWORD, testDatabase } from '../../../../tests/server/database';
import { addPerson, changePerson, createCrew, listPeople, stillActive } from './people';
import { may } from './permissions';
import { knownDevice, noteDevice } from './known-device';
import { changePassword } from './own-password';
import { makePasswordLink, personOfLink, usePasswordLink } from './password-links';
import { passwordProblem } from './passwords';
import { forgiveTries, sweepTries, takeTry, waitSeconds } from './slow-down';

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
  const from = (source: string, email: string, knownDevice: string | null = null) => ({ email, source, knownDevice });
  const somebody = () => `${Math.random()}@x.example`;
  /** What a run of tries at one instant is told: 0 when the password would be looked at. */
  const tries = async (n: number, trier: Parameters<typeof takeTry>[1], at = NOW) => {
    const out: number[] = [];
    for (let i = 0; i < n; i++) out.push(await takeTry(conn.db, trier, at));
    return out;
  };
  it('three are free, then the wait doubles up to a quarter of an hour', () =>
    expect([1, 3, 4, 5, 6, 20, 400].map((n) => waitSeconds('address and source', n))).toEqual([
      0, 0, 2, 4, 8, 900, 900
    ]));
  it('of a hundred and fifty guesses at once four are looked at', async () => {
    const email = somebody();
    const told = await Promise.all(Array.from({ length: 150 }, () => takeTry(conn.db, from('10.0.0.1', email), NOW)));
    expect(told.filter((s) => s === 0)).toHaveLength(4);
  });
  it('two of one house who sign in at the same moment wait for nothing, whoever is quicker', async () => {
    const [she, he] = [from('10.0.0.9', somebody()), from('10.0.0.9', somebody())];
    expect(await takeTry(conn.db, she, NOW + 40)).toBe(0);
    await forgiveTries(conn.db, she, NOW + 90);
    expect(await takeTry(conn.db, he, NOW)).toBe(0);
  });
  it('from one source keep nobody out who tries from another, and no device that is known', async () => {
    const email = somebody();
    await tries(6, from('10.0.0.2', email));
    expect(await tries(1, from('10.0.0.2', email))).toEqual([2]);
    expect(await tries(1, from('10.0.0.3', email))).toEqual([0]);
    expect(await tries(1, from('10.0.0.2', email.toUpperCase(), 'her phone'))).toEqual([0]);
  });
  it('with one address from everywhere are slowed by a minute at most, and never the known device', async () => {
    const email = somebody();
    const told: number[] = [];
    for (let i = 0; i < 45; i++) told.push(...(await tries(1, from(`10.1.${i}.1`, email))));
    expect(Math.max(...told)).toBeGreaterThan(0);
    expect(Math.max(...told)).toBeLessThanOrEqual(60);
    expect(await tries(1, from('10.0.0.2', email, 'her phone'))).toEqual([0]);
  });
  it('with many addresses from one source are slowed too, a whole network being one', async () => {
    const told: number[] = [];
    for (let i = 0; i < 25; i++) told.push(...(await tries(1, from(`2001:db8:1:2:${i}::9`, somebody()))));
    expect(told.slice(0, 20).every((s) => s === 0)).toBe(true);
    expect(told.at(-1)).toBeGreaterThan(0);
  });
  it('are forgotten after a right one, and by themselves after a day', async () => {
    const email = somebody();
    const her = from('10.0.0.7', email);
    await tries(4, her);
    expect((await tries(1, her))[0]).toBeGreaterThan(0);
    await forgiveTries(conn.db, her, NOW);
    expect(await tries(3, her)).toEqual([0, 0, 0]);
    await sweepTries(conn.db, NOW + 3 * 24 * 3_600_000);
    expect(await tries(1, her)).toEqual([0]);
  });
});

describe('passwords', () => {
  const own = { email: 'ines.okafor@wickandtarn.example', name: 'Ines Okafor-Lund', crewName: 'Wick & Tarn' };
  it.each([
    '          ',
    '1234567890',
    '0987654321',
    'password123',
    'Password1234!',
    'qwertyuiop',
    'aaaaaaaaaab',
    'ines.okafor',
    'ines.okafor@wickandtarn.example',
    'InesOkafor1'
  ])('“%s” is refused with a cure', (p) =>
    expect(passwordProblem(p, own)).toMatch(/words that do not belong together/)
  );
  it.each(['salt-marsh-oil', 'heron ladder quince', 'Tr0ut&Lantern', 'ünïcode-mörtel'])('“%s” is taken', (p) =>
    expect(passwordProblem(p, own)).toBeNull()
  );
  it('a link sets a password once, within a day, and ends what was signed in', async () => {
    const { crewId, userId } = await freshCrew(conn.db);
    const other = await freshCrew(conn.db);
    expect(await makePasswordLink(conn.db, other.crewId, userId, 'X', NOW)).toBeNull();
    const old = (await makePasswordLink(conn.db, crewId, userId, 'Ines', NOW))!;
    const token = (await makePasswordLink(conn.db, crewId, userId, 'Ines', NOW))!;
    expect(await personOfLink(conn.db, old, NOW)).toBeNull();
    expect(await personOfLink(conn.db, token, NOW)).toMatchObject({ id: userId });
    expect(await personOfLink(conn.db, token, NOW + 25 * 3_600_000)).toBeNull();
    const uses = await Promise.all([1, 2, 3].map((i) => usePasswordLink(conn.db, token, `heron ladder ${i}`, NOW)));
    expect(uses.filter(Boolean)).toHaveLength(1);
    expect(await usePasswordLink(conn.db, token, 'heron ladder 4', NOW)).toBe(false);
  });
  it('a wrong current one changes nothing', async () => {
    const { userId } = await freshCrew(conn.db);
    expect(await changePassword(conn.db, userId, 'not this one', 'heron ladder 5', NOW, undefined)).toBe(false);
    expect(await changePassword(conn.db, userId, PASSWORD, 'heron ladder 5', NOW, undefined)).toBe(true);
    expect(await changePassword(conn.db, userId, PASSWORD, 'heron ladder 6', NOW, undefined)).toBe(false);
  });
});

describe('a device that is known', () => {
  const jar = () => {
    const kept = new Map<string, string>();
    return { get: (n: string) => kept.get(n), set: (n: string, v: string) => void kept.set(n, v), kept };
  };
  it('is known by its seal alone, for one address each', () => {
    const cookies = jar();
    expect(knownDevice(cookies, 's', 'ines@x.example')).toBeNull();
    noteDevice(cookies, 's', 'ines@x.example', false);
    expect(knownDevice(cookies, 's', 'INES@x.example')).toBeTruthy();
    expect(knownDevice(cookies, 's', 'bram@x.example')).toBeNull();
    expect(knownDevice(cookies, 'another secret', 'ines@x.example')).toBeNull();
    const [[name, value]] = [...cookies.kept] as [[string, string]];
    cookies.set(name, `x${value}`);
    expect(knownDevice(cookies, 's', 'ines@x.example')).toBeNull();
  });
});

describe('a crew and its leads', () => {
  it('two leads who demote each other at once leave one, every time', async () => {
    for (let i = 0; i < 8; i++) {
      const { crewId, userId, email } = await freshCrew(conn.db);
      const second = await addPerson(
        conn.db,
        crewId,
        { name: 'B', email: `b-${email}`, password: PASSWORD, role: 'lead' },
        NOW
      );
      if (!second.ok) throw new Error(second.problem);
      await Promise.all([
        changePerson(conn.db, crewId, userId, { role: 'hand' }),
        changePerson(conn.db, crewId, second.id, i % 2 ? { role: 'hand' } : { active: false })
      ]);
      const leads = (await listPeople(conn.db, crewId)).filter((p) => p.role === 'lead' && p.active);
      expect(leads).toHaveLength(1);
    }
  });
  it('one who was removed comes back with a new password; one of another crew does not', async () => {
    const { crewId, email } = await freshCrew(conn.db);
    const bram = { name: 'Bram', email: `bram-${email}`, password: PASSWORD, role: 'hand' as const };
    const first = await addPerson(conn.db, crewId, bram, NOW);
    if (!first.ok) throw new Error(first.problem);
    expect(await addPerson(conn.db, crewId, bram, NOW)).toMatchObject({ ok: false, path: '/email' });
    await changePerson(conn.db, crewId, first.id, { active: false });
    expect([...(await stillActive(conn.db, [first.id]))]).toEqual([]);
    const other = await freshCrew(conn.db);
    expect(await addPerson(conn.db, other.crewId, bram, NOW)).toMatchObject({ ok: false, path: '/email' });
    expect(await addPerson(conn.db, crewId, { ...bram, role: 'office' }, NOW)).toEqual({ ok: true, id: first.id });
    expect([...(await stillActive(conn.db, [first.id]))]).toEqual([first.id]);
  });
});
