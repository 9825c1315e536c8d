import { describe, expect, it } from 'vitest';
import { made } from '../../../../tests/fixtures';
import type { LoggedEvent } from '../../server/work-log/log';
import { Outbox } from '../outbox/outbox.svelte';
import type { OutboxStore } from '../outbox/queued';
import { WorkLog } from './work-log.svelte';

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
});
