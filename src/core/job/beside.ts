import { cellKey, coatCard, wholeCell, type Cell } from '../document';
import { touchDryProgress } from '../product';
import { piecesOfFace } from '../surface';
import { faceBoard, type BoardCell, type CellState } from '../site';
import { madeAt } from '../keyed';
import { partsOfPieces, pieceKey, sideUnder } from './sides';
import type { PartView } from './view';

/** A part whose oil is not touch dry, and until when; null while it is still wet and nobody knows. */
export interface WetPart {
  part: string;
  untilMs: number | null;
}

/** Until when a part is not touch dry; undefined when it is, or has nothing on it. */
function wetUntil({ job, live, nowMs }: PartView): number | null | undefined {
  const [last] = live.coats.slice(-1);
  if (!last) return undefined;
  if (last.wet || last.willStayTacky) return null;
  const card = coatCard(job, last.number);
  if (!last.touchDry) return undefined;
  return card && last.progress < touchDryProgress(card) ? Math.max(nowMs, last.touchDry.p50) : undefined;
}

/**
 * The other parts that are wet in the place a part is worked in: no sanding there meanwhile, dust falls into wet oil and stays
 * (handbook 16).
 */
export function wetBeside(parts: readonly PartView[], part: string): WetPart[] {
  const placeId = parts.find((p) => p.job.part === part)?.job.placeId;
  return parts
    .filter((p) => p.job.part !== part && p.job.placeId === placeId)
    .flatMap((p) => {
      const untilMs = wetUntil(p);
      return untilMs === undefined ? [] : [{ part: p.job.part, untilMs }];
    });
}

/** The part of the same pieces that is not touch dry, itself among them: until then they can't be handled (handbook 12). */
export function wetToCarry(parts: readonly PartView[], part: string): WetPart | undefined {
  const along = partsOfPieces(parts.map((p) => p.job)).get(part) ?? new Set();
  for (const p of parts) {
    const untilMs = p.job.part === part || along.has(p.job.part) ? wetUntil(p) : undefined;
    if (untilMs !== undefined) return { part: p.job.part, untilMs };
  }
  return undefined;
}

/** A coat that can't bear to be lain on. */
const SOFT: ReadonlySet<CellState> = new Set(['wet', 'overdue', 'tacky', 'begun', 'stands']);

/**
 * The faces of pieces that would lie on a wet side if they were laid now, whichever part that side is of: a piece lies one way
 * at a time, and is turned over when its other side is touch dry (handbook 12). By cell, with the face that is wet.
 */
export function onWetSides(parts: readonly PartView[]): Map<string, Cell> {
  const pieces = new Map<string, { cell: Cell; kind: string; under: string | undefined; soft: boolean }[]>();
  for (const { job, state, live } of parts) {
    const soft = new Set(
      faceBoard(job, state, live)
        .filter(isSoft)
        .map((c) => cellKey(c))
    );
    for (const s of job.surfaces)
      for (const piece of s.units ?? [undefined])
        for (const f of s.faces.filter((x) => piecesOfFace(s, x).includes(piece))) {
          const here = { surface: s.id, face: f.id, ...(piece !== undefined && { piece }) };
          const cell = wholeCell(here);
          const side = { cell, kind: f.kind, under: sideUnder(s, f), soft: soft.has(cellKey(here)) };
          madeAt(pieces, pieceKey(s.id, piece), () => []).push(side);
        }
  }
  const out = new Map<string, Cell>();
  for (const sides of pieces.values())
    for (const wet of sides.filter((s) => s.soft))
      for (const s of sides) if (s.under === wet.kind) out.set(cellKey(s.cell), wet.cell);
  return out;
}

/** Whether the last coat on a face is still soft. */
const isSoft = ({ coats }: BoardCell): boolean => {
  const on = coats.filter((c) => c.state !== 'to come').at(-1);
  return on !== undefined && SOFT.has(on.state);
};
