import { cellKey, coatCard, partOf, wholeCell, type Cell, type JobDocument } from '../document';
import { touchDryProgress } from '../product';
import { faceBoard, type BoardCell, type CellState } from '../site';
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
export function wetBeside(document: Pick<JobDocument, 'parts'>, parts: readonly PartView[], part: string): WetPart[] {
  const { placeId } = partOf(document, part);
  return parts
    .filter((p) => p.job.part !== part && partOf(document, p.job.part).placeId === placeId)
    .flatMap((p) => {
      const untilMs = wetUntil(p);
      return untilMs === undefined ? [] : [{ part: p.job.part, untilMs }];
    });
}

/** Faces that lie down when the other is worked. */
const UNDER = new Map([
  ['top', 'underside'],
  ['underside', 'top'],
  ['outside', 'inside'],
  ['inside', 'outside']
]);

/** A coat that can't bear to be lain on. */
const SOFT: ReadonlySet<CellState> = new Set(['wet', 'overdue', 'tacky', 'begun', 'stands']);

/**
 * The faces of pieces that would lie on a wet side if they were laid now, whichever part that side is of: a piece lies one way
 * at a time, and is turned over when its other side is touch dry (handbook 12). By cell, with the face that is wet.
 */
export function onWetSides(parts: readonly PartView[]): Map<string, Cell> {
  const pieces = new Map<string, { cell: Cell; kind: string; soft: boolean }[]>();
  for (const { job, state, live } of parts) {
    const soft = new Set(
      faceBoard(job, state, live)
        .filter(isSoft)
        .map((c) => cellKey(c))
    );
    for (const s of job.surfaces)
      for (const piece of s.units ?? [])
        for (const f of s.faces) {
          const here = { surface: s.id, face: f.id, piece };
          const cell = wholeCell(here);
          const of = `${cell.surface}\n${piece}`;
          pieces.set(of, [...(pieces.get(of) ?? []), { cell, kind: f.kind, soft: soft.has(cellKey(here)) }]);
        }
  }
  const out = new Map<string, Cell>();
  for (const sides of pieces.values())
    for (const wet of sides.filter((s) => s.soft))
      for (const s of sides) if (s.kind === UNDER.get(wet.kind)) out.set(cellKey(s.cell), wet.cell);
  return out;
}

/** Whether the last coat on a face is still soft. */
const isSoft = ({ coats }: BoardCell): boolean => {
  const on = coats.filter((c) => c.state !== 'to come').at(-1);
  return on !== undefined && SOFT.has(on.state);
};
