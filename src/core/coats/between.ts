import type { HouseRules } from '../house';
import { coatCard, coatSpec, type PartJob } from '../document';

/** What is done to the coat below before a coat goes on. */
export interface Between {
  how: 'denib' | 'abrade';
  /** The abrasive it is done with. */
  with: string;
}

/**
 * What comes between a coat and the one below it: as the coat says, else as the house does it with that class; nothing over a
 * stain, a wax or the bare wood. `late`: the window of the coat below has closed, so that it is abraded whatever is planned
 * (handbook 9, 16).
 */
export function betweenCoats(job: PartJob, coat: number, house: HouseRules, late = false): Between | null {
  const below = coat > 1 && job.finish ? coatCard(job, coat - 1) : undefined;
  if (!below) return null;
  const own = coatSpec(job.finish!, coat).cutBack;
  const row = house.between[below.class][coat === 2 ? 'first' : 'later'];
  const how = late ? 'abrade' : (own ?? (row ? house.betweenCoats : 'nothing'));
  if (how === 'nothing') return null;
  return { how, with: (row ?? house.between['oxidising-oil'].later!)[how] };
}
