import type { NewEvent } from '$core/log';

/** The name of the browser's own database on a device. */
export const QUEUE = 'basket-work';

/** Events made on this device that the server has not acknowledged, and those it refused, with its reason. */
export interface QueuedEvent {
  id: string;
  jobId: string;
  /** Whose sign-in made it: another person on the same phone does not send it as theirs. */
  by: string;
  byName: string;
  event: NewEvent;
  refused?: string;
}

/** A photo taken on this device that the server does not have yet, or that it refused, with its reason. */
export interface QueuedPhoto {
  id: string;
  jobId: string;
  by: string;
  /** The event that pins it. */
  eventId: string;
  picture: Blob;
  refused?: string;
}

/** Where an outbox keeps what waits, so that it outlives the page. */
export interface OutboxStore {
  events(): Promise<QueuedEvent[]>;
  photos(): Promise<QueuedPhoto[]>;
  putEvent(q: QueuedEvent): Promise<unknown>;
  putPhoto(q: QueuedPhoto): Promise<unknown>;
  dropEvent(id: string): Promise<unknown>;
  dropPhoto(id: string): Promise<unknown>;
}
