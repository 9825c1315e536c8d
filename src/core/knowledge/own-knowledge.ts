import type { CoverageLog } from '../coverage';
import { defaultHouseRules } from '../house';
import type { SiteClimate } from '../climate';
import type { PartJob } from '../document';
import { finishedCoats, withCoats } from './finished';
import type { WorkState } from '../log';
import type { Knowledge } from './knowledge';
import { tackTestsOf } from './tack-tests';

/** What a job's coats teach. By the presets: a change of rules does not rewrite the past. */
const ownCoats = (document: PartJob, state: Pick<WorkState, 'coats'>) =>
  finishedCoats(document, state, defaultHouseRules).sort((a, b) => a.coat - b.coat);

/** What a crew knows from its other jobs alone. `stored` is this job as it is kept where the knowledge was gathered. */
export function withoutOwn(
  knowledge: Knowledge,
  jobId: string,
  document: PartJob,
  stored: Pick<WorkState, 'coats'>
): Knowledge {
  const coats = ownCoats(document, stored);
  const drying = knowledge.drying.filter((t) => t.jobId !== jobId);
  return {
    ...knowledge,
    drying: drying.length === knowledge.drying.length ? knowledge.drying : drying,
    coverage: coats.length ? withCoats(knowledge.coverage, coats, -1) : knowledge.coverage
  };
}

/**
 * What a crew knows with this job's own coats and tests as they stand now, before they are stored and after alike; and what
 * was known before each of its coats, whose own litres never join what judges its film (handbook 9).
 */
export function withOwn(
  others: Knowledge,
  jobId: string,
  document: PartJob,
  state: Pick<WorkState, 'coats'>,
  climate: SiteClimate | null,
  nowMs: number
): Knowledge {
  const before = new Map<number, CoverageLog>();
  let coverage = others.coverage;
  for (const coat of ownCoats(document, state)) {
    before.set(coat.coat, coverage);
    coverage = withCoats(coverage, [coat], 1);
  }
  const knowledge: Knowledge = before.size ? { ...others, coverage, before } : others;
  const own = tackTestsOf(jobId, document, state, climate, knowledge, nowMs);
  return own.length ? { ...knowledge, drying: [...others.drying, ...own] } : knowledge;
}
