import factors from './factors.json';
import { outlineFromWalls, type Wall } from './outline';

export type SurfaceKind =
  'floor' | 'deck' | 'stair' | 'countertop' | 'door' | 'cladding' | 'cabinet-set' | 'handrail' | 'bench-or-planter';

export type Texture = 'sanded' | 'sawn' | 'wire-brushed' | 'weathered' | 'grooved';
export type Profile = 'flat' | 'panelled' | 'bead' | 'lap';
export type FaceKind = 'top' | 'edge' | 'end-grain' | 'underside';

export type Shape =
  | { type: 'rectangle'; lengthM: number; widthM: number }
  | { type: 'walls'; walls: Wall[] }
  | { type: 'area'; areaM2: number };

/** Loose boards with open joints, as on a deck. */
export interface Boards {
  widthM: number;
  gapM: number;
}

/** A part of a surface that gets its own coats. `areaM2` is typed when the shape can not give it. */
export interface Face {
  id: string;
  kind: FaceKind;
  texture: Texture;
  profile: Profile;
  coats: number;
  areaM2?: number;
}

/** One installed thing, in the dimensions a tape gives. */
export interface Surface {
  id: string;
  name: string;
  kind: SurfaceKind;
  speciesId: string;
  thicknessM: number;
  lastGrit: number;
  waterPopped: boolean;
  weathered: boolean;
  shape: Shape;
  boards?: Boards;
  faces: Face[];
}

/** What a shape measures, or why it can not. */
export type ShapeMeasure =
  | {
      ok: true;
      areaM2: number;
      perimeterM: number | null;
      correctionMm: number;
    }
  | { ok: false; problem: string; wall?: number };

/** Plan area and perimeter of a shape, m² and m; the perimeter is null when only an area is known. */
export function measureShape(shape: Shape): ShapeMeasure {
  if (shape.type === 'walls') return outlineFromWalls(shape.walls);
  if (shape.type === 'area')
    return shape.areaM2 > 0
      ? { ok: true, areaM2: shape.areaM2, perimeterM: null, correctionMm: 0 }
      : { ok: false, problem: 'An area must be more than 0.' };
  const { lengthM, widthM } = shape;
  if (!(lengthM > 0 && widthM > 0)) return { ok: false, problem: 'Length and width must be more than 0.' };
  return {
    ok: true,
    areaM2: lengthM * widthM,
    perimeterM: 2 * (lengthM + widthM),
    correctionMm: 0
  };
}

/** Plan area of a face before texture and profile, m², or what must be typed to know it. */
export type FaceArea = { ok: true; areaM2: number; how: string } | { ok: false; problem: string };

/**
 * Area of a face from the surface's shape (handbook 5): tops and undersides by plan (open boards lose their gaps),
 * edges by perimeter × thickness (open boards: two sides per board length), end grain by the two ends across the grain.
 */
export function facePlanArea(surface: Surface, face: Face): FaceArea {
  if (face.areaM2 !== undefined) return { ok: true, areaM2: face.areaM2, how: 'as typed' };
  const shape = measureShape(surface.shape);
  if (!shape.ok) return shape;
  const { boards, thicknessM } = surface;
  const pitchM = boards ? boards.widthM + boards.gapM : 0;
  if (face.kind === 'top' || face.kind === 'underside')
    return boards
      ? {
          ok: true,
          areaM2: (shape.areaM2 * boards.widthM) / pitchM,
          how: 'plan × board / (board + gap)'
        }
      : { ok: true, areaM2: shape.areaM2, how: 'plan' };
  if (face.kind === 'edge' && boards)
    return {
      ok: true,
      areaM2: (shape.areaM2 / pitchM) * 2 * thicknessM,
      how: '2 × thickness × board length'
    };
  if (face.kind === 'end-grain') return endGrainArea(surface);
  return shape.perimeterM === null
    ? {
        ok: false,
        problem: 'Only an area is known. Type the area of this face.'
      }
    : {
        ok: true,
        areaM2: shape.perimeterM * thicknessM,
        how: 'perimeter × thickness'
      };
}

function endGrainArea({ shape, boards, thicknessM }: Surface): FaceArea {
  if (shape.type !== 'rectangle')
    return {
      ok: false,
      problem: 'The ends can not be told from this shape. Type their area.'
    };
  const share = boards ? boards.widthM / (boards.widthM + boards.gapM) : 1;
  return {
    ok: true,
    areaM2: 2 * shape.widthM * share * thicknessM,
    how: '2 ends × width × thickness'
  };
}

export const textureFactor = (t: Texture): number => factors.texture[t];
export const profileFactor = (p: Profile): number => factors.profile[p];

/** Effective area of a face, m²: plan · texture · profile (handbook 5). */
export function effectiveArea(surface: Surface, face: Face): FaceArea {
  const plan = facePlanArea(surface, face);
  if (!plan.ok) return plan;
  return {
    ...plan,
    areaM2: plan.areaM2 * textureFactor(face.texture) * profileFactor(face.profile)
  };
}

/** Faces whose kind of surface usually has them, in the order a foreman names them. */
export function usualFaces(kind: SurfaceKind): FaceKind[] {
  if (kind === 'deck') return ['top', 'edge', 'end-grain', 'underside'];
  if (kind === 'countertop' || kind === 'bench-or-planter') return ['top', 'edge', 'underside'];
  if (kind === 'door') return ['top', 'underside', 'edge'];
  return ['top'];
}
