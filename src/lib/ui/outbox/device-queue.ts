import Dexie, { type EntityTable } from 'dexie';
import { QUEUE, type QueuedEvent, type QueuedPhoto } from './queued';

class DeviceQueue extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>;
  photos!: EntityTable<QueuedPhoto, 'id'>;

  constructor() {
    super(QUEUE);
    this.version(1).stores({ events: 'id, jobId' });
    this.version(2).stores({ events: 'id, jobId', photos: 'id, jobId' });
  }
}

/** The browser's own database of what waits on this device. */
export const deviceQueue = new DeviceQueue();

const DEVICE_KEY = 'basket-device';

/** This device's own name in the log, made once. */
export function deviceId(): string {
  let id = localStorage.getItem(DEVICE_KEY);
  if (!id)
    localStorage.setItem(DEVICE_KEY, (id = `device-${crypto.getRandomValues(new Uint32Array(1))[0]!.toString(36)}`));
  return id;
}
