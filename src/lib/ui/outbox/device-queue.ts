import Dexie, { type EntityTable } from 'dexie';
import type { OutboxStore, QueuedEvent, QueuedPhoto } from './queued';

class DeviceQueue extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>;
  photos!: EntityTable<QueuedPhoto, 'id'>;

  constructor() {
    super('basket-work');
    this.version(1).stores({ events: 'id, jobId' });
    this.version(2).stores({ events: 'id, jobId', photos: 'id, jobId' });
  }
}

const queue = new DeviceQueue();

/** What waits on this device, in the browser's own database. */
export const deviceStore: OutboxStore = {
  events: () => queue.events.toArray(),
  photos: () => queue.photos.toArray(),
  putEvent: (q) => queue.events.put(q),
  putPhoto: (q) => queue.photos.put(q),
  dropEvent: (id) => queue.events.delete(id),
  dropPhoto: (id) => queue.photos.delete(id)
};

const DEVICE_KEY = 'basket-device';

/** This device's own name in the log, made once. */
export function deviceId(): string {
  let id = localStorage.getItem(DEVICE_KEY);
  if (!id)
    localStorage.setItem(DEVICE_KEY, (id = `device-${crypto.getRandomValues(new Uint32Array(1))[0]!.toString(36)}`));
  return id;
}
