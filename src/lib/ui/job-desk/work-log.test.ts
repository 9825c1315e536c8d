import { afterAll, describe, expect, it, vi } from 'vitest';
import { made } from '../../../../tests/fixtures';
import type { LoggedEvent } from '../../server/work-log/log';
import { Outbox } from '../outbox/outbox.svelte';
import type { OutboxStore } from '../outbox/queued';
import { NotLogged, WorkLog } from './work-log.svelte';

const store: OutboxStore = {
  events: async () => [],
  photos: async () => [],
  putEvent: async () => {},
  putPhoto: async () => {},
  dropEvent: async () => {},
  dropPhoto: async () => {}
};
const outbox = () =>
  new Outbox({ id: 'u', name: 'Tove' }, store, {
    events: async () => ({ outcome: 'again' }),
    photo: async () => ({ outcome: 'again' })
  });
const logged = (seq: number): LoggedEvent => ({ seq, ...made('note.added', { text: `n${seq}` }) }) as LoggedEvent;

/** Where a device keeps its own name. */
const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v)
});
afterAll(() => void vi.unstubAllGlobals());

describe('the log of a job on a device', () => {
  it('shows what waits here beside what is stored, each once', async () => {
    const box = outbox();
    const log = new WorkLog('j', box, [logged(1)]);
    const { jobId: _, by: __, byName: ___, ...e } = made('note.added', { text: 'mine' });
    await box.add('j', e as never);
    await box.add('another', { ...e, id: made('note.added', { text: 'x' }).id } as never);
    expect(log.events.map((x) => (x.data as { text: string }).text)).toEqual(['n1', 'mine']);
    log.take([{ ...log.events[1]!, seq: 2 } as LoggedEvent]);
    expect(log.events).toHaveLength(2);
    expect(log.waiting).toHaveLength(1);
  });
  it('two taps in one breath are one entry; rags are counted at every tap; said again later it is another', async () => {
    const log = new WorkLog('j', outbox(), []);
    const mixed = {
      batch: 'A',
      for: [{ part: 'first', coat: 1 }],
      components: [{ role: 'oil' as const, litres: 1, lot: 'L' }]
    };
    const [first, second] = await Promise.all([log.add('batch.mixed', mixed), log.add('batch.mixed', mixed)]);
    expect(second).toBe(first);
    await Promise.all([log.add('rags.out', { count: 1 }), log.add('rags.out', { count: 1 })]);
    expect(await log.add('batch.mixed', mixed)).not.toBe(first);
    expect(log.events.map((e) => e.type).sort()).toEqual(['batch.mixed', 'batch.mixed', 'rags.out', 'rags.out']);
  });
  it('one that was refused may be said once more', async () => {
    const log = new WorkLog('j', outbox(), []);
    const empty = { text: '' };
    for (const _ of [1, 2]) await expect(log.add('note.added', empty)).rejects.toThrow(NotLogged);
    expect(log.wrong).not.toBe('');
  });
});
