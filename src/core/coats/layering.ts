import type { HouseRules } from '../house';
import { layerRuling, rulingOverFound, type Layer, type LayerRuling } from '../layers';
import type { FinishFound } from '../surface';
import { cardOf, coatSpec, coatsOnFace, faceRef } from '../document';
import type { CoatSpec, CutBack, PartJob } from '../document';
import { madeAt } from '../keyed';
import { betweenCoats } from './between';
import type { Problem } from '../document';

/** A pair of coats that meet on some faces, and what the layer rules say of it. */
export interface LayerFinding extends LayerRuling {
  /** The coat below; 0 where it is what the faces came finished with. */
  below: number;
  above: number;
  found?: FinishFound;
  faces: string[];
  /** What is done to the coat below before the one above. */
  cutBack: CutBack;
  severity: 'go' | 'check' | 'stop';
}

/** Every pair of coats that meet, once each, from the wood up. Needs a finish; pairs without a card are passed over. */
export function layerChecks(job: PartJob, house: HouseRules): LayerFinding[] {
  const { finish } = job;
  if (!finish) return [];
  const pairs = new Map<string, Pick<LayerFinding, 'below' | 'above' | 'found' | 'faces'>>();
  const meet = (below: number, above: number, face: string, found?: FinishFound) =>
    madeAt(pairs, `${below} ${above} ${found}`, () => ({
      below,
      above,
      ...(found && { found }),
      faces: []
    })).faces.push(face);
  for (const s of job.surfaces)
    for (const f of s.faces) {
      const numbers = coatsOnFace(finish, s, f);
      if (f.came && numbers[0] !== undefined) meet(0, numbers[0], faceRef(s, f), f.came);
      numbers.slice(1).forEach((above, i) => meet(numbers[i]!, above, faceRef(s, f)));
    }
  return [...pairs.values()]
    .sort((a, b) => a.above - b.above || a.below - b.below)
    .flatMap((pair) => {
      const above = coatSpec(finish, pair.above);
      const over = cardOf(job, above.productId);
      if (!over) return [];
      const ruling = pair.found
        ? rulingOverFound(pair.found, { ...above, card: over })
        : rulingOver(job, coatSpec(finish, pair.below), { ...above, card: over }, house);
      if (!ruling) return [];
      const cutBack = pair.found
        ? (above.cutBack ?? house.betweenCoats)
        : (betweenCoats(job, pair.above, house)?.how ?? 'nothing');
      return [{ ...ruling, ...pair, cutBack, severity: severityOf(ruling, cutBack) }];
    });
}

function rulingOver(job: PartJob, below: CoatSpec, above: Layer, house: HouseRules): LayerRuling | null {
  const card = cardOf(job, below.productId);
  return card ? layerRuling({ ...below, card }, above, house) : null;
}

/** What lies under a coat, in words. */
export const underWords = ({ below, found }: Pick<LayerFinding, 'below' | 'found'>): string =>
  found ? (found === 'not known' ? 'what it came with' : `the ${found} it came with`) : `coat ${below}`;

function severityOf({ result }: LayerRuling, cutBack: CutBack): LayerFinding['severity'] {
  if (result === 'no' || result === 'barrier') return 'stop';
  if (result === 'abrade') return cutBack === 'abrade' ? 'go' : 'check';
  return result === 'test patch' || result === 'wait' ? 'check' : 'go';
}

/** A finding that does not go, as a problem of the job. */
export const layerProblem = (l: LayerFinding): Problem => ({
  path: `/finish/coats/${l.above - 1}`,
  severity: l.severity === 'stop' ? 'stop' : 'check',
  problem: `Coat ${l.above} over ${underWords(l)}: ${l.reason}${l.cure ? ` ${l.cure}` : ''}`
});
