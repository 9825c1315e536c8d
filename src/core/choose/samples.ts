import type { PartJob } from '../document';
import { cardOf, coatSpecs } from '../document';
import type { Approval, LayerLook, PartState } from '../log';
import type { Problem } from '../document';

/** What the approved board says of the job's colours. */
export interface ColourLock {
  approval: Approval;
  /** Whether the coats show the approved colours. */
  held: boolean;
  /** A change was asked for: the board no longer holds, a new one must be approved. */
  reopened: boolean;
}

const DEPTHS = ['clear', 'light', 'medium', 'dark'];

/** Colours of the coats as the eye gets them, from the wood up: repeated coats of one colour count once. */
const looks = (layers: readonly LayerLook[]): string[] =>
  layers.map((l) => `${l.productId} ${l.colour}`).filter((l, i, all) => l !== all[i - 1]);

/** The approved colours of a job against its coats; null while nothing is approved. */
export function colourLock(job: PartJob, { colour }: Pick<PartState, 'colour'>): ColourLock | null {
  if (!colour) return null;
  const { approval } = colour;
  const held = looks(coatSpecs(job)).join('|') === looks(approval.layers).join('|');
  return { approval, held, reopened: colour.reopenedAtMs !== undefined };
}

/** What a change of colour against an approved board asks for (handbook 2.4): a new word, and only darker. */
export function sampleProblems(job: PartJob, state: Pick<PartState, 'colour' | 'coats'>): Problem[] {
  const lock = colourLock(job, state);
  if (!lock || lock.held) return [];
  const out: Problem[] = lock.reopened
    ? []
    : [
        {
          path: '/finish/colour',
          severity: 'stop',
          problem: `${lock.approval.client} approved another colour. A change needs a new approval; colour goes only darker.`
        }
      ];
  if (state.coats.length > 0 && depthOf(job, coatSpecs(job)) < depthOf(job, lock.approval.layers))
    out.push({
      path: '/finish/colour',
      severity: 'stop',
      problem: 'Oil is on the wood: it can go darker, never lighter. Lighter means sanding back to bare wood.'
    });
  return out;
}

/** The darkest colour of some layers, 0 clear to 3 dark; −1 when no card tells. */
const depthOf = (job: PartJob, layers: readonly LayerLook[]): number =>
  Math.max(
    -1,
    ...layers.map((l) =>
      DEPTHS.indexOf(cardOf(job, l.productId)?.pigment?.find((p) => p.colour === l.colour)?.depth ?? '')
    )
  );
