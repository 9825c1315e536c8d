export {
  reserveAfter,
  wearBase,
  wearData,
  wearDate,
  wearPerYear,
  type Living,
  type Soap,
  type Traffic,
  type Wetness
} from './wear';
