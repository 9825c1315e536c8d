import { v7 as uuidv7 } from 'uuid';
import { EVENT_VERSION, eventRow, type EventData, type EventType, type NewEvent, type WorkEvent } from '$core/log';
import type { LoggedEvent } from '$lib/server/work-log/log';
import { clock } from '../clock/clock.svelte';
import { asWorkEvent, type Outbox } from '../outbox/outbox.svelte';

/** An entry that can't be written down like this: which field, what is wrong, what would be right. */
export class NotLogged extends Error {
  constructor(readonly problems: readonly { path: string; problem: string }[]) {
    super(problems.map((p) => `${p.path.replace('/data/', '')} ${p.problem}`.trim()).join('; '));
  }
}

/** The log of a job on this device: what the server has, and what waits in the outbox. */
export class WorkLog {
  #stored = new Map<string, WorkEvent>();
  /** Grows with what is stored; written only, so that an effect that takes events in does not wait for itself. */
  #version = $state(0);
  #kept = 0;
  #lastSeq = 0;
  #source: EventSource | null = null;
  /** What was wrong with the last entry that was not written down. */
  wrong = $state('');

  readonly waiting = $derived.by(() => this.outbox.waiting.filter((q) => q.jobId === this.jobId));
  readonly refused = $derived.by(() => this.outbox.refused.filter((q) => q.jobId === this.jobId));
  readonly events = $derived.by((): WorkEvent[] => {
    void this.#version;
    const all = [...this.#stored.values()];
    for (const q of this.waiting) if (!this.#stored.has(q.id)) all.push(asWorkEvent(q));
    return all;
  });

  constructor(
    readonly jobId: string,
    private readonly outbox: Outbox,
    events: readonly LoggedEvent[]
  ) {
    this.take(events);
  }

  get reach() {
    return this.outbox.reach;
  }

  /** Takes events the server has. */
  take(events: readonly LoggedEvent[]): void {
    for (const e of events) this.#lastSeq = Math.max(this.#lastSeq, e.seq);
    this.#keep(events);
  }

  #keep(events: readonly WorkEvent[]): void {
    if (events.length === 0) return;
    for (const e of events) this.#stored.set(e.id, e);
    this.#version = ++this.#kept;
  }

  /** Follows the log; call the result to stop. */
  start(): () => void {
    // Fetched while there is a line: a tap must not need one.
    void Promise.all([import('../outbox/device-queue'), import('$formats/work-event')]).catch(() => {});
    const unfollow = this.outbox.onStored(this.jobId, (events) => this.#keep(events));
    this.#source = new EventSource(`/api/jobs/${this.jobId}/stream?after=${this.#lastSeq}`);
    this.#source.onmessage = (m) => this.take([JSON.parse(m.data) as LoggedEvent]);
    return () => {
      unfollow();
      this.#source?.close();
    };
  }

  /** What is being written down this moment, by what it says. */
  #writing = new Map<string, Promise<string>>();

  /**
   * Logs something that happens now. Gives its id, for undoing. A second tap in the same breath says nothing new and gives the
   * id of the first, but where every tap counts. Checked by the same schema as at the server before it is
   * queued: throws NotLogged, by field, when it could never be sent.
   */
  add<T extends EventType>(type: T, data: EventData<T>): Promise<string> {
    if (eventRow(type).everyTap) return this.#write(type, data);
    const said = `${type} ${JSON.stringify(data)}`;
    const known = this.#writing.get(said);
    if (known) return known;
    const written = this.#write(type, data).finally(() => this.#writing.delete(said));
    this.#writing.set(said, written);
    return written;
  }

  async #write<T extends EventType>(type: T, data: EventData<T>): Promise<string> {
    const { deviceId } = await import('../outbox/device-queue');
    const event = {
      id: uuidv7(),
      at: Math.round(clock.read()),
      device: deviceId(),
      v: EVENT_VERSION,
      type,
      data
    } as unknown as NewEvent;
    const { checkEvent } = await import('$formats/work-event');
    const checked = checkEvent(JSON.parse(JSON.stringify(event)));
    if (!checked.ok) {
      const refusal = new NotLogged(checked.problems);
      this.wrong = refusal.message;
      throw refusal;
    }
    this.wrong = '';
    await this.outbox.add(this.jobId, checked.value);
    return event.id;
  }

  /** Sends what waits now. */
  flush(): Promise<void> {
    return this.outbox.flush();
  }

  /** Takes back an event by a correcting one. One that still waits here and was never sent is corrected just the same. */
  undo(id: string): Promise<string> {
    return this.add('event.undone', { event: id });
  }
}
