import { FIRST_PART, partJob, partOf, type JobDocument } from '../core/document';
import { namedList } from '../core/surface';

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

/** The address of a station of a job; where it is not the first, its part is named. */
export const stationOf = (jobId: string, part: string, station = ''): string =>
  `/jobs/${jobId}${station && `/${station}`}${part === FIRST_PART ? '' : `?part=${part}`}`;
