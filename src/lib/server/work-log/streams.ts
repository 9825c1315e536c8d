import type { Db } from '../db/connect';
import { stillActive } from '../accounts/people';

/** Open event streams of this process by person: closed when the process ends, and when the person is no longer one of the crew. */
const open = new Map<string, Set<() => void>>();

const LOOK_MS = 5000;
let timer: ReturnType<typeof setInterval> | null = null;

/** Notes whose a stream is and how to close it; call the result when it has closed by itself. */
export function noteStream(db: Db, personId: string, close: () => void): () => void {
  const own = open.get(personId) ?? new Set();
  own.add(close);
  open.set(personId, own);
  timer ??= setInterval(() => void look(db), LOOK_MS).unref();
  return () => {
    own.delete(close);
    if (own.size === 0) open.delete(personId);
    if (open.size === 0 && timer) {
      clearInterval(timer);
      timer = null;
    }
  };
}

/** Closes the streams of one person here and now; those of other processes follow within seconds. */
export function closeStreamsOf(personId: string): void {
  for (const close of [...(open.get(personId) ?? [])]) close();
}

export function closeStreams(): void {
  for (const id of [...open.keys()]) closeStreamsOf(id);
}

/** Closes the streams of people who were removed, by whichever process. */
async function look(db: Db): Promise<void> {
  try {
    const people = [...open.keys()];
    const active = await stillActive(db, people);
    for (const id of people) if (!active.has(id)) closeStreamsOf(id);
  } catch {
    // The database is away for a moment: the next look asks again.
  }
}
