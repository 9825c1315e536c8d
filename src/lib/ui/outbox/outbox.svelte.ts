import { getContext, setContext } from 'svelte';
import type { NewEvent, WorkEvent } from '$core/log';
import { liftEvent } from '$formats/lift-event';
import type { OutboxStore, QueuedEvent, QueuedPhoto } from './queued';
import { Hung, type Sent, type Wire } from './wire';

export type Reach = 'starting' | 'in step' | 'sending' | 'on this phone only' | 'sign in to send';

const AGAIN_MS = 3000;
/** How long a request may hang before the phone counts as out of reach; doubled each time it hangs, up to the most. */
const PATIENCE_MS = 10_000;
const MOST_PATIENCE_MS = 80_000;
const MOST_AT_ONCE = 200;

/** An entry as the log shows it; one that was queued before an update is lifted, and sent as it was made. */
export const asWorkEvent = (q: QueuedEvent): WorkEvent =>
  ({ ...(liftEvent(q.event) as QueuedEvent['event']), jobId: q.jobId, by: q.by, byName: q.byName }) as WorkEvent;

/**
 * Everything that waits on this device to be sent, of all jobs, sent wherever one is in the app. An entry is kept on the
 * device before it is shown, sent until it is acknowledged, and counted once however often it was sent. A refused one holds up
 * no other, and stays until it is mended, sent again, or let go of.
 */
export class Outbox {
  events = $state.raw<QueuedEvent[]>([]);
  photos = $state.raw<QueuedPhoto[]>([]);
  /** Share of each photo that has gone, by id. */
  shares = $state.raw<ReadonlyMap<string, number>>(new Map());
  reach = $state<Reach>('starting');
  /** Names of other people whose entries wait on this device. */
  others = $state.raw<string[]>([]);

  readonly waiting = $derived(this.events.filter((q) => !q.refused));
  readonly refused = $derived(this.events.filter((q) => q.refused));
  #sending = false;
  #again: ReturnType<typeof setTimeout> | null = null;
  #patienceMs = PATIENCE_MS;
  #atOnce = new Map<string, number>();
  #listeners = new Map<string, Set<(events: WorkEvent[]) => void>>();

  constructor(
    private readonly person: { id: string; name: string },
    private readonly store: OutboxStore,
    private readonly wire: Wire
  ) {}

  /** Brings back what waits on this device and sends it; call the result to stop. */
  start(): () => void {
    void this.#wake();
    const online = () => void this.flush();
    addEventListener('online', online);
    return () => {
      removeEventListener('online', online);
      if (this.#again) clearTimeout(this.#again);
    };
  }

  async #wake(): Promise<void> {
    const { store } = this;
    const [events, photos] = await Promise.all([store.events(), store.photos()]);
    const mine = <T extends { id: string; by: string }>(kept: T[], here: readonly T[]) => [
      ...kept.filter((q) => q.by === this.person.id && !here.some((h) => h.id === q.id)),
      ...here
    ];
    this.events = mine(events, this.events);
    this.photos = mine(photos, this.photos);
    this.others = [...new Set(events.filter((q) => q.by !== this.person.id).map((q) => q.byName))];
    this.reach = 'in step';
    await this.flush();
  }

  /** Tells who follows a job when entries of it are acknowledged; call the result to stop. */
  onStored(jobId: string, told: (events: WorkEvent[]) => void): () => void {
    const own = this.#listeners.get(jobId) ?? new Set();
    own.add(told);
    this.#listeners.set(jobId, own);
    return () => own.delete(told);
  }

  /** Keeps an entry on the device, then sends it. */
  async add(jobId: string, event: NewEvent): Promise<void> {
    const queued: QueuedEvent = { id: event.id, jobId, by: this.person.id, byName: this.person.name, event };
    await this.store.putEvent(queued);
    this.events = [...this.events, queued];
    void this.flush();
  }

  async addPhoto(p: Omit<QueuedPhoto, 'by'>): Promise<void> {
    const queued: QueuedPhoto = { ...p, by: this.person.id };
    await this.store.putPhoto(queued);
    this.photos = [...this.photos, queued];
    void this.flush();
  }

  /** Puts another entry in the place of a refused one, as it was mended. */
  async mend(id: string, event: NewEvent): Promise<void> {
    const before = this.events.find((q) => q.id === id);
    if (!before) return;
    await this.add(before.jobId, event);
    await this.letGo(id);
  }

  /** Sends a refused entry or photo once more as it is. */
  async resend(id: string): Promise<void> {
    const { store } = this;
    const again = <T extends QueuedEvent | QueuedPhoto>({ refused: _, ...q }: T) => q as T;
    this.events = this.events.map((q) => (q.id === id ? again(q) : q));
    this.photos = this.photos.map((q) => (q.id === id ? again(q) : q));
    const [event, photo] = [this.events.find((q) => q.id === id), this.photos.find((q) => q.id === id)];
    if (event) await store.putEvent(event);
    if (photo) await store.putPhoto(photo);
    await this.flush();
  }

