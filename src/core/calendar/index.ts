export { dailyStretches, isCalendarDate, type OpenStretch, openStretches, shareOfHours, shutIn } from './access';
export { usableFrom } from './usable-from';
export {
  dayStarts,
  isTimeZone,
  localDate,
  type Stretch,
  WEEKDAYS,
  type WorkingHours,
  workingStretches
} from './working-hours';
