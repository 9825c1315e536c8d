import { v7 as uuidv7 } from 'uuid';
import type { EventData, EventType, NewEvent, WorkEvent } from '$core/job';
import type { Receipt } from '$lib/server/work-log/append';
import type { LoggedEvent } from '$lib/server/work-log/log';
import { clock } from '../clock/clock.svelte';
import type { QueuedEvent } from './device-queue';

export type Reach = 'starting' | 'in step' | 'sending' | 'on this phone only';

const AGAIN_MS = 3000;
/** How long a request may hang before the phone counts as out of reach; doubled each time it hangs, up to the most. */
const PATIENCE_MS = 10_000;
const MOST_PATIENCE_MS = 80_000;

/**
 * The log of a job on this device: what the server has, and what waits here to be sent. An event is kept on the device
 * before it is shown, sent until it is acknowledged, and counted once however often it was sent.
 */
export class WorkLog {
  events = $state.raw<WorkEvent[]>([]);
  waiting = $state.raw<QueuedEvent[]>([]);
  refused = $state.raw<QueuedEvent[]>([]);
  reach = $state<Reach>('starting');
  #stored = new Map<string, WorkEvent>();
  #lastSeq = 0;
  #source: EventSource | null = null;
  #sending = false;
  #again: ReturnType<typeof setTimeout> | null = null;
  #patienceMs = PATIENCE_MS;

  constructor(
    readonly jobId: string,
    private readonly person: { id: string; name: string },
    events: readonly LoggedEvent[]
  ) {
    this.take(events);
  }

  /** Takes events the server has. */
  take(events: readonly LoggedEvent[]): void {
    for (const e of events) {
      this.#stored.set(e.id, e);
      this.#lastSeq = Math.max(this.#lastSeq, e.seq);
    }
    this.#show();
  }

  /** Brings back what waits on this device, then follows the log; call the result to stop. */
  start(): () => void {
    void this.#wake();
    const online = () => void this.flush();
    addEventListener('online', online);
    this.#source = new EventSource(`/api/jobs/${this.jobId}/stream?after=${this.#lastSeq}`);
    this.#source.onmessage = (m) => this.take([JSON.parse(m.data) as LoggedEvent]);
    return () => {
      removeEventListener('online', online);
      this.#source?.close();
      if (this.#again) clearTimeout(this.#again);
    };
  }

  async #wake(): Promise<void> {
    const { deviceQueue } = await import('./device-queue');
    const own = (await deviceQueue.events.where('jobId').equals(this.jobId).toArray()).filter(
      (q) => q.by === this.person.id
    );
    this.waiting = own.filter((q) => !q.refused);
    this.refused = own.filter((q) => q.refused);
    this.reach = 'in step';
    this.#show();
    await this.flush();
  }

  /** Logs something that happens now. Gives its id, for undoing. */
  async add<T extends EventType>(type: T, data: EventData<T>): Promise<string> {
    const { deviceQueue, deviceId } = await import('./device-queue');
    const event = {
      id: uuidv7(),
      at: Math.round(clock.read()),
      device: deviceId(),
      type,
      data
    } as unknown as NewEvent;
    const queued: QueuedEvent = {
      id: event.id,
      jobId: this.jobId,
      by: this.person.id,
      byName: this.person.name,
      event
    };
    await deviceQueue.events.put(queued);
    this.waiting = [...this.waiting, queued];
    this.#show();
    void this.flush();
    return event.id;
  }

  /** Takes back an event by a correcting one. One that still waits here and was never sent is corrected just the same. */
  undo(id: string): Promise<string> {
    return this.add('event.undone', { event: id });
  }

  /** Forgets a refused event once it has been read. */
  async dismiss(id: string): Promise<void> {
    const { deviceQueue } = await import('./device-queue');
    await deviceQueue.events.delete(id);
    this.refused = this.refused.filter((q) => q.id !== id);
  }

  /** Sends what waits, in order; tries again by itself while out of reach. */
  async flush(): Promise<void> {
    if (this.#sending || this.waiting.length === 0) return;
    this.#sending = true;
    this.reach = 'sending';
    const batch = this.waiting.slice(0, 200);
    try {
      const r = await fetch(`/api/jobs/${this.jobId}/events`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ events: batch.map((q) => q.event) }),
        // A request that hangs on a weak signal must not hold back the word that this phone is on its own.
        signal: AbortSignal.timeout(this.#patienceMs)
      });
      if (r.ok) await this.#acknowledged(batch, ((await r.json()) as { receipts: Receipt[] }).receipts);
      else if (r.status === 403 || r.status === 404 || r.status === 422) await this.#turnedDown(batch, r);
      else throw new Error(`answer ${r.status}`);
      this.reach = 'in step';
      this.#patienceMs = PATIENCE_MS;
    } catch (fault) {
      if ((fault as Error).name === 'TimeoutError') this.#patienceMs = Math.min(2 * this.#patienceMs, MOST_PATIENCE_MS);
      this.reach = 'on this phone only';
      this.#again = setTimeout(() => void this.flush(), AGAIN_MS);
    } finally {
      this.#sending = false;
    }
    if (this.reach === 'in step' && this.waiting.length > 0) await this.flush();
  }

  async #acknowledged(batch: readonly QueuedEvent[], receipts: readonly Receipt[]): Promise<void> {
    const { deviceQueue } = await import('./device-queue');
    for (const receipt of receipts) {
      const q = batch.find((b) => b.id === receipt.id);
      if (!q) continue;
      if (receipt.outcome === 'refused') await this.#keepRefused(q, receipt.reason);
      else {
        this.#stored.set(q.id, this.#asEvent(q));
        await deviceQueue.events.delete(q.id);
      }
    }
    const done = new Set(receipts.map((r) => r.id));
    this.waiting = this.waiting.filter((q) => !done.has(q.id));
    this.#show();
  }

  async #turnedDown(batch: readonly QueuedEvent[], r: Response): Promise<void> {
    const answer = (await r.json().catch(() => ({}))) as {
      message?: string;
      problems?: { path: string; problem: string }[];
    };
    const reason =
      answer.problems?.map((p) => `${p.path} ${p.problem}`).join('; ') ?? answer.message ?? 'refused by the server';
    for (const q of batch) await this.#keepRefused(q, reason);
    const ids = new Set(batch.map((q) => q.id));
    this.waiting = this.waiting.filter((q) => !ids.has(q.id));
    this.#show();
  }

  async #keepRefused(q: QueuedEvent, reason: string): Promise<void> {
    const { deviceQueue } = await import('./device-queue');
    const kept = { ...q, refused: reason };
    await deviceQueue.events.put(kept);
    this.refused = [...this.refused, kept];
  }

  #asEvent(q: QueuedEvent): WorkEvent {
    return {
      ...q.event,
      jobId: this.jobId,
      by: q.by,
      byName: q.byName
    } as WorkEvent;
  }

  #show(): void {
    const all = [...this.#stored.values()];
    for (const q of this.waiting) if (!this.#stored.has(q.id)) all.push(this.#asEvent(q));
    this.events = all;
  }
}
