import { tackyProgress } from '../drying';
import { touchDryProgress } from '../product';
import { cellKey, cellsOf, coatCard, coatsOnFace, keysTaken, type Cell, type PartJob } from '../document';
import type { CoatState, PartState } from '../log';
import type { LiveLaying, LiveWork } from './live';

/**
 * How a coat on a face of a piece stands. `begun` is on a stretch of it and wiped there, `open` is ready for the next one; `dry`
 * is the last, or lies under another.
 */
export const CELL_STATES = ['to come', 'begun', 'wet', 'overdue', 'tacky', 'drying', 'open', 'dry', 'stands'] as const;
export type CellState = (typeof CELL_STATES)[number];

/** One coat of one face of a piece: when it went on and was wiped, from which batch, and how it stands. */
export interface CellCoat {
  number: number;
  state: CellState;
  spreadAtMs?: number;
  wipedAtMs?: number;
  /** Only stretches of the face have had it. */
  begun?: boolean;
  /** Until when it must be wiped. */
  wipeByMs?: number;
  batch?: string;
}

/** A face of a piece with the coats it wants, from the wood up. */
export interface BoardCell extends Cell {
  coats: CellCoat[];
  /** The next coat it wants; null when it has all. */
  next: number | null;
}

/**
 * Which face of which piece has had which coat: the fold of the layings of a part. A laying that names its faces went on those;
 * a coat none of whose layings names any is on every face that wants it, as soon as it is under way.
 */
export function faceBoard(job: PartJob, state: PartState, live: LiveWork): BoardCell[] {
  const surfaces = new Map(job.surfaces.map((s) => [s.id, s]));
  const layings = new Map(state.coats.map((c) => [c.coat, layingsOf(job, c, live)]));
  return cellsOf(job).flatMap((cell): BoardCell[] => {
    const surface = surfaces.get(cell.surface)!;
    const face = surface.faces.find((f) => f.id === cell.face)!;
    const numbers = coatsOnFace(job.finish, surface, face);
    if (numbers.length === 0) return [];
    const on = (number: number | undefined) => (number === undefined ? undefined : layings.get(number)?.on(cell));
    const coats = numbers.map((number, i) =>
      cellCoat(job, live, number, on(number), on(numbers[i + 1]), numbers[i + 1])
    );
    return [{ ...cell, coats, next: coats.find(lacks)?.number ?? null }];
  });
}

/** The faces of pieces that want a coat and have not had it, or not all over. */
export const wanting = (board: readonly BoardCell[], coat: number): BoardCell[] =>
  board.filter((c) => c.coats.some((x) => x.number === coat && lacks(x)));

/** Whether a face has not had a coat, or not all over. */
const lacks = ({ state, begun }: CellCoat): boolean => state === 'to come' || begun === true;

/** The faces of pieces a coat has not touched. */
export const missing = (board: readonly BoardCell[], coat: number): BoardCell[] =>
  board.filter((c) => c.coats.some((x) => x.number === coat && x.state === 'to come'));

/** Whether the layings of a coat have to say what they went on: the part has more than one face of one piece. */
export const namesFaces = (board: readonly BoardCell[]): boolean => board.length > 1;

/** What a coat is to one face of a piece: its laying there, where one names it; whether it was mended since. */
interface OnFace {
  laying?: LiveLaying;
  named: boolean;
  remedied: boolean;
  /** Only stretches of it have had the coat. */
  begun?: boolean;
}

/** The layings of a coat by the face they went on; nothing for a face the coat is not on. */
function layingsOf(job: PartJob, coat: CoatState, live: LiveWork): { on: (cell: Cell) => OnFace | undefined } {
  const layings = live.layings.filter((b) => b.coat === coat.coat);
  const remedied = coat.remediedAtMs !== undefined;
  const closed = coat.closedAtMs !== undefined;
  if (!layings.some((b) => b.on)) {
    const whole: OnFace = { laying: layings.at(-1), named: false, remedied };
    return { on: () => (layings.length || closed ? whole : undefined) };
  }
  const by = new Map<string, OnFace>();
  for (const laying of layings)
    for (const key of keysTaken(job.surfaces, laying.on ?? [])) {
      const before = by.get(key);
      const begun = laying.bay && !closed && (before?.begun ?? true);
      by.set(key, { laying: slower(before?.laying, laying), named: true, remedied, begun });
    }
  return { on: (cell) => by.get(cellKey(cell)) };
}

/** How much a laying still needs of hands: what stands most, then what is to be wiped, then the one that dried least. */
const NEEDS: readonly LiveLaying['end'][] = ['will stay tacky', 'overdue', 'open'];

/** Of two layings of one face, that which holds the face up. */
function slower(a: LiveLaying | undefined, b: LiveLaying): LiveLaying {
  if (!a) return b;
  const rank = ({ end }: LiveLaying) => (NEEDS.indexOf(end) + NEEDS.length + 1) % (NEEDS.length + 1);
  return rank(a) !== rank(b) ? (rank(a) < rank(b) ? a : b) : (a.progress ?? 0) < (b.progress ?? 0) ? a : b;
}

function cellCoat(
  job: PartJob,
  live: LiveWork,
  number: number,
  onFace: OnFace | undefined,
  over: OnFace | undefined,
  above: number | undefined
): CellCoat {
  const card = coatCard(job, number);
  if (!onFace || !card) return { number, state: 'to come' };
  const { laying, named, remedied, begun } = onFace;
  const at = {
    number,
    ...(laying && {
      spreadAtMs: laying.spreadAtMs,
      ...(laying.wipedAtMs !== undefined && { wipedAtMs: laying.wipedAtMs }),
      ...(laying.batch && { batch: laying.batch })
    })
  };
  if (laying?.end === 'will stay tacky' && !remedied) return { ...at, state: 'stands' };
  if (laying && !remedied && (laying.end === 'open' || laying.end === 'overdue'))
    return {
      ...at,
      state: laying.end === 'open' ? 'wet' : 'overdue',
      ...(begun && { begun }),
      ...(laying.wipeByMs !== null && { wipeByMs: laying.wipeByMs })
    };
  if (begun) return { ...at, state: 'begun', begun };
  if (over) return { ...at, state: 'dry' };
  // What was mended dries anew, with its whole coat.
  const coat = live.coats.find((c) => c.number === number);
  const progress = (named && !remedied ? laying?.progress : coat?.progress) ?? 0;
  const touch = touchDryProgress(card);
  if (progress >= 1) return { ...at, state: above === undefined ? 'dry' : 'open' };
  if (progress >= touch) return { ...at, state: 'drying' };
  return { ...at, state: progress >= tackyProgress(touch) ? 'tacky' : 'wet' };
}
