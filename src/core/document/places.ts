import type { WorkingHours } from '../calendar';
import type { Place } from './schema';

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
