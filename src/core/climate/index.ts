export type { MoistureReading } from './known-moisture';
export { goOn, type PastYears, pastStretches, tellsRain, TYPICAL_SHIFTS_DAYS, withRunUp } from './past-years';
export { followingRoomClimate, heldRoomClimate } from './rooms';
export {
  clearSun,
  climateEndMs,
  hoursFrom,
  type MeasuredHour,
  outdoorClimate,
  type OutdoorSurface,
  type SiteClimate,
  type SiteHour,
  siteHourAt,
  sunHours,
  type SunHours
} from './site-hours';
