export { forHouse, fromHouse, hasParted, newPlace, PLACE_NAMES } from './new-place';
export type { HousePlace, Place } from './schema';
