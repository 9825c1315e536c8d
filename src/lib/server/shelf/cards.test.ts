import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card, NOW } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { areFromShelf, findCard, listCards, saveCard } from './cards';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

describe('the shelf', () => {
  it('keeps every revision and shows the newest', async () => {
    const { crewId } = await freshCrew(conn.db);
    const c = card('marrum-deck');
    expect(await saveCard(conn.db, crewId, c, 0, 'Ines', NOW)).toEqual({ ok: true, revision: 1 });
    c.packs[0]!.priceCents = 1;
    expect(await saveCard(conn.db, crewId, c, 1, 'Sunil', NOW)).toEqual({ ok: true, revision: 2 });
    expect(await findCard(conn.db, crewId, c.id)).toMatchObject({ revision: 2, changedBy: 'Sunil', card: c });
    expect(await listCards(conn.db, crewId)).toHaveLength(1);
  });
  it('a save over an old revision writes nothing and gives back theirs', async () => {
    const { crewId } = await freshCrew(conn.db);
    const c = card('marrum-deck');
    await saveCard(conn.db, crewId, c, 0, 'Ines', NOW);
    expect(await saveCard(conn.db, crewId, { ...c, name: 'Mine' }, 0, 'Bram', NOW)).toMatchObject({
      ok: false,
      current: { revision: 1, card: c }
    });
    const both = await Promise.all([1, 2].map((n) => saveCard(conn.db, crewId, { ...c, name: `N${n}` }, 1, 'X', NOW)));
    expect(both.filter((o) => o.ok)).toHaveLength(1);
  });
  it('knows a card that was not changed on the way into a job', async () => {
    const { crewId } = await freshCrew(conn.db);
    const c = card('marrum-deck');
    await saveCard(conn.db, crewId, c, 0, 'Ines', NOW);
    const cheap = { ...c, packs: c.packs.map((p) => ({ ...p, priceCents: 1 })) };
    expect(await areFromShelf(conn.db, crewId, [c], [])).toBe(true);
    expect(await areFromShelf(conn.db, crewId, [cheap], [c])).toBe(false);
    expect(await areFromShelf(conn.db, crewId, [cheap], [cheap])).toBe(true);
    expect(await areFromShelf(conn.db, crewId, [card('ostrel-duo')], [c])).toBe(false);
  });
});
