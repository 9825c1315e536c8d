import type { ProductCard } from './schema';

export type ProductClass = ProductCard['class'];

/** All that is asked of a class of product anywhere, whatever the brand: no row can leave one out. */
export interface ClassTraits {
  name: string;
  /** It must be wiped off; left, it stays tacky. */
  mustBeWiped: boolean;
  /** It hardens; what never does is renewed on a taper. */
  cures: boolean;
  /** How damp air slows it: as an oil, as water that must go, or not at all (handbook 9). */
  humidity: 'oil' | 'water' | 'none';
  /** It makes a clear film that runs, traps dust and shows laps. */
  film: boolean;
  /** A colour coat that can be wetted again with itself while it is being judged. */
  stain: boolean;
  /** It lies under another: it may have no full cure of its own. */
  under: boolean;
  /** As a top coat it stays soft enough for rings and prints. */
  soft: boolean;
  /** The yearly wear of it indoors, where nothing else rules (handbook 14). */
  wears: 'film' | 'hardwax' | 'penetrating';
  /** The way of the house with worktops it belongs to (handbook 3). */
  counterWay: 'drying oil' | 'non-drying oil' | 'oil and wax' | null;
}

const oil = {
  mustBeWiped: true,
  cures: true,
  humidity: 'oil',
  film: false,
  stain: false,
  under: false,
  soft: false,
  wears: 'penetrating',
  counterWay: null
} as const satisfies Partial<ClassTraits>;

/** The classes of handbook 4. */
export const CLASS_ROWS: Readonly<Record<ProductClass, ClassTraits>> = {
  'oxidising-oil': { ...oil, name: 'oxidising oil', soft: true, counterWay: 'drying oil' },
  'hardwax-oil': { ...oil, name: 'hardwax oil', mustBeWiped: false, wears: 'hardwax', counterWay: 'oil and wax' },
  'two-part-oil': { ...oil, name: 'two-part oil' },
  'deck-oil': { ...oil, name: 'deck oil' },
  'gel-stain': { ...oil, name: 'gel stain', stain: true, under: true },
  'liquid-stain': { ...oil, name: 'liquid stain', stain: true, under: true },
  wax: { ...oil, name: 'wax', humidity: 'none', soft: true, counterWay: 'oil and wax' },
  'non-drying-oil': { ...oil, name: 'non-drying oil', cures: false, soft: true, counterWay: 'non-drying oil' },
  'oil-varnish': { ...oil, name: 'oil varnish', mustBeWiped: false, film: true, wears: 'film' },
  'waterborne-film': {
    ...oil,
    name: 'waterborne film',
    mustBeWiped: false,
    humidity: 'water',
    film: true,
    wears: 'film'
  },
  'spirit-sealer': { ...oil, name: 'spirit sealer', mustBeWiped: false, humidity: 'none', under: true },
  'oil-paint-recipe': { ...oil, name: 'oil paint, mixed on site', mustBeWiped: false, wears: 'film' }
};

/** The row of a class. */
export const classTraits = (c: ProductClass): ClassTraits => CLASS_ROWS[c];
