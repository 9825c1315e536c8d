import type { CoatPlan } from '../coats';
import type { PartJob } from '../document';
import type { BatchState, CoatRef } from '../log';
import { shareOfBatch } from '../log';
import type { LiveCoat } from './live';

/** A part with its coats as planned and as they are. */
export interface SharingPart {
  job: Pick<PartJob, 'part' | 'finish'>;
  plan: { coats: readonly CoatPlan[] };
  live: { coats: readonly LiveCoat[] };
}

/** The coat of a part that is laid next, or under way; none when all are on. */
const coatToLay = ({ plan, live }: SharingPart): CoatPlan | undefined =>
  plan.coats.find((c) => !live.coats.some((l) => l.number === c.number && l.closed));

/**
 * The coats that one batch may serve beside a coat: what each other part lays next, where it is the same product in the same
 * colour. With the litres planned for each, L.
 */
export function sharesBatch(parts: readonly SharingPart[], of: CoatRef): (CoatRef & { litres: number })[] {
  const own = parts.find((p) => p.job.part === of.part)?.plan.coats.find((c) => c.number === of.coat);
  if (!own) return [];
  return parts.flatMap((p) => {
    const next = p.job.part === of.part ? undefined : coatToLay(p);
    return next && next.expectedL > 0 && next.productId === own.productId && next.colour === own.colour
      ? [{ part: p.job.part, coat: next.number, litres: next.expectedL }]
      : [];
  });
}

/** What a coat has of its batches, in litres: mixed for it and left, its share of each where several coats use one. */
export interface CoatShare {
  heldL: number;
  /** What did not go on: left, or spilt. */
  leftL: number;
  /** Some batch was shared: what went on this coat is a guess. */
  shared: boolean;
}

/** A coat's share of some batches; `leftL` tells what is left of one that is not ended yet. */
export const shareOf = (batches: readonly BatchState[], of: CoatRef, leftL: (b: BatchState) => number): CoatShare =>
  batches.reduce<CoatShare>(
    (sum, b) => {
      const share = shareOfBatch(b, of);
      return {
        heldL: sum.heldL + share * b.totalL,
        leftL: sum.leftL + share * (b.emptiedAtMs === undefined ? leftL(b) : (b.leftL ?? 0) + (b.spiltL ?? 0)),
        shared: sum.shared || b.for.length > 1
      };
    },
    { heldL: 0, leftL: 0, shared: false }
  );
