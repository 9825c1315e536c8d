import { QUEUE, type OutboxStore } from './queued';

const queue = async () => (await import('./device-queue')).deviceQueue;

/** Whether the browser's own database of this device was ever made: without it nothing waits, and its code is not fetched. */
async function madeBefore(): Promise<boolean> {
  if (!indexedDB.databases) return true;
  return (await indexedDB.databases()).some((d) => d.name === QUEUE);
}

/** What waits on this device. */
export const deviceStore: OutboxStore = {
  events: async () => ((await madeBefore()) ? (await queue()).events.toArray() : []),
  photos: async () => ((await madeBefore()) ? (await queue()).photos.toArray() : []),
  putEvent: async (q) => (await queue()).events.put(q),
  putPhoto: async (q) => (await queue()).photos.put(q),
  dropEvent: async (id) => (await queue()).events.delete(id),
  dropPhoto: async (id) => (await queue()).photos.delete(id)
};
