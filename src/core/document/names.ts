import { faceName, namedList } from '../surface';
import { wholeSurfaceId, type Cell } from './owners';
import { FIRST_PART } from '../keyed';
import { partJobs, partOf } from './part-job';
import type { JobDocument, Taken } from './schema';

/**
 * What each part is called: by the crew's own name, else by the surfaces it takes, and their faces where others take them too.
 * What the parts take is worked out once for all of them.
 */
export function partNames(document: JobDocument): Map<string, string> {
  const surfaces = partJobs(document).map((job) => namedList([...new Set(job.surfaces.map((s) => s.name))]));
  return new Map(
    document.parts.map((part, i) => {
      const mine = surfaces[i]!;
      const alike = document.parts.some((p, k) => k !== i && !p.name && surfaces[k] === mine);
      const own = !alike ? mine : part.id === FIRST_PART ? `${mine}, the rest` : takenWords(document, part.takes);
      return [part.id, part.name || (mine ? own : '') || 'Nothing yet'];
    })
  );
}

/** What one part is called; the first where there is none with this id. */
export const partName = (document: JobDocument, partId: string): string =>
  partOf(document, partId).name || partNames(document).get(partOf(document, partId).id)!;

/** A face of a piece by name: "Twelve doors, cell 4, inside". */
export function cellName({ surfaces }: Pick<JobDocument, 'surfaces'>, { surface, face, piece }: Cell): string {
  const of = surfaces.find((s) => s.id === wholeSurfaceId(surface));
  const kind = of?.faces.find((f) => f.id === face)?.kind;
  return [of?.name, piece, kind && faceName(kind).toLowerCase()].filter(Boolean).join(', ');
}

/** Tags of pieces in the fewest words: "cell 1 to 8", "cell 3 and porch". */
export function pieceList(pieces: readonly string[]): string {
  const numbered = pieces.map((p) => /^(.*?)(\d+)$/.exec(p));
  const run = numbered.every((m, i) => m && m[1] === numbered[0]![1] && Number(m[2]) === Number(numbered[0]![2]) + i);
  if (run && pieces.length > 2) return `${pieces[0]} to ${numbered.at(-1)![2]}`;
  return namedList(pieces);
}

/**
 * What a laying went on, in words: the faces it names; of a stretch "bay 3", with the face where its part has more than one.
 */
export function layingName(
  document: Pick<JobDocument, 'surfaces'>,
  part: Pick<JobDocument, 'surfaces'> | undefined,
  { laying, on, bay }: { laying: number; on?: readonly Taken[]; bay: boolean }
): string {
  if (!on) return `bay ${laying}`;
  if (!bay) return takenWords(document, on);
  const [only, ...others] = (part ?? document).surfaces.flatMap((s) => s.faces.filter((f) => f.coats > 0).map(() => s));
  return only && !only.units && others.length === 0 ? `bay ${laying}` : `bay ${laying} of ${takenWords(document, on)}`;
}

/** Faces of pieces that were named together: "cell 1 to 4, inside". A surface is named where the job has several. */
export function takenWords({ surfaces }: Pick<JobDocument, 'surfaces'>, taken: readonly Taken[]): string {
  const groups = new Map<string, { who: string; faces: string[] }>();
  for (const t of taken) {
    const surface = surfaces.find((s) => s.id === t.surface);
    const pieces = t.pieces ? pieceList(t.pieces) : '';
    const who = [surfaces.length > 1 || !pieces ? surface?.name : '', pieces].filter(Boolean).join(', ');
    const kind = surface?.faces.find((f) => f.id === t.face)?.kind;
    const group = groups.get(who) ?? { who, faces: [] };
    if (kind) group.faces.push(faceName(kind).toLowerCase());
    groups.set(who, group);
  }
  return [...groups.values()].map(({ who, faces }) => [who, namedList(faces, 6)].filter(Boolean).join(', ')).join('; ');
}
