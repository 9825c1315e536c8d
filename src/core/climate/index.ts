export type { MoistureReading } from './known-moisture';
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
