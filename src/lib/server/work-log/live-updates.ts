import { inArray } from 'drizzle-orm';
import type { Db } from '../db/connect';
import { job } from '../db/schema';
import { eventsOf, type LoggedEvent } from './log';

const POLL_MS = 1000;

interface Follower {
  /** The last event it was given. */
  seq: number;
  push: (events: LoggedEvent[]) => void;
}

/** A job that is followed here: who follows it, and whether its log is being read. */
interface Followed {
  followers: Set<Follower>;
  reading: boolean;
  /** Something came while it was being read. */
  again: boolean;
}

/**
 * Brings new events to whoever follows a job. One look a second at the followed jobs' newest sequence numbers serves all
 * followers of this process and sees what other processes stored; an event stored here is passed on at once. A job's log is
 * read once for all who follow it, however many they are.
 */
export class LiveUpdates {
  #jobs = new Map<string, Followed>();
  #timer: ReturnType<typeof setInterval> | null = null;

  constructor(private readonly db: Db) {}

  /** Follows a job after a sequence number; call the result to stop. */
  follow(jobId: string, afterSeq: number, push: (events: LoggedEvent[]) => void): () => void {
    const follower: Follower = { seq: afterSeq, push };
    const followed = this.#jobs.get(jobId) ?? { followers: new Set(), reading: false, again: false };
    followed.followers.add(follower);
    this.#jobs.set(jobId, followed);
    this.#timer ??= setInterval(() => void this.#look(), POLL_MS).unref();
    return () => {
      followed.followers.delete(follower);
      if (followed.followers.size === 0 && this.#jobs.get(jobId) === followed) this.#jobs.delete(jobId);
      if (this.#jobs.size === 0 && this.#timer) {
        clearInterval(this.#timer);
        this.#timer = null;
      }
    };
  }

  /** Tells followers of a job that something was stored. */
  stored(jobId: string): void {
    void this.#bring(jobId);
  }

  get following(): number {
    return [...this.#jobs.values()].reduce((n, j) => n + j.followers.size, 0);
  }

  async #look(): Promise<void> {
    const ids = [...this.#jobs.keys()];
    if (ids.length === 0) return;
    try {
      const rows = await this.db.select({ id: job.id, seq: job.eventSeq }).from(job).where(inArray(job.id, ids));
      for (const r of rows) if (r.seq > this.#oldest(r.id)) void this.#bring(r.id);
    } catch {
      // The database is away for a moment: the next look tries again.
    }
  }

  /** The sequence number the follower who knows least of a job has. */
  #oldest(jobId: string): number {
    return [...(this.#jobs.get(jobId)?.followers ?? [])].reduce((least, f) => Math.min(least, f.seq), Infinity);
  }

  async #bring(jobId: string): Promise<void> {
    const followed = this.#jobs.get(jobId);
    if (!followed) return;
    if (followed.reading) {
      followed.again = true;
      return;
    }
    followed.reading = true;
    try {
      do {
        followed.again = false;
        const events = await eventsOf(this.db, jobId, this.#oldest(jobId));
        for (const f of followed.followers) give(f, events);
      } while (followed.again);
    } catch {
      // As above: nothing is lost, no sequence number has moved.
    } finally {
      followed.reading = false;
    }
  }
}

/** Gives a follower what it does not have yet. One whose way is broken stands in nobody else's. */
function give(f: Follower, events: readonly LoggedEvent[]): void {
  const fresh = events.filter((e) => e.seq > f.seq);
  if (fresh.length === 0) return;
  f.seq = fresh[fresh.length - 1]!.seq;
  try {
    f.push(fresh);
  } catch {
    // Its stream has closed; it stops following by itself.
  }
}
