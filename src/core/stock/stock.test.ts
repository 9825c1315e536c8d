import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, NOW } from '../../../tests/fixtures';
import { goodUntilMs, stockWarnings, takeFromStock, type StockTin } from '.';

const tin = (over: Partial<StockTin> = {}): StockTin => ({
  id: 't1',
  productId: 'marrum-deck',
  of: 'oil',
  colour: 'Larch',
  lot: 'ML-1',
  volumeMl: 2500,
  leftMl: 2500,
  place: 'store',
  boughtOn: '2027-03-01',
  ...over
});
const deck = card('marrum-deck');
const take = (ml: number, tins: StockTin[]) => takeFromStock(ml, 'oil', 'Larch', tins, deck, NOW);

describe('tins in stock', () => {
  it('are good as long as the card says: closed from the buying, opened from the opening', () => {
    const closed = goodUntilMs(tin(), deck);
    expect(closed - Date.parse('2027-03-01')).toBeCloseTo(deck.shelfLifeMonths.closed * 30.44 * 86_400_000, -3);
    expect(goodUntilMs(tin({ openedOn: '2027-05-01' }), deck)).toBeLessThanOrEqual(closed);
  });
  it('opened ones go first, of the others the one that is past soonest', () => {
    const { taken } = take(4000, [
      tin({ id: 'new' }),
      tin({ id: 'open', leftMl: 800, openedOn: '2027-05-10' }),
      tin({ id: 'old', boughtOn: '2026-01-01' })
    ]);
    expect(taken.map((t) => [t.tin.id, t.ml])).toEqual([
      ['open', 800],
      ['old', 2500],
      ['new', 700]
    ]);
  });
  it('a colour comes from the one lot that covers it, else all are blended', () => {
    const tins = [tin({ id: 'a', lot: 'A', leftMl: 900, openedOn: '2027-05-01' }), tin({ id: 'b', lot: 'B' })];
    expect(take(2000, tins)).toMatchObject({ blend: false, takenMl: 2000 });
    expect(take(2000, tins).taken[0]!.tin.id).toBe('b');
    expect(take(3000, tins)).toMatchObject({ blend: true, takenMl: 3000 });
  });
  it('another colour, another product, an empty or a spent tin is not taken', () =>
    expect(
      take(500, [
        tin({ colour: 'Silt' }),
        tin({ productId: 'marrum-clear' }),
        tin({ leftMl: 0 }),
        tin({ boughtOn: '2015-01-01' })
      ]).takenMl
    ).toBe(0));
  it('never takes more than is needed or than there is', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20_000 }),
        fc.array(fc.integer({ min: 0, max: 5000 }), { maxLength: 8 }),
        (need, left) => {
          const tins = left.map((leftMl, i) => tin({ id: `t${i}`, leftMl, volumeMl: 5000 }));
          const got = take(need, tins);
          expect(got.takenMl).toBe(
            Math.min(
              need,
              left.reduce((a, b) => a + b, 0)
            )
          );
          for (const t of got.taken) expect(t.ml).toBeLessThanOrEqual(t.tin.leftMl);
        }
      )
    ));
});

describe('what the stock warns of', () => {
  const kinds = (tins: StockTin[]) => stockWarnings(tins, [deck, card('pellow-rapid')], NOW).map((w) => w.kind);
  it('a tin past its life, and one that skins over', () => {
    expect(kinds([tin({ boughtOn: '2015-01-01' })])).toEqual(['past its life']);
    expect(kinds([tin({ leftMl: 500, openedOn: '2027-05-10' })])).toContain('skinning over');
    expect(kinds([tin({ leftMl: 2400, openedOn: '2027-05-10' })])).not.toContain('skinning over');
  });
  it('two lots of a colour, but not of a clear one', () => {
    expect(kinds([tin({ id: 'a' }), tin({ id: 'b', lot: 'ML-2' })])).toEqual(['mixed lots']);
    const clear = { productId: 'pellow-rapid', colour: 'Clear matt', of: 'oil' as const };
    expect(kinds([tin({ ...clear, id: 'a' }), tin({ ...clear, id: 'b', lot: 'x' })])).not.toContain('mixed lots');
  });
  it('hardener that outlived its oil, and oil without hardener', () => {
    const rapid = { productId: 'pellow-rapid', colour: '' };
    expect(kinds([tin({ ...rapid, of: 'hardener' })])).toEqual(['hardener outlived its oil']);
    expect(kinds([tin({ ...rapid, of: 'oil', colour: 'Clear matt' })])).toEqual(['oil without hardener']);
    expect(
      kinds([tin({ ...rapid, of: 'hardener' }), tin({ ...rapid, id: 'o', of: 'oil', colour: 'Clear matt' })])
    ).toEqual([]);
  });
});
