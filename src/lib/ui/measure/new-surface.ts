import { newFace, templateShape, usualFaces, type Surface, type SurfaceKind } from '$core/surface';
import { USUAL_SHAPE } from './choices';

const THICKNESS_M: Record<SurfaceKind, number> = {
  floor: 0.022,
  deck: 0.028,
  stair: 0.04,
  countertop: 0.04,
  door: 0.04,
  cladding: 0.022,
  'cabinet-set': 0.02,
  handrail: 0.05,
  'bench-or-planter': 0.035
};

/** A surface to begin with: usual shape, faces, thickness and end grit of its kind. */
export function newSurface(
  kind: SurfaceKind,
  number: number,
  outdoor: boolean,
  endGrit: Readonly<Record<SurfaceKind, number>>
): Surface {
  const word = kind === 'bench-or-planter' ? 'bench' : kind.replaceAll('-', ' ');
  return {
    id: `surface-${Date.now().toString(36)}`,
    name: `${word[0]!.toUpperCase()}${word.slice(1)} ${number}`,
    kind,
    speciesId: outdoor ? 'larch' : 'oak',
    thicknessM: THICKNESS_M[kind],
    lastGrit: endGrit[kind],
    waterPopped: false,
    weathered: false,
    shape: templateShape(USUAL_SHAPE[kind]),
    ...(kind === 'deck' && { boards: { widthM: 0.12, gapM: 0.006 } }),
    ...(kind === 'countertop' && { tightSides: [0] }),
    faces: usualFaces(kind).map((k, i) => newFace(k, i === 0 ? 2 : 1))
  };
}
