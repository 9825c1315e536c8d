export { RHYTHMS } from './schema';
export type { HouseDocument, HouseStep, Rhythm } from './schema';
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
  schools,
  type School,
  type SchoolOption
} from './schools';
export { houseOverrides, type HouseOverride } from './overrides';
