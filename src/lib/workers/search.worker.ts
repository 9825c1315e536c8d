import { expose } from 'comlink';
import { bestStarts, type JobDocument, type Knowledge } from '../../core/job';
import type { SequenceOutcome, SiteClimate } from '../../core/window';

const search = {
  /** Every start worth showing, best first. */
  starts: (job: JobDocument, climate: SiteClimate, knowledge: Knowledge, nowMs: number): SequenceOutcome[] =>
    bestStarts(job, climate, knowledge, nowMs)
};

export type Search = typeof search;

expose(search);
