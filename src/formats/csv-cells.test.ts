import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../tests/fixtures';
import { cellText, textCell } from './csv-cells';
import { csvLine } from './order-csv';
import { readShelfCsv, writeShelf } from './shelf-csv';

describe('cells of a table', () => {
  it.each(['=1+1', '+1', '-1', '@x', '\t=1', "'=1", "''@"])('“%s” is no formula, and comes back as it was', (text) => {
    expect(textCell(text)).toBe(`'${text}`);
    expect(cellText(textCell(text))).toBe(text);
  });
  it('any text comes back as it was, and none begins like a formula', () =>
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(cellText(textCell(text))).toBe(text);
        expect(textCell(text)).not.toMatch(/^[=+\-@\t\r]/);
      })
    ));
  it('lists of a card too: colours, uses, warnings', () => {
    const c = { ...card('ostrel-duo'), colours: ['=HYPERLINK("x")', 'Peat'], warnings: ['@SUM(A1)', '-2'] };
    const text = writeShelf([c]);
    expect(text).not.toMatch(/(^|[,"\n])[=@]/m);
    const read = readShelfCsv(text);
    expect(read.ok && [read.cards[0]!.colours, read.cards[0]!.warnings]).toEqual([c.colours, c.warnings]);
  });
  it('and those of an order', () => expect(csvLine(['=1', 'oil'])).not.toMatch(/^"?=/));
});
