import {
  FIRST_PART,
  partJob,
  partOf,
  wholeSurfaceId,
  type Cell,
  type JobDocument,
  type PartJob,
  type Taken
} from '../core/document';
import { faceName, namedList } from '../core/surface';
import { whenWords } from './time';

/** What a part is called: by the crew's own name, else by the surfaces it takes. */
export function partName(document: JobDocument, partId: string): string {
  const { name } = partOf(document, partId);
  if (name) return name;
  const { surfaces } = partJob(document, partId);
  const names = [...new Set(surfaces.map((s) => s.name))];
  return names.length ? namedList(names) : 'Nothing yet';
}

/** A job by its title; where it has several parts, one of them beside it. */
export const partTitle = (document: JobDocument, partId: string): string =>
  document.parts.length > 1 ? `${document.title}: ${partName(document, partId)}` : document.title;

/** What a part waits for, and until when; empty when for nothing. */
export const waitsWords = ({ waits, site }: Pick<PartJob, 'waits' | 'site'>, nowMs: number): string =>
  !waits ? '' : waits.untilMs === null ? waits.why : `${waits.why}: ${whenWords(waits.untilMs, nowMs, site.timeZone)}`;

/** The address of a station of a job; where it is not the first, its part is named. */
export const stationOf = (jobId: string, part: string, station = ''): string =>
  `/jobs/${jobId}${station && `/${station}`}${part === FIRST_PART ? '' : `?part=${part}`}`;

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
