import type { HandsGroup } from '../core/surface';

/** What kinds that take hands alike are called together. */
export const HANDS_WORDS: Readonly<Record<HandsGroup, string>> = {
  floor: 'Floors',
  deck: 'Decks',
  stair: 'Stairs',
  wall: 'Cladding and fences',
  worktop: 'Counters and tabletops',
  leaf: 'Doors and cabinets',
  rail: 'Rails',
  small: 'Shelving, benches, planters'
};

/** How long a crew takes beside its rates: "18 % longer", "as our rates say". */
export const takesWords = (factor: number): string => {
  const percent = Math.round(Math.abs(factor - 1) * 100);
  return percent < 3 ? 'as our rates say' : `${percent} % ${factor > 1 ? 'longer' : 'less'}`;
};
