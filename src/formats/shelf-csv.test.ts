import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import cards from '../../demo/cards.json';
import { card, floorJob, knowledge, NOW } from '../../tests/fixtures';
import { plan } from '../core/plan';
import type { ProductCard } from '../core/product';
import { csvLine, writeOrder } from './order-csv';
import { readShelfCsv, readShelfJson, writeShelf } from './shelf-csv';

const shelf = cards as unknown as ProductCard[];

describe('the shelf as CSV', () => {
  it('goes out and comes back in as it was', () =>
    expect(readShelfCsv(writeShelf(shelf))).toEqual({ ok: true, cards: shelf }));
  it('texts of any kind survive: quotes, commas, breaks, formulas', () =>
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 40 }).filter((s) => s.trim() === s && !s.startsWith("'")),
        (name) => {
          const c = { ...card('marrum-deck'), name };
          const back = readShelfCsv(writeShelf([c]));
          expect(back.ok && back.cards[0]!.name).toBe(name);
        }
      ),
      { numRuns: 200 }
    ));
  it('a cell that would run as a formula is quoted for the table program', () =>
    expect(writeShelf([{ ...card('marrum-deck'), name: '=1+1' }])).toContain("'=1+1"));
  it('names line, field and reason', () => {
    const [head, ...lines] = writeShelf(shelf).split('\r\n');
    const wrong = [head, lines[0]!.replace(/two-part-oil/, 'potion'), ...lines.slice(1)].join('\r\n');
    expect(readShelfCsv(wrong)).toMatchObject({ ok: false, problems: [{ line: 2, field: 'class' }] });
    expect(readShelfCsv('id,colour of the van\r\nx,red')).toMatchObject({
      problems: [{ problem: expect.stringContaining('colour of the van') }]
    });
    expect(readShelfCsv('')).toMatchObject({ ok: false });
    expect(readShelfJson('{')).toMatchObject({
      ok: false,
      problems: [{ problem: expect.stringContaining('not JSON') }]
    });
  });
  it('a spoilt file is refused, never half read', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4000 }), fc.string({ maxLength: 6 }), (at, put) => {
        const text = writeShelf(shelf.slice(0, 2));
        const r = readShelfCsv(text.slice(0, at) + put + text.slice(at + put.length));
        if (r.ok) for (const c of r.cards) expect(c.hours.recoatOpens).toBeDefined();
        else expect(r.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 200 }
    ));
});

describe('the order for the supplier', () => {
  it('lists every pack to buy with count and money', () => {
    const { load } = plan(floorJob(), null, knowledge, NOW);
    const lines = writeOrder(load!.products).trim().split('\r\n');
    const bought = load!.products.flatMap((p) => p.buy.flatMap((b) => b.tins));
    expect(lines).toHaveLength(bought.length + 1);
    expect(lines[1]).toBe(
      `Ostrel Duo,Peat,kit,${bought[0]!.volumeMl},${bought[0]!.count},${(bought[0]!.priceCents / 100).toFixed(2)},${((bought[0]!.priceCents * bought[0]!.count) / 100).toFixed(2)}`
    );
  });
  it('keeps a line a line', () => expect(csvLine(['a,b', '=x', -2, 'say "hi"'])).toBe('"a,b",\'=x,-2,"say ""hi"""'));
});
