import rows from './species.json';

export type SpeciesGroup =
  | 'close-grained'
  | 'medium'
  | 'open-ring-porous'
  | 'softwood'
  | 'oily-tropical'
  | 'thermally-modified'
  | 'veneer-or-ply';

/** A row of the species table. */
export interface Species {
  id: string;
  name: string;
  botanical: string;
  group: SpeciesGroup;
  hardness: 'hardwood' | 'softwood';
  /** Turns blue-black with iron and stains wash water. */
  tannin: 'low' | 'medium' | 'high';
  /** Oil or resin of its own, which keeps a finish from going in or from drying. */
  naturalOil: 'low' | 'high';
  /** How likely its sapwood is there and takes colour otherwise than the heartwood. */
  sapwoodRisk: 'low' | 'medium' | 'high';
  tone: 'pale' | 'medium' | 'dark';
  /** Takes dark colour in patches unless it is conditioned or sampled. */
  blotchy: boolean;
}

export const speciesTable = rows as readonly Species[];

/** The row of wood that nobody has named yet: it counts as middling, and stops every plan. */
export const UNKNOWN_SPECIES = 'unknown';

/** The species row with this id, or undefined. */
export const findSpecies = (id: string): Species | undefined => speciesTable.find((s) => s.id === id);

/** The species row with this id; throws when the table has none (documents are checked at the border). */
export function speciesOf(id: string): Species {
  const found = findSpecies(id);
  if (!found) throw new RangeError(`unknown species “${id}”`);
  return found;
}
