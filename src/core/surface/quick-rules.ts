import { isHidden, possibleFaces } from './surface';
import type { Face, FaceKind, Surface } from './schema';

/** Rules that fill the faces table in one tap. */
export const QUICK_RULES = {
  'seal all faces': 'Every face it has gets at least one coat: a leaf sealed on five sides warps.',
  'hidden faces one coat': 'What nobody sees gets one coat; the rest stays.',
  'undersides before installation':
    'Undersides and end grain are coated before the boards go down, lying face down to dry.'
} as const;
export type QuickRule = keyof typeof QUICK_RULES;

/** A new face of a kind, as it usually is. */
export const newFace = (kind: FaceKind, coats: number): Face => ({
  id: kind,
  kind,
  texture: 'sanded',
  profile: 'flat',
  coats
});

/** The faces of a surface after a quick rule. Texture, profile and typed areas stay. */
export function applyQuickRule(surface: Surface, rule: QuickRule): Face[] {
  const { faces } = surface;
  switch (rule) {
    case 'seal all faces': {
      const missing = possibleFaces(surface).filter((k) => !faces.some((f) => f.kind === k));
      return [
        ...faces.map((f) => (f.reach === 'no' ? f : { ...f, coats: Math.max(1, f.coats) })),
        ...missing.map((k) => newFace(k, 1))
      ];
    }
    case 'hidden faces one coat':
      return faces.map((f) => (isHidden(f.kind) && f.reach !== 'no' ? { ...f, coats: 1 } : f));
    case 'undersides before installation': {
      const early: FaceKind[] = ['underside', 'end-grain'];
      const missing = possibleFaces(surface).filter((k) => early.includes(k) && !faces.some((f) => f.kind === k));
      return [...faces, ...missing.map((k) => newFace(k, 1))].map((f) =>
        early.includes(f.kind)
          ? { ...f, coats: Math.max(1, f.coats), reach: 'before installation' as const, turnOver: true }
          : f
      );
    }
  }
}
