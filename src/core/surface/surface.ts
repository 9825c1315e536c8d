import faceKinds from './faces.json';
import factors from './factors.json';
import { kindRow } from './kinds';
import { measureSurface, type Part } from './parts';
import { bySize, timesMeasured, unitCount } from './pieces';
import {
  FACE_KINDS,
  type Face,
  type FaceKind,
  type Profile,
  type Surface,
  type SurfaceKind,
  type Texture
} from './schema';

/** Plan area of a face before texture and profile, m², or what must be typed to know it. */
export type FaceArea = Part;

/** Both areas of one face, all units counted. */
export interface FaceAreas {
  plan: FaceArea;
  effective: FaceArea;
}

export const textureFactor = (t: Texture): number => factors.texture[t];
/** Factor of a face's profile; the crew's own, where one is set. */
export const profileFactor = (f: Pick<Face, 'profile' | 'profileFactor'>): number =>
  f.profileFactor ?? factors.profile[f.profile];
export const profileDefault = (p: Profile): number => factors.profile[p];

export const faceName = (kind: FaceKind): string => faceKinds[kind].name;
export const isHidden = (kind: FaceKind): boolean => faceKinds[kind].hidden;

/**
 * Plan and effective area of every face of a surface, m², by face id: plan · texture · profile (handbook 5), over all its
 * pieces. One measuring for all faces of pieces of one size.
 */
export function faceAreas(surface: Surface): Map<string, FaceAreas> {
  const alike = bySize(surface).map((s) => [s, measureSurface(s)] as const);
  return new Map(
    surface.faces.map((f) => [
      f.id,
      together(alike.slice(0, f.whole && 1).map(([s, measured]) => areasOf(s, f, measured)))
    ])
  );
}

/** The areas of a face over pieces of several sizes. What one of them lacks, all lack. */
function together(areas: readonly FaceAreas[]): FaceAreas {
  const [first, ...more] = areas as [FaceAreas, ...FaceAreas[]];
  if (more.length === 0) return first;
  const sum = (of: 'plan' | 'effective'): FaceArea => {
    const lacking = areas.find((a) => !a[of].ok);
    return lacking
      ? lacking[of]
      : {
          ok: true,
          areaM2: areas.reduce((s, { [of]: a }) => s + (a.ok ? a.areaM2 : 0), 0),
          how: areas.map(({ [of]: a }) => (a.ok ? a.how : '')).join(' + ')
        };
  };
  return { plan: sum('plan'), effective: sum('effective') };
}

/** What a surface covers seen straight on, all its pieces together, m²; 0 while it is not measured. */
export const coveredM2 = (surface: Surface): number =>
  bySize(surface).reduce((sum, s) => {
    const measured = measureSurface(s);
    return sum + (measured.ok ? measured.areaM2 * timesMeasured(s) : 0);
  }, 0);

function areasOf(surface: Surface, face: Face, measured: ReturnType<typeof measureSurface>): FaceAreas {
  const plan = planOf(surface, face, measured);
  const effective = plan.ok
    ? { ...plan, areaM2: plan.areaM2 * textureFactor(face.texture) * profileFactor(face) }
    : plan;
  return { plan, effective };
}

function planOf(surface: Surface, face: Face, measured: ReturnType<typeof measureSurface>): FaceArea {
  const n = face.whole ? 1 : timesMeasured(surface);
  const times = timesWords(surface, n);
  if (face.areaM2 !== undefined) return { ok: true, areaM2: face.areaM2 * n, how: `as typed${times}` };
  if (!measured.ok) return { ok: false, problem: measured.problem, ...(measured.missing && { unmeasured: true }) };
  const part = measured.parts[face.kind];
  if (!part) return { ok: false, problem: `This shape gives no area for “${faceName(face.kind)}”. Type it.` };
  return part.ok ? { ok: true, areaM2: part.areaM2 * n, how: part.how + times } : part;
}

const timesWords = (surface: Surface, n: number): string =>
  n > 1 ? `, × ${n}` : n < 1 ? `, ${unitCount(surface)} of ${surface.dividedInto}` : '';

/** Kinds of face a surface can have, in the order a foreman names them. */
export function possibleFaces(surface: Surface): FaceKind[] {
  const measured = measureSurface(surface);
  if (!measured.ok) return usualFaces(surface.kind);
  const twins = new Set(surface.shape.type === 'area' ? twinsToHide(surface) : sameFaceTwice(surface));
  return FACE_KINDS.filter((k) => measured.parts[k] && !twins.has(k));
}

const stands = ({ kind }: Surface) => kindRow(kind).sides === 'outside and inside';

/** Names for one and the same face: a door and a cladding have an outside, not a top. */
const sameFaceTwice = (s: Surface): FaceKind[] =>
  s.shape.type === 'stair' || s.shape.type === 'lengths'
    ? ['top']
    : stands(s)
      ? ['top', 'underside', ...(s.shape.type === 'door' ? (['edge', 'end-grain'] as const) : [])]
      : [];
const twinsToHide = (s: Surface): FaceKind[] => (stands(s) ? ['top', 'underside'] : ['outside', 'inside']);

/** Faces a kind of surface usually has, in the order a foreman names them. */
export const usualFaces = (kind: SurfaceKind): FaceKind[] => [...kindRow(kind).faces];
