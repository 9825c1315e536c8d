import { partNames, type JobDocument, type PartJob } from '../core/document';
import { whenWords } from './time';

/** The names of a job's things. */
export { cellName, layingName, partName, pieceList, takenWords } from '../core/document';

/** A job by its title, for each of its parts; where it has several, with the part's name beside it. */
export const partTitles = (document: JobDocument): Map<string, string> =>
  new Map(
    [...partNames(document)].map(([part, name]) => [
      part,
      document.parts.length > 1 ? `${document.title}: ${name}` : document.title
    ])
  );

/** What a part waits for, and until when; empty when for nothing. */
export const waitsWords = ({ waits, site }: Pick<PartJob, 'waits' | 'site'>, nowMs: number): string =>
  !waits ? '' : waits.untilMs === null ? waits.why : `${waits.why}: ${whenWords(waits.untilMs, nowMs, site.timeZone)}`;
