import type { Surface } from '../surface';
import { FIRST_PART, ownerOf } from './part-job';
import type { JobDocument, Part, Taken } from './schema';

/** One face of one piece; of a surface without pieces the piece is left out. */
export interface Cell {
  surface: string;
  face: string;
  piece?: string;
}

/** Tells a face of a piece from every other. */
export const cellKey = ({ surface, face, piece = '' }: Cell): string => `${surface}\n${face}\n${piece}`;

/** Every face of every piece of a job, surface by surface, piece by piece. */
export const cellsOf = ({ surfaces }: Pick<JobDocument, 'surfaces'>): Cell[] =>
  surfaces.flatMap((s) =>
    (s.units ?? [undefined]).flatMap((piece) =>
      s.faces.map((f): Cell => ({ surface: s.id, face: f.id, ...(piece !== undefined && { piece }) }))
    )
  );

/** The part each face of each piece is in. */
export function ownersOf(document: Pick<JobDocument, 'surfaces' | 'parts'>): (cell: Cell) => string {
  const owners = new Map(document.surfaces.map((s) => [s.id, ownerOf(document, s)]));
  return ({ surface, face, piece }) => owners.get(surface)?.(face, piece) ?? FIRST_PART;
}

/** Gives some faces of pieces to a part of the job; the part they were in has them no more, and is gone when it has none left. */
export function assignCells(document: JobDocument, cells: readonly Cell[], part: string): JobDocument {
  const before = ownersOf(document);
  const moved = new Set(cells.map(cellKey));
  return withOwners(document, (c) => (moved.has(cellKey(c)) ? part : before(c)));
}

/** The job with a new part of some faces, laid with the same as the part the first of them was in. `id` is one no part has. */
export function splitPart(document: JobDocument, cells: readonly Cell[], id: string): JobDocument {
  const [first] = cells;
  if (!first) return document;
  const from = document.parts.find((p) => p.id === ownersOf(document)(first)) ?? document.parts[0]!;
  const { id: _i, name: _n, startAt: _s, takes: _t, ...same } = structuredClone(from);
  return assignCells({ ...document, parts: [...document.parts, { ...same, id, takes: [] }] }, cells, id);
}

/** The job without a part: its faces go to another, the first unless said. */
export function joinPart(document: JobDocument, id: string, into: string = FIRST_PART): JobDocument {
  const before = ownersOf(document);
  return withOwners(document, (c) => (before(c) === id ? into : before(c)));
}

/** An id for a new part or place, that none of those there are has. */
export function freeId(taken: readonly { id: string }[], stem: string): string {
  const used = new Set(taken.map((t) => t.id));
  let n = taken.length + 1;
  while (used.has(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}

/**
 * The job as its surfaces now are: parts name no face or piece that is gone, a piece that was given another tag stays in its
 * part, and a part that has nothing left is gone. `before` is the job as the parts were last right for it.
 */
export function tidyParts(document: JobDocument, before: JobDocument): JobDocument {
  if (document.parts.length === 1) return document;
  const was = ownersOf(before);
  const renamed = new Map(
    document.surfaces.map(
      (s) =>
        [
          s.id,
          tagsBefore(
            s,
            before.surfaces.find((b) => b.id === s.id)
          )
        ] as const
    )
  );
  const mine = ownersOf(document);
  const changed = (c: Cell) => c.piece !== undefined && renamed.get(c.surface)!.get(c.piece);
  return withOwners(document, (c) => {
    const tag = changed(c);
    return tag ? was({ ...c, piece: tag }) : mine(c);
  });
}

/** What pieces that have a new tag were called: those in their place of a list as long as before. */
function tagsBefore({ units = [] }: Surface, before: Surface | undefined): ReadonlyMap<string, string> {
  const old = before?.units ?? [];
  if (old.length !== units.length) return new Map();
  return new Map(units.flatMap((tag, i) => (old.includes(tag) ? [] : [[tag, old[i]!] as const])));
}

/** Some faces of pieces in the fewest words: whole surfaces, whole faces, or faces of some pieces. */
export function takenFrom({ surfaces }: Pick<JobDocument, 'surfaces'>, cells: readonly Cell[]): Taken[] {
  const mine = new Set(cells.map(cellKey));
  return surfaces.flatMap((s) => takenOf(s, (c) => (mine.has(cellKey(c)) ? 'mine' : '')).get('mine') ?? []);
}

/** The job with its parts rewritten from who has each face of each piece, in the fewest words. */
function withOwners(document: JobDocument, owner: (cell: Cell) => string): JobDocument {
  const takes = new Map<string, Taken[]>();
  for (const s of document.surfaces)
    for (const [part, taken] of takenOf(s, owner)) takes.set(part, [...(takes.get(part) ?? []), ...taken]);
  const [first, ...others] = document.parts as [Part, ...Part[]];
  return {
    ...document,
    parts: [
      { ...first, takes: [] },
      ...others.flatMap((p) => {
        const mine = takes.get(p.id);
        return mine ? [{ ...p, takes: mine }] : [];
      })
    ]
  };
}

/** What each part takes of a surface: all of it, whole faces, or faces of some pieces. */
function takenOf(s: Surface, owner: (cell: Cell) => string): Map<string, Taken[]> {
  const pieces = s.units ?? [undefined];
  const cell = (face: string, piece: string | undefined): Cell => ({
    surface: s.id,
    face,
    ...(piece !== undefined && { piece })
  });
  const out = new Map<string, Taken[]>();
  for (const f of s.faces) {
    const by = new Map<string, string[]>();
    for (const piece of pieces) {
      const part = owner(cell(f.id, piece));
      by.set(part, [...(by.get(part) ?? []), ...(piece === undefined ? [] : [piece])]);
    }
    for (const [part, mine] of by) {
      const all = mine.length === (s.units?.length ?? 0);
      out.set(part, [...(out.get(part) ?? []), { surface: s.id, face: f.id, ...(!all && { pieces: mine }) }]);
    }
  }
  for (const [part, taken] of out)
    if (taken.length === s.faces.length && taken.every((t) => t.pieces?.join('\n') === taken[0]!.pieces?.join('\n'))) {
      const { face: _, ...whole } = taken[0]!;
      out.set(part, [whole]);
    }
  return out;
}
