import { blankShape, newFace, usualFaces, type Surface, type SurfaceKind } from '$core/surface';
import { UNKNOWN_SPECIES } from '$core/wood';
import { USUAL_SHAPE } from './choices';

/** A surface to begin with: the usual shape, faces and end grit of its kind. Its wood and sizes are what nobody knows yet. */
export function newSurface(kind: SurfaceKind, number: number, endGrit: Readonly<Record<SurfaceKind, number>>): Surface {
  const word = kind === 'bench-or-planter' ? 'bench' : kind.replaceAll('-', ' ');
  return {
    id: `surface-${Date.now().toString(36)}`,
    name: `${word[0]!.toUpperCase()}${word.slice(1)} ${number}`,
    kind,
    speciesId: UNKNOWN_SPECIES,
    thicknessM: 0,
    lastGrit: endGrit[kind],
    waterPopped: false,
    weathered: false,
    shape: blankShape(USUAL_SHAPE[kind]),
    ...(kind === 'deck' && { boards: { widthM: 0, gapM: 0 } }),
    ...(kind === 'countertop' && { tightSides: [0] }),
    faces: usualFaces(kind).map((k, i) => newFace(k, i === 0 ? 2 : 1))
  };
}
