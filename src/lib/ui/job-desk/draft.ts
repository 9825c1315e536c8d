import type { JobDocument } from '$core/document';
import { newestJob } from '$formats/lift-job';

/** Changes to a job that are not known to be saved: the document, and the row it was made from. */
interface Draft {
  rowVersion: number;
  document: JobDocument;
}

const key = (personId: string, jobId: string) => `basket draft ${personId} ${jobId}`;

/** Keeps a draft on this device at once, so that a page that goes away loses nothing. A full device keeps none. */
export function keepDraft(personId: string, jobId: string, draft: Draft): void {
  try {
    localStorage.setItem(key(personId, jobId), JSON.stringify(draft));
  } catch {
    // The save a moment later is then all there is.
  }
}

/** Lets a draft go: everything in it is on the server. */
export function dropDraft(personId: string, jobId: string): void {
  try {
    localStorage.removeItem(key(personId, jobId));
  } catch {
    // Nothing was kept either.
  }
}

/** The draft kept of a job by this person on this device; null when there is none that can be read. */
export function keptDraft(personId: string, jobId: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(key(personId, jobId)) ?? 'null') as Draft | null;
    if (!draft || !Number.isInteger(draft.rowVersion) || typeof draft.document !== 'object') return null;
    // One kept before an update is of an older version.
    return { ...draft, document: newestJob(draft.document) };
  } catch {
    return null;
  }
}
