export { judgeBooking, type JudgedBooking } from './booking';
