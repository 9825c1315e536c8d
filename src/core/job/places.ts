import { atPlace, partOf, placeOf, type JobDocument, type Part, type PartJob } from '../document';
import type { WorkState } from '../log';

/** Where a part was carried, and when. */
interface Carried {
  placeId: string;
  atMs: number;
}

type Known = Pick<WorkState, 'moved' | 'coats'>;

/** Where a part was carried so far, in order, and the planned moves that are still to come. */
interface Journey {
  carried: Carried[];
  left: NonNullable<Part['moves']>;
}

/**
 * Where a part was carried, as somebody wrote it down; and, of a planned move that nobody wrote down, when the coat was begun
 * that it was to come before. What was written between the coat below and that one answers the move: it was carried there
 * then, wherever that was. What is planned to a place it is in already is no move any more.
 */
function journeyOf(part: Part, { moved, coats }: Known): Journey {
  const mine = coats.filter((c) => c.part === part.id);
  const begunFrom = (n: number) =>
    mine.reduce((m, c) => (c.coat >= n ? Math.min(m, c.openedAtMs) : m), Number.POSITIVE_INFINITY);
  const begunBelow = (n: number) =>
    mine.reduce((m, c) => (c.coat < n ? Math.max(m, c.openedAtMs) : m), Number.NEGATIVE_INFINITY);
  const carried = (moved.get(part.id) ?? []).map(({ place, atMs }): Carried => ({ placeId: place, atMs }));
  const written = [...carried];
  const moves = part.moves ?? [];
  let done = 0;
  moves.forEach(({ before, placeId }, i) => {
    const [fromMs, toMs] = [begunBelow(before), begunFrom(before)];
    const answers = written.filter((w) => w.atMs > fromMs && w.atMs <= toMs);
    if (toMs < Infinity && answers.length === 0) carried.push({ placeId, atMs: toMs });
    if (toMs < Infinity || answers.at(-1)?.placeId === placeId) done = i + 1;
  });
  carried.sort((a, b) => a.atMs - b.atMs);
  const here = carried.at(-1)?.placeId ?? part.placeId;
  const left = moves.slice(done);
  return { carried, left: left[0]?.placeId === here ? left.slice(1) : left };
}

/** A part where it is now: at its own place until it is carried to another, whose air counts from then. */
export function asPlaced(document: JobDocument, job: PartJob, state: Known): PartJob {
  const { carried, left } = journeyOf(partOf(document, job.part), state);
  if (carried.length === 0) return job;
  const stays = [job, ...carried.map(({ placeId }) => atPlace(document, job, placeId))];
  const { moves = [], ...here } = stays.at(-1)!;
  const ahead = moves.slice(moves.length - left.length);
  return {
    ...here,
    ...(ahead.length > 0 && { moves: ahead }),
    was: carried.map(({ atMs }, i) => {
      const { placeId, site } = stays[i]!;
      return { placeId, name: placeOf(document, { placeId }).name, site, untilMs: atMs };
    })
  };
}
