import { classTraits, type ProductClass } from '../product';
import type { FinishFound } from '../surface';
import { fits, type Layer, type LayerResult, type LayerRuling, type Match } from './layers';
import rows from './over-found.json';

interface FoundRule {
  id: string;
  found: FinishFound[];
  above?: Match;
  result: LayerResult;
  reason: string;
  cure?: string;
}

export const foundRules = rows as readonly FoundRule[];

/** The class of what a face came finished with; null where nobody can say. */
const CLASS_OF: Readonly<Record<FinishFound, ProductClass | null>> = {
  oil: 'oxidising-oil',
  'hardwax oil': 'hardwax-oil',
  wax: 'wax',
  varnish: 'oil-varnish',
  'waterborne film': 'waterborne-film',
  paint: 'oil-paint-recipe',
  'not known': null
};

/** What the rules say of a first coat over what a face came finished with: the label's own word first (handbook 12). */
export function rulingOverFound(found: FinishFound, above: Layer): LayerRuling {
  const below = CLASS_OF[found];
  if (below && above.card.layers?.notOver?.includes(below))
    return {
      rule: 'label-not',
      result: 'no',
      reason: `The label of ${above.card.name} forbids it over ${classTraits(below).name}.`,
      cure: 'Strip it, or take another product.',
      grade: 'label'
    };
  const { id, result, reason, cure } = foundRules.find((r) => r.found.includes(found) && fits(above, r.above))!;
  return { rule: id, result, reason, ...(cure !== undefined && { cure }), grade: 'house' };
}
