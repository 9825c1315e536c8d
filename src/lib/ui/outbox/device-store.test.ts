import { afterEach, describe, expect, it, vi } from 'vitest';
import { deviceStore } from './device-store';

vi.mock('./device-queue', () => ({
  deviceQueue: {
    events: { toArray: async () => [{ id: 'kept' }] },
    photos: { toArray: async () => [{ id: 'picture' }] }
  }
}));

describe('what waits on a device, before its queue is fetched', () => {
  afterEach(() => vi.unstubAllGlobals());
  const read = async () => [...(await deviceStore.events()), ...(await deviceStore.photos())].map((q) => q.id);

  it('is nothing where no queue was ever made', async () => {
    vi.stubGlobal('indexedDB', { databases: async () => [{ name: 'of another' }] });
    expect(await read()).toEqual([]);
  });
  it('is what the queue holds, also where a browser does not tell which there are', async () => {
    vi.stubGlobal('indexedDB', { databases: async () => [{ name: 'basket-work' }] });
    expect(await read()).toEqual(['kept', 'picture']);
    vi.stubGlobal('indexedDB', {});
    expect(await read()).toEqual(['kept', 'picture']);
  });
});
