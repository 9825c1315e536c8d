import { DAY_MS } from '../../../core/units';
import type { Desk } from './desk';

/** How long a question may take, headers and body together. */
const PATIENCE_MS = 8000;
/** Largest answer read: fifty members of sixty days are a fifth of it. */
export const ANSWER_LIMIT_BYTES = 12_000_000;
/** After a failure a service is left alone, twice as long each time it fails again. */
const FIRST_REST_MS = 20_000;
const LONGEST_REST_MS = 15 * 60_000;

const DAYS_AHEAD = 10;

/** Reads a body as JSON up to a size; throws beyond it, and when the signal ends it. */
async function jsonUpTo(response: Response, most: number, signal: AbortSignal): Promise<unknown> {
  if (Number(response.headers.get('content-length') ?? 0) > most) throw new Error('the answer is too large');
  const reader = response.body?.getReader();
  if (!reader) return null;
  const ended = new Promise<never>((_, no) =>
    signal.addEventListener('abort', () => no(signal.reason), { once: true })
  );
  ended.catch(() => {});
  const parts: Uint8Array[] = [];
  let length = 0;
  try {
    for (;;) {
      const part = await Promise.race([reader.read(), ended]);
      if (part.done) break;
      length += part.value.length;
      if (length > most) throw new Error('the answer is too large');
      parts.push(part.value);
    }
  } catch (fault) {
    void reader.cancel().catch(() => {});
    throw fault;
  }
  return JSON.parse(Buffer.concat(parts).toString('utf8'));
}

/** Puts one position query: the answer as it came, or null when there was none in time, of a fair size and in JSON. */
export async function askPosition(
  place: { latitudeDeg: number; longitudeDeg: number },
  nowMs: number,
  daysBack: number,
  desk: Desk
): Promise<unknown> {
  return put(queryOf(place, nowMs - daysBack * DAY_MS, nowMs + DAYS_AHEAD * DAY_MS), desk);
}

/** Asks for past weather of a place, hour by hour as it was: the answer as it came, or null. */
export const askArchive = (
  place: { latitudeDeg: number; longitudeDeg: number },
  fromMs: number,
  toMs: number,
  desk: Desk
): Promise<unknown> => {
  const query = queryOf(place, fromMs, toMs);
  query.set('archive', '1');
  return put(query, desk);
};

function queryOf(
  { latitudeDeg, longitudeDeg }: { latitudeDeg: number; longitudeDeg: number },
  fromMs: number,
  toMs: number
): URLSearchParams {
  const iso = (ms: number) => new Date(ms).toISOString();
  return new URLSearchParams({
    coords: `POINT(${longitudeDeg} ${latitudeDeg})`,
    datetime: `${iso(fromMs)}/${iso(toMs)}`
  });
}

async function put(query: URLSearchParams, desk: Desk): Promise<unknown> {
  const signal = AbortSignal.timeout(PATIENCE_MS);
  const late = new Promise<never>((_, no) => signal.addEventListener('abort', () => no(signal.reason), { once: true }));
  late.catch(() => {});
  try {
    const response = await Promise.race([desk.ask(query.toString(), signal), late]);
    if (!response.ok) {
      void response.body?.cancel().catch(() => {});
      return null;
    }
    return await jsonUpTo(response, ANSWER_LIMIT_BYTES, signal);
  } catch {
    return null;
  }
}

interface Rest {
  untilMs: number;
  restMs: number;
}
const resting = new Map<string, Rest>();
const underWay = new Map<string, Promise<unknown>>();
const MOST_RESTING = 1000;

/** Whether the last question about a place failed and it is left alone for a while. */
export const isResting = (key: string): boolean => (resting.get(key)?.untilMs ?? 0) > Date.now();

/** Whether a question about a place is under way in this process. */
export const isAsked = (key: string): boolean => underWay.has(key);

/** Asks about a place, one question at a time: whoever comes meanwhile gets the same answer. Failures are remembered. */
export function once<T>(key: string, ask: () => Promise<T | null>): Promise<T | null> {
  const before = underWay.get(key) as Promise<T | null> | undefined;
  if (before) return before;
  const question = ask()
    .catch(() => null)
    .then((answer) => {
      if (answer !== null) resting.delete(key);
      else {
        const restMs = Math.min(LONGEST_REST_MS, 2 * (resting.get(key)?.restMs ?? FIRST_REST_MS / 2));
        if (resting.size >= MOST_RESTING) resting.clear();
        resting.set(key, { untilMs: Date.now() + restMs, restMs });
      }
      return answer;
    })
    .finally(() => underWay.delete(key));
  underWay.set(key, question);
  return question;
}
