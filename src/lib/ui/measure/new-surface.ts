import { blankShape, kindRow, newFace, type Surface, type SurfaceKind } from '$core/surface';
import { UNKNOWN_SPECIES } from '$core/wood';

/** A surface to begin with: the usual shape, faces and end grit of its kind. Its wood and sizes are what nobody knows yet. */
export function newSurface(kind: SurfaceKind, number: number, endGrit: Readonly<Record<SurfaceKind, number>>): Surface {
  const row = kindRow(kind);
  return {
    id: `surface-${Date.now().toString(36)}`,
    name: `${row.name} ${number}`,
    kind,
    speciesId: UNKNOWN_SPECIES,
    thicknessM: 0,
    lastGrit: endGrit[kind],
    waterPopped: false,
    weathered: false,
    shape: blankShape(row.shape, row.open),
    ...(row.boards && { boards: { widthM: 0, gapM: 0 } }),
    ...(row.againstWall && { tightSides: [0] }),
    faces: row.faces.map((k, i) => newFace(k, i === 0 ? 2 : 1))
  };
}
