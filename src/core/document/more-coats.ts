import { piecesOfFace, type Surface } from '../surface';
import { besideId, cellKey, keysTaken, wholeSurfaceId } from './owners';
import type { PartJob } from './part-job';
import type { Taken } from './schema';

const MOST_COATS = 12;

/**
 * A part with one coat more on what each of these names. Pieces that get more than their like stand apart from them, as a surface
 * of their own, so that each is measured by its own count.
 */
export function withMoreCoats(job: PartJob, more: readonly (readonly Taken[])[]): PartJob {
  if (more.length === 0) return job;
  const named = more.map((on) => keysTaken(job.surfaces, on));
  const ids = new Set(job.surfaces.map((s) => s.id));
  return { ...job, surfaces: job.surfaces.flatMap((s) => apart(s, named, ids)) };
}

/** A surface by the pieces that get the same; `ids` are those taken in the part. */
function apart(surface: Surface, named: readonly ReadonlySet<string>[], ids: Set<string>): Surface[] {
  const extra = (face: string, piece: string | undefined) =>
    named.filter((keys) => keys.has(cellKey({ surface: surface.id, face, ...(piece !== undefined && { piece }) })))
      .length;
  const groups = new Map<string, { piece: string | undefined; faces: Surface['faces'] }[]>();
  for (const piece of surface.units ?? [undefined]) {
    const faces = surface.faces.map((f) => {
      const of = piecesOfFace(surface, f).includes(undefined) ? undefined : piece;
      return { ...f, coats: f.coats === 0 ? 0 : Math.min(MOST_COATS, f.coats + extra(f.id, of)) };
    });
    const key = faces.map((f) => f.coats).join(' ');
    groups.set(key, [...(groups.get(key) ?? []), { piece, faces }]);
  }
  const lists = [...groups.values()].sort((a, b) => b.length - a.length);
  return lists.map((group, n) => {
    const id = n === 0 ? surface.id : freeId(surface.id, ids);
    const { faces } = group[0]!;
    if (lists.length === 1) return { ...surface, faces };
    // A face that is one over all pieces stays with most of them.
    const kept = n === 0 ? faces : faces.filter((f) => !f.whole);
    return { ...surface, id, units: group.map((g) => g.piece!), faces: kept };
  });
}

function freeId(surfaceId: string, ids: Set<string>): string {
  let n = 1;
  while (ids.has(besideId(wholeSurfaceId(surfaceId), n))) n++;
  const id = besideId(wholeSurfaceId(surfaceId), n);
  ids.add(id);
  return id;
}
