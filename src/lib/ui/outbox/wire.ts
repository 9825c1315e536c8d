import type { NewEvent } from '$core/log';
import type { Receipt } from '$lib/server/on-site/append';

/**
 * What became of something sent. `again`: not now, such as out of reach or a busy server; `sign in`: the sign-in has run out;
 * `held`: this job takes nothing for now, others do; `too much`: fewer at once; `refused`: never like this, with why.
 */
export type Sent<T> =
  | { outcome: 'taken'; answer: T }
  | { outcome: 'again' | 'sign in' | 'held' | 'too much' }
  | { outcome: 'refused'; reason: string };

/** How an outbox reaches the server. */
export interface Wire {
  events(jobId: string, events: readonly NewEvent[], patienceMs: number): Promise<Sent<Receipt[]>>;
  photo(jobId: string, id: string, picture: Blob, told: (share: number) => void): Promise<Sent<null>>;
}

interface Refusal {
  message?: string;
  problems?: { path: string; problem: string }[];
}

/** What an answer means that took nothing. */
export function meaningOf(status: number, body: Refusal): Sent<never> {
  if (status === 401) return { outcome: 'sign in' };
  if (status === 423) return { outcome: 'held' };
  if (status === 413) return { outcome: 'too much' };
  if (status === 0 || status === 408 || status === 425 || status === 429 || status >= 500) return { outcome: 'again' };
  const told = body.problems?.map((p) => `${p.path.slice(p.path.lastIndexOf('/') + 1)} ${p.problem}`.trim()).join('; ');
  return { outcome: 'refused', reason: told || body.message || `refused by the server (${status})` };
}

/** A hanging request took longer than this phone had patience for. */
export class Hung extends Error {}

export const wire: Wire = {
  async events(jobId, events, patienceMs) {
    let r: Response;
    try {
      r = await fetch(`/api/jobs/${jobId}/events`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ events }),
        // A request that hangs on a weak signal must not hold back the word that this phone is on its own.
        signal: AbortSignal.timeout(patienceMs)
      });
    } catch (fault) {
      if ((fault as Error).name === 'TimeoutError') throw new Hung();
      return { outcome: 'again' };
    }
    const body = (await r.json().catch(() => null)) as (Refusal & { receipts?: Receipt[] }) | null;
    // A page in place of an answer comes from something between here and the server.
    if (r.ok) return body?.receipts ? { outcome: 'taken', answer: body.receipts } : { outcome: 'again' };
    return meaningOf(r.status, body ?? {});
  },

  photo: (jobId, id, picture, told) =>
    new Promise((done) => {
      const r = new XMLHttpRequest();
      r.open('PUT', `/api/jobs/${jobId}/photos/${id}`);
      r.upload.onprogress = (e) => e.lengthComputable && told(e.loaded / e.total);
      r.onerror = r.onabort = r.ontimeout = () => done({ outcome: 'again' });
      r.onload = () => {
        if (r.status >= 200 && r.status < 300) return done({ outcome: 'taken', answer: null });
        let body: Refusal = {};
        try {
          body = JSON.parse(r.responseText) as Refusal;
        } catch {
          // No words came with it.
        }
        const meaning = meaningOf(r.status, body);
        done(meaning.outcome === 'too much' ? { outcome: 'refused', reason: 'The photo is too large.' } : meaning);
      };
      r.send(picture);
    })
};