  /** Forgets a refused entry or photo for good. */
  async letGo(id: string): Promise<void> {
    const { store } = this;
    await Promise.all([store.dropEvent(id), store.dropPhoto(id)]);
    this.events = this.events.filter((q) => q.id !== id);
    this.photos = this.photos.filter((q) => q.id !== id);
  }

  /** Sends what waits, job by job and in order; tries again by itself while out of reach. */
  async flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    if (this.#again) clearTimeout(this.#again);
    this.#again = null;
    /** Jobs and photos that are left for the next round. */
    const left = new Set<string>();
    try {
      for (let next = this.#next(left); next; next = this.#next(left)) {
        this.reach = 'sending';
        const outcome = await next();
        if (outcome === 'again' || outcome === 'sign in') {
          this.reach = outcome === 'again' ? 'on this phone only' : 'sign in to send';
          return;
        }
      }
      this.reach = 'in step';
    } finally {
      this.#sending = false;
      if (this.reach === 'on this phone only' || left.size > 0)
        this.#again = setTimeout(() => void this.flush(), AGAIN_MS);
    }
  }

  #next(left: Set<string>): (() => Promise<Sent<never>['outcome'] | 'taken'>) | null {
    const event = this.waiting.find((q) => !left.has(q.jobId));
    if (event) return () => this.#sendEvents(event.jobId, left);
    // A photo goes after the entry that pins it, and not while its job takes nothing.
    const photo = this.photos.find((p) => !p.refused && !left.has(p.jobId) && !left.has(p.id));
    return photo ? () => this.#sendPhoto(photo, left) : null;
  }

  async #sendEvents(jobId: string, left: Set<string>) {
    const most = this.#atOnce.get(jobId) ?? MOST_AT_ONCE;
    const batch = this.waiting.filter((q) => q.jobId === jobId).slice(0, most);
    let sent: Awaited<ReturnType<Wire['events']>>;
    try {
      sent = await this.wire.events(
        jobId,
        batch.map((q) => q.event),
        this.#patienceMs
      );
      this.#patienceMs = PATIENCE_MS;
    } catch (fault) {
      if (fault instanceof Hung) this.#patienceMs = Math.min(2 * this.#patienceMs, MOST_PATIENCE_MS);
      return 'again' as const;
    }
    if (sent.outcome === 'held') left.add(jobId);
    else if (sent.outcome === 'too much') {
      if (batch.length > 1) this.#atOnce.set(jobId, Math.ceil(batch.length / 2));
      else await this.#refuse(batch[0]!, 'is too large');
    } else if (sent.outcome === 'refused') for (const q of batch) await this.#refuse(q, sent.reason);
    else if (sent.outcome === 'taken') {
      this.#atOnce.delete(jobId);
      const stored: QueuedEvent[] = [];
      for (const [i, q] of batch.entries()) {
        const receipt = sent.answer[i];
        // An answer that says nothing of an entry has not taken it.
        if (!receipt) left.add(jobId);
        else if (receipt.outcome === 'refused') await this.#refuse(q, receipt.reason);
        else stored.push(q);
      }
      await this.#acknowledged(jobId, stored);
    }
    return sent.outcome;
  }

  async #acknowledged(jobId: string, stored: readonly QueuedEvent[]): Promise<void> {
    const { store } = this;
    // Told before it leaves the queue, so that no page misses it for a moment.
    for (const told of this.#listeners.get(jobId) ?? []) told(stored.map(asWorkEvent));
    const ids = new Set(stored.map((q) => q.id));
    this.events = this.events.filter((q) => !ids.has(q.id));
    for (const q of stored) await store.dropEvent(q.id);
  }

  async #refuse(q: QueuedEvent, reason: string): Promise<void> {
    const kept = { ...q, refused: reason };
    await this.store.putEvent(kept);
    this.events = this.events.map((e) => (e.id === q.id ? kept : e));
  }

  async #sendPhoto(p: QueuedPhoto, left: Set<string>) {
    const sent = await this.wire.photo(p.jobId, p.id, p.picture, (share) => {
      this.shares = new Map([...this.shares, [p.id, share]]);
    });
    const { store } = this;
    if (sent.outcome === 'taken') {
      this.photos = this.photos.filter((x) => x.id !== p.id);
      await store.dropPhoto(p.id);
    } else if (sent.outcome === 'refused') {
      const kept = { ...p, refused: sent.reason };
      await store.putPhoto(kept);
      this.photos = this.photos.map((x) => (x.id === p.id ? kept : x));
    } else left.add(p.id);
    return sent.outcome;
  }
}

const KEY = Symbol('outbox');
export const provideOutbox = (outbox: Outbox): Outbox => setContext(KEY, outbox);
export const useOutbox = (): Outbox => getContext<Outbox>(KEY);
