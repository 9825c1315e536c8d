import { keyed } from '../keyed';
import type { HouseRules } from '../house';
import { methodRow, type Method } from '../method';
import type { ProductCard } from '../product';
import { classTraits } from '../product';
import data from './cautions.json';

export type CautionId = Exclude<keyof typeof data, 'closing'>;

/** A caution as it is shown: what the danger is and what to do. */
export interface Caution {
  id: CautionId;
  title: string;
  text: string;
}

export const safetyClosing: string = data.closing;

const cautions = keyed<string | Omit<Caution, 'id'>>(data);

/** A caution by its name in the data; throws for one that is not there. */
export function cautionById(id: string): Caution {
  const row = cautions.get(id);
  if (typeof row !== 'object') throw new RangeError(`there is no caution “${id}”`);
  return { id: id as CautionId, ...row };
}

const VOC_WORTH_A_WORD_G_PER_L = 100;

/** The cautions that belong to working with these products, gravest first (handbook 13). */
export function cautionsFor(cards: readonly ProductCard[], usedForFood: boolean): Caution[] {
  if (cards.length === 0) return [];
  const ids: CautionId[] = [];
  if (cards.some((c) => c.oxidising)) ids.push('rags');
  if (cards.some((c) => c.isocyanate)) ids.push('isocyanate');
  if (cards.some((c) => c.vocGPerL + (c.thinner?.vocGPerL ?? 0) >= VOC_WORTH_A_WORD_G_PER_L)) ids.push('vapour');
  if (usedForFood) ids.push('food');
  ids.push('dust', 'wet-oil');
  return ids.map(cautionById);
}

/** Rags one coat needs: by area and method where oil is wiped, a couple for drips where it is left (house number). */
export function ragsForCoat(card: ProductCard, method: Method, areaM2: number, house: HouseRules): number {
  const { rags } = house;
  if (!classTraits(card.class).mustBeWiped) return rags.filmPerCoat;
  return Math.max(rags.least, Math.ceil(areaM2 * rags[`${methodRow(method).rags}PerM2PerCoat`]));
}
