import type { CoverageLog } from '../coverage';
import { defaultHouseRules } from '../house';
import type { SiteClimate } from '../climate';
import type { PartJob } from '../document';
import { cardPlans, finishedCoats, shownBy, withShown } from './finished';
import { finishedHands } from './finished-hands';
import type { WorkState } from '../log';
import type { Knowledge } from './knowledge';
import { tackTestsOf } from './tack-tests';

/** What a job's coats teach of litres and hands, coat by coat. By the presets: a change of rules does not rewrite the past. */
function ownCoats(document: PartJob, state: Pick<WorkState, 'coats' | 'batches'>) {
  if (!state.coats.some((c) => c.closedAtMs !== undefined)) return [];
  const plans = cardPlans(document, defaultHouseRules);
  const hands = finishedHands(document, state, plans);
  return finishedCoats(document, state, defaultHouseRules, plans)
    .sort((a, b) => a.coat - b.coat)
    .map((c) => ({
      coat: c.coat,
      shown: shownBy(
        [c],
        hands.filter((h) => h.coat === c.coat)
      )
    }));
}

/** What a crew knows from its other jobs alone. `stored` is this job as it is kept where the knowledge was gathered. */
export function withoutOwn(
  knowledge: Knowledge,
  jobId: string,
  document: PartJob,
  stored: Pick<WorkState, 'coats' | 'batches'>
): Knowledge {
  const coats = ownCoats(document, stored);
  const drying = knowledge.drying.filter((t) => t.jobId !== jobId);
  return {
    ...knowledge,
    drying: drying.length === knowledge.drying.length ? knowledge.drying : drying,
    coverage: withShown(
      knowledge.coverage,
      coats.flatMap((c) => c.shown),
      -1
    )
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
  state: Pick<WorkState, 'coats' | 'batches'>,
  climate: SiteClimate | null,
  nowMs: number
): Knowledge {
  const before = new Map<number, CoverageLog>();
  let coverage = others.coverage;
  for (const { coat, shown } of ownCoats(document, state)) {
    before.set(coat, coverage);
    coverage = withShown(coverage, shown, 1);
  }
  const knowledge: Knowledge = before.size ? { ...others, coverage, before } : others;
  const own = tackTestsOf(jobId, document, state, climate, knowledge, nowMs);
  return own.length ? { ...knowledge, drying: [...others.drying, ...own] } : knowledge;
}
