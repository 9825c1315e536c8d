import { tackyProgress } from '../drying';
import { touchDryProgress } from '../product';
import { cellKey, cellsOf, coatCard, coatsOnFace, keysTaken, type Cell, type PartJob } from '../document';
import type { CoatState, PartState } from '../log';
import type { LiveBay, LiveWork } from './live';

/** How a coat on a face of a piece stands. `open` is ready for the next one; `dry` is the last, or lies under another. */
export const CELL_STATES = ['to come', 'wet', 'overdue', 'tacky', 'drying', 'open', 'dry', 'stands'] as const;
export type CellState = (typeof CELL_STATES)[number];

/** One coat of one face of a piece: when it went on and was wiped, from which batch, and how it stands. */
export interface CellCoat {
  number: number;
  state: CellState;
  spreadAtMs?: number;
  wipedAtMs?: number;
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
    return [{ ...cell, coats, next: coats.find((c) => c.state === 'to come')?.number ?? null }];
  });
}

/** The faces of pieces that want a coat and have not had it. */
export const wanting = (board: readonly BoardCell[], coat: number): BoardCell[] =>
  board.filter((c) => c.coats.some((x) => x.number === coat && x.state === 'to come'));

/** Whether the layings of a coat have to say what they went on: the part has more than one face of one piece. */
export const namesFaces = (board: readonly BoardCell[]): boolean => board.length > 1;

/** What a coat is to one face of a piece: its laying there, where one names it; whether it was mended since. */
interface Laying {
  bay?: LiveBay;
  named: boolean;
  remedied: boolean;
}

/** The layings of a coat by the face they went on; nothing for a face the coat is not on. */
function layingsOf(job: PartJob, coat: CoatState, live: LiveWork): { on: (cell: Cell) => Laying | undefined } {
  const bays = live.bays.filter((b) => b.coat === coat.coat);
  const remedied = coat.remediedAtMs !== undefined;
  if (!bays.some((b) => b.on)) {
    const whole: Laying = { bay: bays.at(-1), named: false, remedied };
    return { on: () => (bays.length || coat.closedAtMs !== undefined ? whole : undefined) };
  }
  const by = new Map<string, Laying>();
  for (const bay of bays)
    for (const key of keysTaken(job.surfaces, bay.on ?? [])) by.set(key, { bay, named: true, remedied });
  return { on: (cell) => by.get(cellKey(cell)) };
}

function cellCoat(
  job: PartJob,
  live: LiveWork,
  number: number,
  laying: Laying | undefined,
  over: Laying | undefined,
  above: number | undefined
): CellCoat {
  const card = coatCard(job, number);
  if (!laying || !card) return { number, state: 'to come' };
  const { bay, named, remedied } = laying;
  const at = {
    number,
    ...(bay && {
      spreadAtMs: bay.spreadAtMs,
      ...(bay.wipedAtMs !== undefined && { wipedAtMs: bay.wipedAtMs }),
      ...(bay.batch && { batch: bay.batch })
    })
  };
  if (bay?.end === 'will stay tacky' && !remedied) return { ...at, state: 'stands' };
  if (bay && !remedied && (bay.end === 'open' || bay.end === 'overdue'))
    return {
      ...at,
      state: bay.end === 'open' ? 'wet' : 'overdue',
      ...(bay.wipeByMs !== null && { wipeByMs: bay.wipeByMs })
    };
  if (over) return { ...at, state: 'dry' };
  // What was mended dries anew, with its whole coat.
  const coat = live.coats.find((c) => c.number === number);
  const progress = (named && !remedied ? bay?.progress : coat?.progress) ?? 0;
  const touch = touchDryProgress(card);
  if (progress >= 1) return { ...at, state: above === undefined ? 'dry' : 'open' };
  if (progress >= touch) return { ...at, state: 'drying' };
  return { ...at, state: progress >= tackyProgress(touch) ? 'tacky' : 'wet' };
}
