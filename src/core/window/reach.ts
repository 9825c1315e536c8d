import { HOUR_MS } from '../units';
import { cardHours } from '../product';
import { coatSpecs, cardOf, type JobDocument, type PartJob } from '../document';
import { partJobs } from '../document';
import { needsWeather } from './job-climate';

/** How much longer a coat may take than its card says, in air that is cool and damp. */
const SLOW = 2;
/** A day off in between, h. */
const SPARE_HOURS = 48;
/** The longest a sequence is followed, h. */
const MOST_HOURS = 60 * 24;

/** How many hours all coats of a part may take in slow weather, a day each at least; 0 where none is chosen. */
export function sequenceHours(job: PartJob): number {
  const coats = coatSpecs(job).flatMap(({ productId }) => cardOf(job, productId) ?? []);
  const hours = coats.reduce((sum, card) => sum + Math.max(24, SLOW * (cardHours(card, 'recoatOpens') ?? 0)), 0);
  return hours === 0 ? 0 : Math.min(MOST_HOURS, hours + SPARE_HOURS);
}

/**
 * How many hours beyond a forecast a job's weather has to reach: its longest sequence in the open begun at `fromMs`, or at the
 * start that is chosen where that is later.
 */
export function hoursBeyond(document: JobDocument, fromMs: number, forecastEndMs: number): number {
  const ends = partJobs(document)
    .filter(needsWeather)
    .map((job) => {
      const startMs = job.startAt === undefined ? fromMs : Math.max(fromMs, Date.parse(job.startAt));
      return startMs + sequenceHours(job) * HOUR_MS;
    });
  const hours = Math.ceil((Math.max(...ends, forecastEndMs) - forecastEndMs) / HOUR_MS);
  return Math.min(MOST_HOURS, hours);
}
