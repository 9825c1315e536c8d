import type { ProductClass } from '../product';
import type { HouseRub } from './schema';

/** What is rubbed between coats, by how deep. */
interface Rub {
  /** What a light rub is done with, and a cut. */
  denib: string;
  abrade: string;
}

/** Between coats by the class that lies below: over its first coat, and over later ones. Null where nothing is rubbed at all. */
export interface BetweenRow {
  first: Rub | null;
  later: Rub | null;
  /** What the last coat is rubbed with where a last rub is asked for; null where none makes sense. */
  last: string | null;
}

/** What is rubbed as this house does it, by class and position. */
export type BetweenRows = Readonly<Record<ProductClass, BetweenRow>>;

const oil: BetweenRow = {
  first: { denib: 'denib pad, P320', abrade: 'P240, then P320' },
  later: { denib: 'denib pad, P400', abrade: 'P320' },
  last: 'P600 to P1000, or fine wool'
};
const film: BetweenRow = {
  first: { denib: 'P240, with the grain', abrade: 'P220' },
  later: { denib: 'P320 to P400', abrade: 'P240' },
  last: 'P1000 wet, then fine wool'
};
const hardwax: BetweenRow = {
  first: { denib: 'pad of 240 to 400, where nibs are felt', abrade: 'P220' },
  later: { denib: 'pad of 400', abrade: 'P240' },
  last: 'P600, or a white pad'
};
/** Rubbed, a stain shows the wood again; a wax only smears. */
const never: BetweenRow = { first: null, later: null, last: null };

/** What comes between coats, by class and position (handbook 16). */
export const BETWEEN_ROWS: BetweenRows = {
  'oxidising-oil': oil,
  'two-part-oil': oil,
  'deck-oil': oil,
  'hardwax-oil': hardwax,
  'oil-varnish': film,
  'waterborne-film': film,
  'oil-paint-recipe': film,
  'spirit-sealer': film,
  'gel-stain': never,
  'liquid-stain': never,
  wax: { ...never, last: 'a soft cloth, or fine wool' },
  'non-drying-oil': never
};

/** Whether a coat of a class is rubbed there at all: what is never rubbed has no abrasive to choose. */
export function isRubbed(of: ProductClass, after: HouseRub['after']): boolean {
  return BETWEEN_ROWS[of][after] !== null;
}

/** The rows with what a house has chosen otherwise. What is never rubbed stays so. */
export function betweenRows(rubs: readonly HouseRub[] = []): BetweenRows {
  // Each class gets rows of its own: several share theirs in the presets.
  const rows = Object.fromEntries(
    Object.entries(BETWEEN_ROWS).map(([of, row]) => [of, structuredClone(row)])
  ) as unknown as Record<ProductClass, BetweenRow>;
  for (const rub of rubs) {
    const row = rows[rub.class];
    if (rub.after === 'last') row.last = row.last && rub.with;
    else if (row[rub.after]) row[rub.after]![rub.how] = rub.with;
  }
  return rows;
}

/** What a coat of a class is cut back with: its own later abrasive, else an oil's. */
export const abrasiveFor = (of: ProductClass, rows: BetweenRows): string =>
  (rows[of].later ?? rows['oxidising-oil'].later!).abrade;
