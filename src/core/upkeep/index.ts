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
export { reoilingsWithin, taperCoatsWithin } from './years';
