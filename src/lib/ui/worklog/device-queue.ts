import Dexie, { type EntityTable } from 'dexie';
import type { NewEvent } from '$core/job';

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

class DeviceQueue extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>;
  photos!: EntityTable<QueuedPhoto, 'id'>;

  constructor() {
    super('basket-work');
    this.version(1).stores({ events: 'id, jobId' });
    this.version(2).stores({ events: 'id, jobId', photos: 'id, jobId' });
  }
}

export const deviceQueue = new DeviceQueue();

const DEVICE_KEY = 'basket-device';

/** This device's own name in the log, made once. */
export function deviceId(): string {
  let id = localStorage.getItem(DEVICE_KEY);
  if (!id)
    localStorage.setItem(DEVICE_KEY, (id = `device-${crypto.getRandomValues(new Uint32Array(1))[0]!.toString(36)}`));
  return id;
}
