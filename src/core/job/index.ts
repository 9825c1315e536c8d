export { view, type JobSeen, type JobView } from './view';
