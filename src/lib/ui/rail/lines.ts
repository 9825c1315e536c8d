import type { JobLine } from '$lib/server/overview/rail';
import { coatSegments, cutAt, type Segment } from '../ribbon/segments';

/** The coat ribbons of one job line: what was laid, then what is planned. Later coats cover earlier ones. */
export function lineSegments(
  line: Pick<JobLine, 'coats' | 'coatsWanted' | 'planned'>,
  toMs: number
): { laid: Segment[]; planned: Segment[] } {
  const join = (coats: JobLine['coats'] | NonNullable<JobLine['planned']>['coats']) =>
    coats.flatMap((c, i) => {
      const own = coatSegments(c, c.number >= line.coatsWanted ? 'cure' : 'recoat', toMs);
      const next = coats[i + 1];
      return next ? cutAt(own, next.laidFromMs) : own;
    });
  return {
    laid: join(line.coats),
    planned: line.planned ? join(line.planned.coats) : []
  };
}
