import { localDate } from '../calendar';
import type { CoatTimes } from '../drying';
import type { Plan } from '../plan';
import type { LiveWork } from '../site';
import { stayOfCoat, wholeSurfaceId, type PartJob } from '../document';
import { madeAt } from '../keyed';
import { kindRow, type Face, type Surface } from '../surface';

/** Faces that lie down when the other is worked. */
const UNDER = new Map([
  ['top', 'underside'],
  ['underside', 'top'],
  ['outside', 'inside'],
  ['inside', 'outside']
]);

/** Tilt from which a face stands rather than lies, degrees from level. */
const STANDS_DEG = 60;

/** Whether a piece is laid down and turned over while this face is worked: a loose thing is, unless it is said to stand. */
const isTurned = ({ kind }: Surface, { turnOver, lies }: Face): boolean =>
  turnOver ?? (kindRow(kind).loose && !(lies && lies.tiltDeg >= STANDS_DEG && lies.tiltDeg <= 180 - STANDS_DEG));

/** The kind of the face a piece lies on while this one is worked; none of a face that does not lie. */
export const sideUnder = (surface: Surface, face: Face): string | undefined =>
  isTurned(surface, face) ? UNDER.get(face.kind) : undefined;

/** A piece of a surface by a name that no other piece of the job has; a surface without pieces is one. */
export const pieceKey = (surfaceId: string, piece = ''): string => `${wholeSurfaceId(surfaceId)}\n${piece}`;

const piecesOf = ({ id, units = [''] }: Pick<Surface, 'id' | 'units'>): string[] =>
  units.map((piece) => pieceKey(id, piece));

/** Parts by part: those that meet it in something. */
type Mates = Map<string, Set<string>>;

const meet = (mates: Mates, part: string, other: string): void => {
  if (part !== other) madeAt(mates, part, () => new Set<string>()).add(other);
};

/** The parts that have the other side of pieces of each part, which lie one way at a time (handbook 1), by part. */
export function otherSides(jobs: readonly PartJob[]): Mates {
  const sides = jobs.flatMap(({ part, surfaces }) =>
    surfaces.flatMap((s) =>
      s.faces.flatMap((f) => {
        const under = f.coats > 0 ? sideUnder(s, f) : undefined;
        return under ? piecesOf(s).map((of) => ({ part, of, kind: f.kind, under })) : [];
      })
    )
  );
  const by = new Map<string, string[]>();
  for (const { part, of, kind } of sides) madeAt(by, `${of}\n${kind}`, () => []).push(part);
  const mates: Mates = new Map();
  for (const { part, of, under } of sides)
    for (const other of by.get(`${of}\n${under}`) ?? []) meet(mates, part, other);
  return mates;
}

/** A part as it stands and as it is planned. */
interface Planned {
  job: PartJob;
  live: LiveWork;
  plan: Plan;
}

/** A coat of a part from its first oil until it can be lain on. */
interface WetSpan {
  coat: number;
  fromMs: number;
  toMs: number;
}

/** When a part's coats can't be lain on: those on the wood, and those of its plan. A coat that never dries can be once it is wiped. */
function wetSpans({ live, plan }: Pick<Planned, 'live'> & { plan?: Plan }): WetSpan[] {
  const last = live.coats.at(-1)?.number ?? 0;
  const ahead = (plan?.chosen?.coats ?? []).filter((c) => c.number > last);
  const span = (c: CoatTimes & { number: number }): WetSpan => ({
    coat: c.number,
    fromMs: c.laidFromMs,
    toMs: c.touchDry?.p50 ?? c.laidToMs
  });
  return [...live.coats.map(span), ...ahead.map(span)];
}

/**
 * The hours in which a part can't be laid because the other side of its pieces, in another part, would be lain on wet: its coats
 * on the wood, and those that are planned where it comes first.
 */
export const shutBySides = (
  others: readonly (Pick<Planned, 'job' | 'live'> & { plan?: Plan })[],
  names: ReadonlyMap<string, string>
): NonNullable<PartJob['shut']> =>
  others.flatMap((o) =>
    wetSpans(o).map(({ fromMs, toMs }) => ({
      fromMs,
      toMs,
      why: `it would lie on the wet oil of ${names.get(o.job.part)}`
    }))
  );

/** The parts that have faces of the same loose pieces, by part: where the one is carried, the other goes along. */
export function partsOfPieces(jobs: readonly PartJob[]): Mates {
  const by = new Map<string, Set<string>>();
  for (const { part, surfaces } of jobs)
    for (const s of surfaces.filter((x) => kindRow(x.kind).loose))
      for (const of of piecesOf(s)) madeAt(by, of, () => new Set<string>()).add(part);
  const mates: Mates = new Map();
  for (const parts of by.values()) for (const part of parts) for (const other of parts) meet(mates, part, other);
  return mates;
}

