import type { WorkingHours } from '../calendar';
import type { HousePlace, Place } from './schema';

/** What a place is called until somebody names it. */
export const PLACE_NAMES: { readonly [S in Place['setting']]: string } = { indoor: 'Inside', outdoor: 'Outside' };

/** A place nobody has described yet: an ordinary room, or a level spot in the open. */
export const newPlace = (id: string, setting: Place['setting'], workingHours: WorkingHours): Place => ({
  id,
  name: PLACE_NAMES[setting],
  setting,
  workingHours,
  lamps: setting === 'indoor',
  room: { tempC: 19, rh: 0.5, airSpeedMPerS: 0.2, floorExcessC: 0 },
  exposure: { tiltDeg: 0, facingDeg: 180, shade: 0, shelter: 0, absorption: 0.65 }
});

const sameAir = (place: Place | HousePlace): string => {
  const { id: _i, name: _n, house: _h, moisture: _m, closures: _c, ...air } = place as Place;
  return JSON.stringify(air);
};

/** A place of the house as a job uses it: a copy of its own. What was read of its wood is the job's, not the place's. */
export function fromHouse({ id: house, ...place }: HousePlace, id: string): Place {
  const { moisture: _, ...air } = structuredClone(place);
  return { id, house, ...air };
}

/** A job's place as the house keeps it, without what is the job's alone: its moisture and the client's closed days. */
export function forHouse(place: Place, id: string): HousePlace {
  const { house: _h, moisture: _m, closures: _c, ...air } = structuredClone(place);
  return { ...air, id };
}

/** Whether a job's copy has other air or hours than the place of the house it was taken from. */
export const hasParted = (place: Place, of: HousePlace): boolean => sameAir(place) !== sameAir(of);
