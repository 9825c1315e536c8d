import type { HouseRules } from '../house';
import { methodRow, type Method } from '../method';
import { classTraits, touchDryProgress, type Grade, type ProductCard, type ProductClass } from '../product';
import { isColoured } from '../stock';
import rows from './rules.json';

/** What may be said of a coat over another (handbook 12). */
export type LayerResult = 'fine' | 'wait' | 'denib' | 'abrade' | 'barrier' | 'test patch' | 'no';

/** A coat as the layer rules see it. */
export interface Layer {
  card: ProductCard;
  colour: string;
  method: Method;
}

/** A ruling on a pair of coats: what, why, and what cures it. */
export interface LayerRuling {
  rule: string;
  result: LayerResult;
  reason: string;
  cure?: string;
  grade: Grade;
}

export interface Match {
  class?: ProductClass[];
  notClass?: ProductClass[];
  solvent?: string[];
  notSolvent?: string[];
  sheen?: string[];
  pigmented?: boolean;
  wiped?: boolean;
}

interface LayerRule {
  id: string;
  below?: Match;
  above?: Match;
  sameProduct?: boolean;
  otherProduct?: boolean;
  sameColour?: boolean;
  /** Holds only while the house lays layers this way. */
  house?: HouseRules['layering'];
  result: LayerResult;
  reason: string;
  cure?: string;
}

export const layerRules = rows as readonly LayerRule[];

export function fits(layer: Layer, m: Match | undefined): boolean {
  if (!m) return true;
  const { card, colour, method } = layer;
  if (m.class && !m.class.includes(card.class)) return false;
  if (m.notClass?.includes(card.class)) return false;
  if (m.solvent && !m.solvent.includes(card.solvent)) return false;
  if (m.notSolvent?.includes(card.solvent)) return false;
  if (m.sheen && !(card.sheen && m.sheen.includes(card.sheen))) return false;
  if (m.pigmented !== undefined && m.pigmented !== isColoured(card, colour)) return false;
  return m.wiped === undefined || m.wiped === (classTraits(card.class).mustBeWiped && methodRow(method).rubs);
}

/**
 * What the layer rules say of one coat over another at full recoat time: the label's own word first, then the first rule
 * that fits. Symmetric in nothing: what lies under decides.
 */
export function layerRuling(below: Layer, above: Layer, house: Pick<HouseRules, 'layering'>): LayerRuling {
  const { layers } = above.card;
  if (layers?.notOver?.includes(below.card.class))
    return {
      rule: 'label-not',
      result: 'no',
      reason: `The label of ${above.card.name} forbids it over ${classTraits(below.card.class).name}.`,
      cure: 'Take another product for one of the two.',
      grade: 'label'
    };
  if (layers?.over?.includes(below.card.class) && above.card.id !== below.card.id)
    return {
      rule: 'label-over',
      result: 'denib',
      reason: `The label of ${above.card.name} allows it over ${classTraits(below.card.class).name}.`,
      grade: 'label'
    };
  const same = above.card.id === below.card.id;
  const rule = layerRules.find(
    (r) =>
      fits(below, r.below) &&
      fits(above, r.above) &&
      (!r.sameProduct || same) &&
      (!r.otherProduct || !same) &&
      (!r.sameColour || above.colour === below.colour) &&
      (!r.house || r.house === house.layering)
  )!;
  const { id, result, reason, cure } = rule;
  return { rule: id, result, reason, ...(cure !== undefined && { cure }), grade: 'house' };
}

/** The ruling as it is while the coat below stands at a progress: too early it waits, past its window it is abraded. */
export function rulingNow(
  ruling: LayerRuling,
  below: ProductCard,
  progress: number,
  closesAt: number | null
): LayerRuling {
  if (ruling.result === 'no' || ruling.result === 'barrier') return ruling;
  if (classTraits(below.class).cures && progress < touchDryProgress(below))
    return { ...ruling, result: 'wait', reason: `${below.name} below is not touch dry yet.`, grade: 'law' };
  if (closesAt !== null && progress > closesAt)
    return {
      ...ruling,
      result: 'abrade',
      reason: `The recoat window of ${below.name} has closed.`,
      cure: 'Abrade to an even matt before it.',
      grade: 'label'
    };
  return ruling;
}