/** Since when a part is in a place other than where it began, by its plan: nothing before its first move. */
function carriedBy({ job, live, plan }: Planned, atMs: number): { placeId: string; sinceMs: number } {
  const last = live.coats.at(-1)?.number ?? 0;
  const coats = (plan.chosen?.coats ?? []).filter((c) => c.number > last && c.laidFromMs <= atMs);
  const moved = coats.findLast((c) => stayOfCoat(job, c.number).placeId !== stayOfCoat(job, c.number - 1).placeId);
  return moved
    ? { placeId: stayOfCoat(job, moved.number).placeId, sinceMs: moved.laidFromMs }
    : { placeId: job.placeId, sinceMs: job.was?.at(-1)?.untilMs ?? -Infinity };
}

/** A coat that is planned in one place while its pieces are in another, where another part of theirs was carried. */
export interface ElsewhereFinding {
  part: string;
  other: string;
  coat: number;
  atMs: number;
  /** Where the pieces are by then, and since when. */
  placeId: string;
  sinceMs: number;
}

/** Coats of parts on the same pieces that are planned in a place where those are not, the first of each part. */
export function elsewhereFindings(parts: readonly Planned[], nowMs: number): ElsewhereFinding[] {
  const mates = partsOfPieces(parts.map((p) => p.job));
  return parts.flatMap((mine): ElsewhereFinding[] => {
    const last = mine.live.coats.at(-1)?.number ?? 0;
    for (const coat of (mine.plan.chosen?.coats ?? []).filter((c) => c.number > last && c.laidFromMs >= nowMs))
      for (const theirs of parts.filter((p) => mates.get(mine.job.part)?.has(p.job.part))) {
        const here = stayOfCoat(mine.job, coat.number).placeId;
        const { placeId, sinceMs } = carriedBy(theirs, coat.laidFromMs);
        const own = carriedBy(mine, coat.laidFromMs);
        // Whichever was carried last took the pieces along.
        if (placeId !== here && sinceMs > own.sinceMs)
          return [
            { part: mine.job.part, other: theirs.job.part, coat: coat.number, atMs: coat.laidFromMs, placeId, sinceMs }
          ];
      }
    return [];
  });
}

/**
 * What is wrong between two sides of pieces as they are planned. `apart`: their first coats go on on different days, and a loose
 * panel with one side coated cups. `on wet`: a coat is begun while the other side can't be lain on yet.
 */
export interface SidesFinding {
  kind: 'apart' | 'on wet';
  part: string;
  other: string;
  coat: number;
  /** When the coat is begun, and until when the other side is wet. */
  atMs: number;
  untilMs: number;
}

/** What is wrong between the two sides of pieces in different parts, each pair once. */
export function sidesFindings(parts: readonly Planned[], nowMs: number): SidesFinding[] {
  const mates = otherSides(parts.map((p) => p.job));
  const out: SidesFinding[] = [];
  for (const mine of parts)
    for (const theirs of parts.filter((p) => mates.get(mine.job.part)?.has(p.job.part))) {
      const [a, b] = [wetSpans(mine), wetSpans(theirs)];
      const said = { part: mine.job.part, other: theirs.job.part };
      const wetUnder = (x: WetSpan) => b.find((y) => y.fromMs < x.fromMs && x.fromMs < y.toMs);
      const onWet = a.find((x) => x.fromMs >= nowMs && wetUnder(x));
      if (onWet)
        out.push({ kind: 'on wet', ...said, coat: onWet.coat, atMs: onWet.fromMs, untilMs: wetUnder(onWet)!.toMs });
      const [first, before] = [a.find((x) => x.coat === 1), b.find((x) => x.coat === 1)];
      if (!first || !before || first.fromMs < nowMs || before.fromMs > first.fromMs) continue;
      const { timeZone } = mine.job.site;
      if (localDate(first.fromMs, timeZone) !== localDate(before.fromMs, timeZone))
        out.push({ kind: 'apart', ...said, coat: 1, atMs: first.fromMs, untilMs: before.toMs });
    }
  return out;
}

/** When a part could be begun on the day its other side was, once that one can be lain on; null when no hour of that day is open. */
export function sameDayStart({ plan, job }: Planned, untilMs: number, dayMs: number): number | null {
  const day = localDate(dayMs, job.site.timeZone);
  const hour = plan.hours.find(
    (h) =>
      h.work && h.closed.length === 0 && h.work.toMs > untilMs && localDate(h.work.fromMs, job.site.timeZone) === day
  );
  return hour?.work ? Math.max(hour.work.fromMs, untilMs) : null;
}
