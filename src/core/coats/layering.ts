import type { HouseRules } from '../house';
import { layerRuling, type LayerRuling } from '../layers';
import { cardOf, coatSpec, coatsOnFace, faceRef } from '../document';
import type { CutBack, PartJob } from '../document';
import type { Problem } from '../document';

/** A pair of coats that meet on some faces, and what the layer rules say of it. */
export interface LayerFinding extends LayerRuling {
  below: number;
  above: number;
  faces: string[];
  /** What is done to the coat below before the one above. */
  cutBack: CutBack;
  severity: 'go' | 'check' | 'stop';
}

/** Every pair of coats that meet, once each, from the wood up. Needs a finish; pairs without a card are passed over. */
export function layerChecks(job: PartJob, house: HouseRules): LayerFinding[] {
  const { finish } = job;
  if (!finish) return [];
  const pairs = new Map<string, { below: number; above: number; faces: string[] }>();
  for (const s of job.surfaces)
    for (const f of s.faces) {
      const numbers = coatsOnFace(finish, s, f);
      numbers.slice(1).forEach((above, i) => {
        const below = numbers[i]!;
        const pair = pairs.get(`${below} ${above}`) ?? { below, above, faces: [] };
        pair.faces.push(faceRef(s, f));
        pairs.set(`${below} ${above}`, pair);
      });
    }
  return [...pairs.values()]
    .sort((a, b) => a.above - b.above || a.below - b.below)
    .flatMap((pair) => {
      const [below, above] = [coatSpec(finish, pair.below), coatSpec(finish, pair.above)];
      const [under, over] = [cardOf(job, below.productId), cardOf(job, above.productId)];
      if (!under || !over) return [];
      const ruling = layerRuling({ ...below, card: under }, { ...above, card: over }, house);
      const cutBack = above.cutBack ?? house.betweenCoats;
      return [{ ...ruling, ...pair, cutBack, severity: severityOf(ruling, cutBack) }];
    });
}

function severityOf({ result }: LayerRuling, cutBack: CutBack): LayerFinding['severity'] {
  if (result === 'no' || result === 'barrier') return 'stop';
  if (result === 'abrade') return cutBack === 'abrade' ? 'go' : 'check';
  return result === 'test patch' || result === 'wait' ? 'check' : 'go';
}

/** A finding that does not go, as a problem of the job. */
export const layerProblem = (l: LayerFinding): Problem => ({
  path: `/finish/coats/${l.above - 1}`,
  severity: l.severity === 'stop' ? 'stop' : 'check',
  problem: `Coat ${l.above} over coat ${l.below}: ${l.reason}${l.cure ? ` ${l.cure}` : ''}`
});
