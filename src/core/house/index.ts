export { defaultHouseRules, type HouseRules } from './house';
export {
  emptyHouse,
  HOUSE_NUMBERS,
  houseNumber,
  houseProblems,
  houseRules,
  optionOf,
  schools,
  type HouseDocument,
  type School,
  type SchoolOption
} from './schools';
