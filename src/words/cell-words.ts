import type { BoardCell, CellState } from '../core/site';

/** How a coat on a face stands, in a word. */
export const CELL_WORDS: { readonly [S in CellState]: string } = {
  'to come': 'to come',
  begun: 'begun',
  wet: 'oil on',
  overdue: 'sticking',
  tacky: 'tacky',
  drying: 'drying',
  open: 'open',
  dry: 'dry',
  stands: 'stands'
};

/** A face with all its coats, for those who hear it: "Cell 4, inside: coat 1 dry, coat 2 oil on". */
export const cellSummary = (name: string, cell: Pick<BoardCell, 'coats'>): string =>
  `${name}: ${cell.coats.map((c) => `coat ${c.number} ${CELL_WORDS[c.state]}`).join(', ')}`;
