import type { PieceSize, Shape, Surface } from './schema';

/** How many pieces a surface stands for. */
export const unitCount = (s: Pick<Surface, 'units'>): number => Math.max(1, s.units?.length ?? 1);

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
  return withSizes(
    { ...surface, ...(units.length > 0 && { units: [...units] }) },
    (surface.sizes ?? []).map((s) => ({ ...s, pieces: s.pieces.filter((p) => here.has(p)) }))
  );
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
export function sizeProblems({ units = [], sizes = [], shape }: Surface): { path: string; problem: string }[] {
  const here = new Set(units);
  const seen = new Set<string>();
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
