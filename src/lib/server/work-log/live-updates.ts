import { inArray } from 'drizzle-orm';
import type { Db } from '../db/connect';
import { job } from '../db/schema';
import { eventsOf, type LoggedEvent } from './log';

const POLL_MS = 1000;

interface Follower {
  jobId: string;
  seq: number;
  push: (events: LoggedEvent[]) => void;
  busy: boolean;
}

/**
 * Brings new events to whoever follows a job. One look a second at the followed jobs' newest sequence numbers serves all
 * followers of this process and sees what other processes stored; an event stored here is passed on at once.
 */
export class LiveUpdates {
  #followers = new Set<Follower>();
  #timer: ReturnType<typeof setInterval> | null = null;

  constructor(private readonly db: Db) {}

  /** Follows a job after a sequence number; call the result to stop. */
  follow(jobId: string, afterSeq: number, push: (events: LoggedEvent[]) => void): () => void {
    const follower: Follower = { jobId, seq: afterSeq, push, busy: false };
    this.#followers.add(follower);
    this.#timer ??= setInterval(() => void this.#look(), POLL_MS).unref();
    return () => {
      this.#followers.delete(follower);
      if (this.#followers.size === 0 && this.#timer) {
        clearInterval(this.#timer);
        this.#timer = null;
      }
    };
  }

  /** Tells followers of a job that something was stored. */
  stored(jobId: string): void {
    for (const f of this.#followers) if (f.jobId === jobId) void this.#bring(f);
  }

  get following(): number {
    return this.#followers.size;
  }

  async #look(): Promise<void> {
    const ids = [...new Set([...this.#followers].map((f) => f.jobId))];
    if (ids.length === 0) return;
    try {
      const rows = await this.db.select({ id: job.id, seq: job.eventSeq }).from(job).where(inArray(job.id, ids));
      const newest = new Map(rows.map((r) => [r.id, r.seq]));
      for (const f of this.#followers) if ((newest.get(f.jobId) ?? 0) > f.seq) void this.#bring(f);
    } catch {
      // The database is away for a moment: the next look tries again.
    }
  }

  async #bring(f: Follower): Promise<void> {
    if (f.busy) return;
    f.busy = true;
    try {
      const events = await eventsOf(this.db, f.jobId, f.seq);
      if (events.length && this.#followers.has(f)) {
        f.seq = events[events.length - 1]!.seq;
        f.push(events);
      }
    } catch {
      // As above: nothing is lost, the sequence number has not moved.
    } finally {
      f.busy = false;
    }
  }
}
