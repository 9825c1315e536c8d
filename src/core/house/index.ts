export { defaultHouseRules, type HouseRules } from './house';
