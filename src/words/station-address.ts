import { FIRST_PART } from '../core/keyed';

/** The address of a station of a job; where it is not the first, its part is named. */
export const stationOf = (jobId: string, part: string, station = ''): string =>
  `/jobs/${jobId}${station && `/${station}`}${part === FIRST_PART ? '' : `?part=${part}`}`;
