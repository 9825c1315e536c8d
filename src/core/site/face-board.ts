import { tackyProgress } from '../drying';
import { touchDryProgress } from '../product';
import { cellsOf, coatCard, coatsOnFace, covers, wholeSurfaceId, type Cell, type PartJob } from '../document';
import type { PartState } from '../log';
import type { LiveWork } from './live';

/** How a coat on a face of a piece stands. `open` is ready for the next one, `done` the last, dry. */
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
 * a coat none of whose layings names any is on every face that wants it once it is closed, and only under way before.
 */
export function faceBoard(job: PartJob, state: PartState, live: LiveWork): BoardCell[] {
  const surfaces = new Map(job.surfaces.map((s) => [s.id, s]));
  return cellsOf(job).flatMap((cell): BoardCell[] => {
    const surface = surfaces.get(cell.surface)!;
    const face = surface.faces.find((f) => f.id === cell.face)!;
    const numbers = coatsOnFace(job.finish, surface, face);
    if (numbers.length === 0) return [];
    const coats = numbers.map((number, i) => cellCoat(job, state, live, cell, number, numbers[i + 1]));
    return [{ ...cell, coats, next: coats.find((c) => c.state === 'to come')?.number ?? null }];
  });
}

/** The faces of pieces that want a coat and have not had it. */
export const wanting = (board: readonly BoardCell[], coat: number): BoardCell[] =>
  board.filter((c) => c.coats.some((x) => x.number === coat && x.state === 'to come'));

/** Whether the layings of a coat have to say what they went on: the part has more than one face of one piece. */
export const namesFaces = (board: readonly BoardCell[]): boolean => board.length > 1;

function cellCoat(
  job: PartJob,
  state: PartState,
  live: LiveWork,
  cell: Cell,
  number: number,
  above: number | undefined
): CellCoat {
  const toCome: CellCoat = { number, state: 'to come' };
  const coat = state.coats.find((c) => c.coat === number);
  const card = coatCard(job, number);
  if (!coat || !card) return toCome;
  const mine = { ...cell, surface: wholeSurfaceId(cell.surface) };
  const named = coat.bays.some((b) => b.on);
  const bay = live.bays
    .filter(
      (b) => b.coat === number && (named ? b.on?.some((t) => covers(t, mine.surface, mine.face, mine.piece)) : true)
    )
    .at(-1);
  const whole = live.coats.find((c) => c.number === number);
  if (named ? !bay : coat.closedAtMs === undefined && coat.bays.length === 0) return toCome;
  const at = {
    number,
    ...(bay && {
      spreadAtMs: bay.spreadAtMs,
      ...(bay.wipedAtMs !== undefined && { wipedAtMs: bay.wipedAtMs }),
      ...(bay.batch && { batch: bay.batch })
    })
  };
  if (bay?.end === 'will stay tacky' && coat.remediedAtMs === undefined) return { ...at, state: 'stands' };
  if (bay && (bay.end === 'open' || bay.end === 'overdue'))
    return {
      ...at,
      state: bay.end === 'open' ? 'wet' : 'overdue',
      ...(bay.wipeByMs !== null && { wipeByMs: bay.wipeByMs })
    };
  const laid = above !== undefined && state.coats.some((c) => c.coat === above && hasCell(c.bays, c.closedAtMs, mine));
  if (laid) return { ...at, state: 'dry' };
  const progress = (named ? bay?.progress : whole?.progress) ?? 0;
  const touch = touchDryProgress(card);
  if (progress >= 1) return { ...at, state: above === undefined ? 'dry' : 'open' };
  if (progress >= touch) return { ...at, state: 'drying' };
  return { ...at, state: progress >= tackyProgress(touch) ? 'tacky' : 'wet' };
}

const hasCell = (bays: PartState['coats'][number]['bays'], closedAtMs: number | undefined, cell: Cell): boolean =>
  bays.some((b) => b.on)
    ? bays.some((b) => b.on?.some((t) => covers(t, cell.surface, cell.face, cell.piece)))
    : closedAtMs !== undefined || bays.length > 0;
