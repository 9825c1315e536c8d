export { DESK_DAYS_AHEAD, DESK_DAYS_BACK, deskSeries, weatherHour } from './weather';
export { answerPosition, type DeskAnswer } from './answer';
