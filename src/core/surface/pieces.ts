import { kindRow } from './kinds';
import type { Face, PieceSize, Shape, Surface } from './schema';

/** How many pieces a surface stands for. */
export const unitCount = (s: Pick<Surface, 'units'>): number => Math.max(1, s.units?.length ?? 1);

/** How many times what was measured of a surface there is: once for each of its pieces, or the share of those it is divided into. */
export const timesMeasured = (s: Pick<Surface, 'units' | 'dividedInto'>): number =>
  s.dividedInto === undefined ? unitCount(s) : unitCount(s) / s.dividedInto;

/** The pieces that have a face each; one without a name where there are no pieces, or the face is one over all of them. */
export const piecesOfFace = ({ units }: Pick<Surface, 'units'>, { whole }: Face): readonly (string | undefined)[] =>
  units && !whole ? units : [undefined];

/** What one piece of a surface is called: one more of its kind, or one it is divided into. */
export const pieceWord = ({ kind, dividedInto }: Pick<Surface, 'kind' | 'dividedInto'>): string => {
  const { one, dividedIn } = kindRow(kind);
  return dividedInto === undefined ? one : dividedIn;
};

/** What a piece that nobody has named is called; none of `taken` is. */
export function freshTag(word: string, taken: readonly string[], index: number): string {
  let n = index + 1;
  while (taken.includes(`${word} ${n}`)) n++;
  return `${word} ${n}`;
}

/**
 * A surface whose pieces are what it is divided into, or again so many of the same. Tags nobody has changed go by the new word;
 * a stair is divided into its treads, beside which its strings are whole.
 */
export function withDivision(surface: Surface, divided: boolean): Surface {
  const { dividedInto: _, sizes: _s, ...alike } = surface;
  const was = pieceWord(surface);
  const treads = divided && surface.shape.type === 'stair' && surface.shape.treads > 0 ? surface.shape.treads : null;
  const tags = surface.units ?? [];
  const count = treads ?? tags.length;
  const next: Surface = { ...alike, ...(divided && { dividedInto: count }) };
  const word = pieceWord(next);
  const own = tags.some((t, i) => t !== `${was} ${i + 1}`);
  const units = own && count === tags.length ? tags : Array.from({ length: count }, (_x, i) => `${word} ${i + 1}`);
  return {
    ...withPieces(next, units),
    faces: surface.faces.map(({ whole: _w, ...f }) => ({
      ...f,
      ...(divided && f.kind === 'string' && { whole: true })
    }))
  };
}

/**
 * A surface as surfaces whose pieces are all of one size: those of its own shape first, then each other size. One without
 * pieces, or whose pieces are all alike, is itself.
 */
export function bySize(surface: Surface): Surface[] {
  const { sizes, units, ...alike } = surface;
  if (!sizes || !units) return [sizes ? { ...alike, ...(units && { units }) } : surface];
  const own = new Set(sizes.flatMap((s) => s.pieces));
  const common = units.filter((u) => !own.has(u));
  const here = new Set(units);
  return [
    ...(common.length ? [{ ...alike, units: common }] : []),
    ...sizes.flatMap(({ pieces, shape }): Surface[] => {
      const mine = pieces.filter((p) => here.has(p));
      return mine.length ? [{ ...alike, shape, units: mine }] : [];
    })
  ];
}

/** The shape of one piece of a surface. */
export const shapeOfPiece = ({ shape, sizes }: Pick<Surface, 'shape' | 'sizes'>, piece: string): Shape =>
  sizes?.find((s) => s.pieces.includes(piece))?.shape ?? shape;

const withSizes = <T extends Surface>({ sizes: _, ...surface }: T, sizes: readonly PieceSize[]): Surface => {
  const held = sizes.filter((s) => s.pieces.length > 0);
  return { ...surface, ...(held.length > 0 && { sizes: held }) };
};

/** A surface with other pieces, in their order: sizes of those that are gone are gone. None: it is one thing again. */
export function withPieces({ units: _, ...surface }: Surface, units: readonly string[]): Surface {
  const here = new Set(units);
  const { dividedInto, ...alike } = surface;
  const divided = dividedInto !== undefined && units.length > 0;
  return withSizes(
    { ...alike, ...(units.length > 0 && { units: [...units] }), ...(divided && { dividedInto: units.length }) },
    (surface.sizes ?? []).map((s) => ({ ...s, pieces: s.pieces.filter((p) => here.has(p)) }))
  );
}

/** A stair that is divided into its treads has as many pieces as treads, whatever number of them was typed; any other is as it was. */
export function withTreadsAsPieces(surface: Surface): Surface {
  const { shape, units = [], dividedInto } = surface;
  if (dividedInto === undefined || shape.type !== 'stair' || shape.treads < 1 || shape.treads === units.length)
    return surface;
  const word = pieceWord(surface);
  const tags = Array.from({ length: shape.treads }, (_, i) => units[i] ?? freshTag(word, units, i));
  return withPieces(surface, tags);
}

/** A surface whose nth piece has another tag, with its size. */
export function withTag(surface: Surface, index: number, tag: string): Surface {
  const was = surface.units![index]!;
  return withSizes(
    { ...surface, units: surface.units!.map((u, i) => (i === index ? tag : u)) },
    (surface.sizes ?? []).map((s) => ({ ...s, pieces: s.pieces.map((p) => (p === was ? tag : p)) }))
  );
}

/** A surface on which one piece has the nth of its sizes, or with -1 the common one. */
export function withSizeOf(surface: Surface, piece: string, index: number): Surface {
  return withSizes(
    surface,
    (surface.sizes ?? []).map((s, i) => {
      const others = s.pieces.filter((p) => p !== piece);
      return { ...s, pieces: i === index ? [...others, piece] : others };
    })
  );
}

/** A surface on which one piece begins a size of its own, as large as it was. */
export const withNewSize = (surface: Surface, piece: string): Surface =>
  withSizes(surface, [
    ...(surface.sizes ?? []).map((s) => ({ ...s, pieces: s.pieces.filter((p) => p !== piece) })),
    { pieces: [piece], shape: structuredClone(shapeOfPiece(surface, piece)) }
  ]);

/** What is wrong with the sizes of pieces: where, from the surface on, and what. */
export function sizeProblems({
  units = [],
  sizes = [],
  shape,
  dividedInto
}: Surface): { path: string; problem: string }[] {
  const here = new Set(units);
  const seen = new Set<string>();
  if (dividedInto !== undefined && dividedInto !== units.length)
    return [{ path: '/dividedInto', problem: `is divided into ${dividedInto}, and ${units.length} have a tag` }];
  if (dividedInto !== undefined && sizes.length > 0)
    return [{ path: '/sizes', problem: 'pieces that it is divided into share its own size' }];
  return sizes.flatMap((s, i) => {
    const path = `/sizes/${i}`;
    const strange = s.pieces.find((p) => !here.has(p));
    const twice = s.pieces.find((p) => seen.has(p));
    for (const p of s.pieces) seen.add(p);
    return [
      ...(strange === undefined ? [] : [{ path: `${path}/pieces`, problem: `there is no piece “${strange}”` }]),
      ...(twice === undefined ? [] : [{ path: `${path}/pieces`, problem: `“${twice}” has two sizes` }]),
      ...(s.shape.type === shape.type
        ? []
        : [{ path: `${path}/shape`, problem: `must be a ${shape.type}, as the others are` }])
    ];
  });
}
