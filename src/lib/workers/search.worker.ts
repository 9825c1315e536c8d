import { expose } from 'comlink';
import { bestStarts, compareSystems, type JobDocument, type Knowledge, type SystemFigures } from '../../core/job';
import type { SequenceOutcome, SiteClimate } from '../../core/window';

const search = {
  /** Every start worth showing, best first. */
  starts: (job: JobDocument, climate: SiteClimate, knowledge: Knowledge, nowMs: number): SequenceOutcome[] =>
    bestStarts(job, climate, knowledge, nowMs),
  /** Systems worked out to be held against each other. */
  compare: (...args: Parameters<typeof compareSystems>): SystemFigures[] => compareSystems(...args)
};

export type Search = typeof search;

expose(search);
