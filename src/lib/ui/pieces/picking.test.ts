import { describe, expect, it } from 'vitest';
import { cellKey, type Cell } from '$core/document';
import { toggled } from './picking';

const cell = (face: string, piece?: string): Cell => ({ surface: 'doors', face, ...(piece && { piece }) });
const keys = (...cells: Cell[]) => new Set(cells.map(cellKey));

describe('picking on the board', () => {
  const [a, b, c] = [cell('inside', '1'), cell('inside', '2'), cell('outside', '1')];
  it('a head picks all under it; with all picked it lets go of them, and of nothing else', () => {
    const one = toggled(new Set(), [a]);
    expect(toggled(one, [a, b])).toEqual(keys(a, b));
    expect(toggled(keys(a, b, c), [a, b])).toEqual(keys(c));
  });
  it('what was picked before is not changed in place', () => {
    const before = keys(a);
    toggled(before, [b]);
    expect(before).toEqual(keys(a));
  });
  it('a face without pieces and one of a piece are two', () =>
    expect(toggled(keys(cell('inside')), [a])).toEqual(keys(cell('inside'), a)));
});
