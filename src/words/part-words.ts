import { partName, type JobDocument, type PartJob } from '../core/document';
import { whenWords } from './time';

/** The names of a job's things. */
export { cellName, partName, pieceList, takenWords } from '../core/document';

/** A job by its title; where it has several parts, one of them beside it. */
export const partTitle = (document: JobDocument, partId: string): string =>
  document.parts.length > 1 ? `${document.title}: ${partName(document, partId)}` : document.title;

/** What a part waits for, and until when; empty when for nothing. */
export const waitsWords = ({ waits, site }: Pick<PartJob, 'waits' | 'site'>, nowMs: number): string =>
  !waits ? '' : waits.untilMs === null ? waits.why : `${waits.why}: ${whenWords(waits.untilMs, nowMs, site.timeZone)}`;
