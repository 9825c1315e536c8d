export { RHYTHMS } from './schema';
export type { HouseDocument, HouseRub, HouseStep, Rhythm } from './schema';
export { abrasiveFor, BETWEEN_ROWS, betweenRows, type BetweenRow, type BetweenRows, isRubbed } from './between';
export { defaultHouseRules, type HouseRules } from './house';
export {
  emptyHouse,
  HOUSE_NUMBER_GROUPS,
  HOUSE_NUMBERS,
  houseNumber,
  houseProblems,
  houseRules,
  liftHouse,
  optionOf,
  rubKey,
  schools,
  type School,
  type SchoolOption
} from './schools';
export { houseOverrides, type HouseOverride } from './overrides';
