/** A visit as it is booked: of which part of which job, when, and how many people it takes. */
export interface BookedVisit {
  jobId: string;
  part: string;
  title: string;
  fromMs: number;
  toMs: number;
  people: number;
}

/** More people wanted at one hour than the crew has: the other visits of that hour, and how many all take together. */
export interface Clash {
  others: BookedVisit[];
  wanted: number;
}

const overlaps = (a: BookedVisit, b: BookedVisit) => a.fromMs < b.toMs && b.fromMs < a.toMs;

/** Where a visit and the others of its worst hour want more people than there are hands; null where all are enough. */
export function clashOf(visit: BookedVisit, booked: readonly BookedVisit[], hands: number): Clash | null {
  const near = booked.filter((b) => !(b.jobId === visit.jobId && b.part === visit.part) && overlaps(b, visit));
  let worst: Clash | null = null;
  for (const at of [visit, ...near].map((v) => Math.max(v.fromMs, visit.fromMs))) {
    const others = near.filter((b) => b.fromMs <= at && at < b.toMs);
    const wanted = visit.people + others.reduce((sum, b) => sum + b.people, 0);
    if (others.length && wanted > hands && wanted > (worst?.wanted ?? 0)) worst = { others, wanted };
  }
  return worst;
}
