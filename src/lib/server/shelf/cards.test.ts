import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card, NOW } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { areFromShelf, findCard, listCards, saveCard, readShelf, rawCard } from './cards';
import { houseOf, saveHouse } from '../house/house-rules';

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

describe('a card that can’t be read', () => {
  it('stands apart with why, stops no page, and is put in order by importing it anew', async () => {
    const { crewId } = await freshCrew(conn.db);
    await saveCard(conn.db, crewId, card('ostrel-duo'), 0, 'Ines', NOW);
    await saveCard(conn.db, crewId, card('marrum-deck'), 0, 'Ines', NOW);
    const broken: unknown[] = [
      {},
      { ...card('ostrel-duo'), components: [] },
      { ...card('ostrel-duo'), class: 'tar' },
      card('marrum-deck')
    ];
    for (const [i, document] of broken.entries()) {
      await conn.pool.query(
        `UPDATE product_card SET document = ?, changed_at = changed_at + INTERVAL ? SECOND WHERE crew_id = ? AND card_id = 'ostrel-duo'`,
        [JSON.stringify(document), i + 1, crewId]
      );
      const shelf = await readShelf(conn.db, crewId);
      expect(shelf.cards.map((c) => c.card.id)).toEqual(['marrum-deck']);
      expect(shelf.unreadable).toMatchObject([{ cardId: 'ostrel-duo', why: expect.stringMatching(/\w{4}/) }]);
      await expect(findCard(conn.db, crewId, 'ostrel-duo')).rejects.toMatchObject({ status: 422 });
    }
    const raw = (await rawCard(conn.db, crewId, 'ostrel-duo'))!;
    expect(await saveCard(conn.db, crewId, card('ostrel-duo'), raw.revision, 'Ines', NOW)).toMatchObject({ ok: true });
    expect((await readShelf(conn.db, crewId)).unreadable).toEqual([]);
  });
});

describe('house rules that can’t be read', () => {
  it('give way to the presets, say why, and are saved anew over what lies there', async () => {
    const { crewId } = await freshCrew(conn.db);
    const rules = { choices: {}, numbers: {}, vans: ['Heron'] };
    await saveHouse(conn.db, crewId, rules, 0, 'Ines', NOW);
    await conn.pool.query(`UPDATE house_rules SET document = '{"choices":{"tea":{}}}' WHERE crew_id = ?`, [crewId]);
    const kept = await houseOf(conn.db, crewId);
    expect(kept).toMatchObject({ document: { vans: [] }, revision: 1, problem: expect.stringContaining('/') });
    expect(await saveHouse(conn.db, crewId, rules, kept.revision, 'Ines', NOW)).toEqual({ ok: true, revision: 2 });
    expect((await houseOf(conn.db, crewId)).problem).toBeUndefined();
  });
});
