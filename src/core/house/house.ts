import type { CURRENCIES } from '../units';
import type { HouseStep, Rhythm } from './schema';
import { BETWEEN_ROWS, type BetweenRows } from './between';
import defaults from './house-rules.json';

/** Rules that take one of a few words; all other numbers of the house stand in house-rules.json. */
export interface HouseWords {
  rhythm: Rhythm;
  preferredMethod: 'thin' | 'flood';
  recoatBy: 'both' | 'clock' | 'touch';
  betweenCoats: 'nothing' | 'denib' | 'abrade';
  valuesFrom: 'house' | 'label';
  mixing: 'part mixes' | 'whole tins';
  layering: 'barrier' | 'straight';
  currency: (typeof CURRENCIES)[number];
  /** Steps of its own. */
  steps: readonly HouseStep[];
  /** What is rubbed between coats and at the end, by class and position. */
  between: BetweenRows;
  ragsMade: 'under water in the metal can' | 'flat, single, outdoors';
}

/** The crew's own rules: every number here is a house choice and is shown as one. */
export type HouseRules = Omit<typeof defaults, keyof HouseWords> & HouseWords;

export const defaultHouseRules: HouseRules = { ...defaults, between: BETWEEN_ROWS } as HouseRules;
