import { SURFACE_KINDS, type Face, type Surface, type SurfaceKind } from '../core/surface';
import type { ProductCard } from '../core/product';
import type { Card1, OLD_KINDS, Surface1 } from './schema/job-1-schema';

type OldKind = (typeof OLD_KINDS)[number];

/** What a card that named a kind by its older word is for: where one word became two, for both. */
const CARD_KINDS: { readonly [K in OldKind]: readonly SurfaceKind[] } = {
  countertop: ['counter', 'tabletop'],
  handrail: ['rail'],
  'bench-or-planter': ['bench', 'planter']
};

const isKind = (word: string): word is SurfaceKind => (SURFACE_KINDS as readonly string[]).includes(word);

/** A kind of surface by its word of today or an older one; a box with an opening was a planter. */
export const newestKind = (word: SurfaceKind | OldKind, open = false): SurfaceKind =>
  word === 'bench-or-planter' ? (open ? 'planter' : 'bench') : isKind(word) ? word : CARD_KINDS[word][0]!;

const isOld = (word: unknown): word is OldKind => typeof word === 'string' && Object.hasOwn(CARD_KINDS, word);

/** A card as it is kept or sent, whatever it is, with the kinds it is for in their words of today. */
export function newestCard(card: unknown): unknown {
  if (typeof card !== 'object' || card === null || !('uses' in card) || !Array.isArray(card.uses)) return card;
  const uses = card.uses as unknown[];
  return uses.some(isOld)
    ? { ...card, uses: [...new Set(uses.flatMap((u): unknown[] => (isOld(u) ? [...CARD_KINDS[u]] : [u])))] }
    : card;
}

/** A card of a version 1 job. */
export const liftCard = (card: Card1): ProductCard => newestCard(card) as ProductCard;

const TILTS = { flat: 0, upright: 90, overhead: 180 } as const;
const LIVES = { indoors: 'indoors', sheltered: 'outdoors, shaded', open: 'outdoors' } as const;

/** A surface of a version 1 job. */
export const liftSurface = ({ kind, faces, ...surface }: Surface1): Surface => ({
  ...surface,
  kind: newestKind(kind, surface.shape.type === 'box' && surface.shape.open),
  faces: faces.map(({ orientation, exposure, ...f }): Face => ({
    ...f,
    ...(exposure && { life: LIVES[exposure] }),
    ...(orientation && { lies: { tiltDeg: TILTS[orientation] } })
  }))
});
