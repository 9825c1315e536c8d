export {
  DESK_ARCHIVE_DAYS_BEHIND,
  DESK_DAYS_AHEAD,
  deskArchive,
  DESK_DAYS_BACK,
  DESK_MEMBERS,
  deskEnsemble,
  deskSeries,
  SCENARIO_NAMES,
  weatherHour,
  type Scenario
} from './weather';
export { answerPosition, placeOf, type DeskAnswer } from './answer';
