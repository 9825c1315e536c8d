import type { Surface } from '../surface';
import { cellKey, ownersOf, sharesOf, type Cell, type Share } from './owners';
import { FIRST_PART } from '../keyed';
import { faceRef, sharedFaces, withCoats } from './part-job';
import type { JobDocument, Part, Taken } from './schema';

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
  const { id: _i, name: _n, startAt: _s, takes: _t, after: _a, ...same } = structuredClone(from);
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
  return surfaces.flatMap((s) =>
    takesOf(s, sharesOf(s, (c) => (mine.has(cellKey(c)) ? 'mine' : '')).get('mine') ?? [])
  );
}

/** A share of a surface in the fewest words. */
function takesOf(surface: Surface, shares: readonly Share[]): Taken[] {
  const all = surface.units?.length ?? 0;
  const pieces = ({ face, pieces: of }: Share) => (face.whole || of.length === all ? {} : { pieces: [...of] });
  const [first] = shares;
  if (!first) return [];
  const sets = new Set(shares.map((s) => JSON.stringify(pieces(s))));
  // Named pieces have all faces but those that are one over all pieces.
  const named = pieces(first);
  const faces = surface.faces.filter((f) => !('pieces' in named) || !f.whole);
  return sets.size === 1 && shares.length === faces.length
    ? [{ surface: surface.id, ...named }]
    : shares.map((s) => ({ surface: surface.id, face: s.face.id, ...pieces(s) }));
}

/**
 * The job with its parts rewritten from who has each face of each piece, in the fewest words. Parts that have nothing left are
 * gone; the first stays, and waits for nothing.
 */
function withOwners(document: JobDocument, owner: (cell: Cell) => string): JobDocument {
  const takes = new Map<string, Taken[]>();
  for (const s of document.surfaces)
    for (const [part, shares] of sharesOf(s, owner))
      takes.set(part, [...(takes.get(part) ?? []), ...takesOf(s, shares)]);
  const [{ startAt, ...first }, ...others] = document.parts as [Part, ...Part[]];
  const idle = !takes.has(first.id) && takes.size > 0;
  // Nobody waits for a part that is gone, or has nothing.
  const there = (id: string) => takes.has(id);
  return withCoatsOfParts({
    ...document,
    parts: [
      { ...first, takes: [], ...(startAt && !idle && { startAt }) },
      ...others.flatMap((p) => {
        const mine = takes.get(p.id);
        return mine ? [{ ...p, takes: mine }] : [];
      })
    ].map(({ after, ...p }) => ({ ...p, ...(after && there(after.part) && { after }) }))
  });
}

/** The job with coats of its own for a part only on faces it shares: those of a face it has alone are the face's. */
function withCoatsOfParts(document: JobDocument): JobDocument {
  if (document.parts.every((p) => !p.faceCoats)) return document;
  const shared = sharedFaces(document);
  const owner = ownersOf(document);
  const has = new Map<string, Set<string>>();
  for (const s of document.surfaces)
    for (const [part, shares] of sharesOf(s, owner))
      has.set(part, new Set([...(has.get(part) ?? []), ...shares.map(({ face }) => faceRef(s, face))]));
  const alone = new Map<string, number>();
  const parts = document.parts.map(({ faceCoats, ...p }): Part => {
    const mine = Object.entries(faceCoats ?? {}).filter(([ref]) => has.get(p.id)?.has(ref));
    for (const [ref, coats] of mine) if (!shared.has(ref)) alone.set(ref, coats);
    const own = mine.filter(([ref]) => shared.has(ref));
    return { ...p, ...(own.length && { faceCoats: Object.fromEntries(own) }) };
  });
  return { ...document, parts, surfaces: document.surfaces.map((s) => withCoats(s, alone)) };
}
