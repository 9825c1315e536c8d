export type { MoistureReading } from './known-moisture';
export { goOn, type PastYears, pastStretches, tellsRain, TYPICAL_SHIFTS_DAYS, withRunUp } from './past-years';
export { followingRoomClimate, HELD_ROOM, heldRoomClimate } from './rooms';
export {
  clearSun,
  climateEndMs,
  climateOfCoat,
  hoursFrom,
  type MeasuredHour,
  outdoorClimate,
  type OutdoorSurface,
  type PlaceMeasured,
  type SiteClimate,
  type SiteHour,
  siteHourAt,
  sunHours,
  type SunHours
} from './site-hours';
