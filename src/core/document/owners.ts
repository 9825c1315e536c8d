import { FIRST_PART } from '../keyed';
import { piecesOfFace, type Face, type Surface } from '../surface';
import type { JobDocument, Taken } from './schema';

/** What stands between a surface's id and a number where a part has its faces on different pieces: no id from outside holds it. */
const BESIDE = '~';

/** The id of the nth surface that a part makes of one, from 0. */
export const besideId = (surfaceId: string, n: number): string =>
  n === 0 ? surfaceId : `${surfaceId}${BESIDE}${n + 1}`;

/** The id a surface has in the job, whatever a part makes of it. */
export function wholeSurfaceId(surfaceId: string): string {
  const at = surfaceId.indexOf(BESIDE);
  return at < 0 ? surfaceId : surfaceId.slice(0, at);
}

/** One face of one piece; of a surface without pieces the piece is left out. */
export interface Cell {
  surface: string;
  face: string;
  piece?: string;
}

/** Tells a face of a piece from every other. */
export const cellKey = ({ surface, face, piece = '' }: Cell): string => `${surface}\n${face}\n${piece}`;

/** A face of a piece as the job names it, whatever a part makes of its surface. */
export const wholeCell = ({ surface, face, piece }: Cell): Cell => cell(wholeSurfaceId(surface), face, piece);

/** A face of a piece by its names. */
const cell = (surface: string, face: string, piece: string | undefined): Cell => ({
  surface,
  face,
  ...(piece !== undefined && { piece })
});

/** Every face of every piece, surface by surface, piece by piece; then the faces that are one over all pieces. */
export const cellsOf = ({ surfaces }: Pick<JobDocument, 'surfaces'>): Cell[] =>
  surfaces.flatMap((s) => [
    ...(s.units ?? []).flatMap((piece) => s.faces.filter((f) => !f.whole).map((f) => cell(s.id, f.id, piece))),
    ...s.faces.filter((f) => !s.units || f.whole).map((f) => cell(s.id, f.id, undefined))
  ]);

/**
 * The faces of pieces of some surfaces that something taken names, each once by its key; what is not there is passed over. A
 * piece that is named again with all its faces is looked at no more, so that the work is as long as the list and no longer.
 * A face that is one over all pieces is taken where no pieces are named.
 */
export function keysTaken(surfaces: readonly Surface[], takes: readonly Taken[]): Set<string> {
  const by = new Map<
    string,
    { surface: Surface; pieces: ReadonlySet<string | undefined>; whole: Set<string | undefined> }[]
  >();
  for (const surface of surfaces) {
    const id = wholeSurfaceId(surface.id);
    const pieces = new Set<string | undefined>(surface.units ?? []);
    if (!surface.units || surface.faces.some((f) => f.whole)) pieces.add(undefined);
    by.set(id, [...(by.get(id) ?? []), { surface, pieces, whole: new Set() }]);
  }
  const out = new Set<string>();
  for (const t of takes)
    for (const { surface, pieces, whole } of by.get(t.surface) ?? []) {
      const faces = t.face === undefined ? surface.faces : surface.faces.filter((f) => f.id === t.face);
      for (const piece of t.pieces ?? pieces) {
        if (whole.has(piece) || !pieces.has(piece)) continue;
        for (const f of faces) if (isOf(surface, f, piece)) out.add(cellKey(cell(surface.id, f.id, piece)));
        if (t.face === undefined) whole.add(piece);
      }
    }
  return out;
}

/** Whether a face is one of a piece, or where none is named one over all pieces. */
const isOf = ({ units }: Surface, { whole }: Face, piece: string | undefined): boolean =>
  (piece === undefined) === (!units || whole === true);

/**
 * Who has each face of each piece: the first part after the first that takes it, else the first part. Every part is read once,
 * whatever it takes.
 */
export function ownersOf({ surfaces, parts }: Pick<JobDocument, 'surfaces' | 'parts'>): (cell: Cell) => string {
  const owner = new Map<string, string>();
  for (const part of parts.slice(1))
    for (const key of keysTaken(surfaces, part.takes)) if (!owner.has(key)) owner.set(key, part.id);
  return (c) => owner.get(cellKey(c)) ?? FIRST_PART;
}

/** A face of a surface as one part has it: on these pieces, none where the surface has no pieces. */
export interface Share {
  face: Face;
  pieces: string[];
}

/** The faces of a surface by the part that has them, each with its pieces, in one pass. */
export function sharesOf(surface: Surface, owner: (cell: Cell) => string): Map<string, Share[]> {
  const out = new Map<string, Share[]>();
  for (const face of surface.faces) {
    const by = new Map<string, string[]>();
    for (const piece of piecesOfFace(surface, face)) {
      const part = owner(cell(surface.id, face.id, piece));
      const pieces = by.get(part) ?? [];
      if (piece !== undefined) pieces.push(piece);
      by.set(part, pieces);
    }
    for (const [part, pieces] of by) {
      const shares = out.get(part) ?? [];
      shares.push({ face, pieces });
      out.set(part, shares);
    }
  }
  return out;
}
