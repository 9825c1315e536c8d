import { describe, expect, it, vi } from 'vitest';
import { made } from '../../../../tests/fixtures';
import { eventRow, type NewEvent } from '../../../core/log';
import { asWorkEvent, Outbox } from './outbox.svelte';
import type { OutboxStore, QueuedEvent, QueuedPhoto } from './queued';
import { meaningOf, type Sent, type Wire } from './wire';

const event = (text = 'a'): NewEvent => {
  const { jobId: _, by: __, byName: ___, ...e } = made('note.added', { text });
  return e as NewEvent;
};
const PERSON = { id: 'tove', name: 'Tove' };

/** A device's store in memory, and a wire that answers as told. */
function device(kept: { events?: QueuedEvent[]; photos?: QueuedPhoto[] } = {}) {
  const events = new Map((kept.events ?? []).map((q) => [q.id, q]));
  const photos = new Map((kept.photos ?? []).map((q) => [q.id, q]));
  const store: OutboxStore = {
    events: async () => [...events.values()],
    photos: async () => [...photos.values()],
    putEvent: async (q) => void events.set(q.id, q),
    putPhoto: async (q) => void photos.set(q.id, q),
    dropEvent: async (id) => void events.delete(id),
    dropPhoto: async (id) => void photos.delete(id)
  };
  const posts: { jobId: string; ids: string[] }[] = [];
  const answers = {
    events: (_jobId: string, sent: readonly NewEvent[]): Sent<{ id: string; outcome: 'stored' }[]> => ({
      outcome: 'taken',
      answer: sent.map((e) => ({ id: e.id, outcome: 'stored' }))
    }),
    photo: (_id: string): Sent<null> => ({ outcome: 'taken', answer: null })
  } as {
    events: (jobId: string, sent: readonly NewEvent[]) => Awaited<ReturnType<Wire['events']>>;
    photo: (id: string) => Sent<null>;
  };
  const wire: Wire = {
    events: async (jobId, sent) => {
      posts.push({ jobId, ids: sent.map((e) => e.id) });
      return answers.events(jobId, sent);
    },
    photo: async (_jobId, id) => answers.photo(id)
  };
  return { outbox: new Outbox(PERSON, store, wire), events, photos, posts, answers };
}
const settled = () => new Promise((r) => setTimeout(r, 20));
const queued = (jobId: string, e = event(), by = 'tove'): QueuedEvent => ({
  id: e.id,
  jobId,
  by,
  byName: by,
  event: e
});

describe('what waits on a device', () => {
  it('goes out for every job, wherever one is in the app', async () => {
    vi.stubGlobal('addEventListener', () => {});
    vi.stubGlobal('removeEventListener', () => {});
    const d = device({ events: [queued('a'), queued('b'), queued('a')] });
    const stop = d.outbox.start();
    await settled();
    expect(d.posts.map((p) => [p.jobId, p.ids.length])).toEqual([
      ['a', 2],
      ['b', 1]
    ]);
    expect([d.events.size, d.outbox.reach]).toEqual([0, 'in step']);
    stop();
    vi.unstubAllGlobals();
  });
  it('of another person stays, and is said', async () => {
    vi.stubGlobal('addEventListener', () => {});
    vi.stubGlobal('removeEventListener', () => {});
    const d = device({ events: [queued('a', event(), 'bram')] });
    const stop = d.outbox.start();
    await settled();
    expect([d.posts, d.events.size, d.outbox.others]).toEqual([[], 1, ['bram']]);
    stop();
    vi.unstubAllGlobals();
  });
  it('is kept on the device before it is sent, told to its job, and gone from the queue once acknowledged', async () => {
    const d = device();
    const told: string[] = [];
    d.outbox.onStored('a', (es) => told.push(...es.map((e) => e.id)));
    const e = event();
    await d.outbox.add('a', e);
    await settled();
    expect([told, d.events.size, d.outbox.waiting.length]).toEqual([[e.id], 0, 0]);
  });
});

describe('an entry queued before an update', () => {
  it('is shown as the newest version says it, and sent as it was made', async () => {
    const { v: _, ...old } = event();
    const first = { ...old, type: 'bay.spread', data: { coat: 1, bay: 3 } } as unknown as NewEvent;
    expect(asWorkEvent(queued('a', first))).toMatchObject({
      v: 2,
      type: 'laying.spread',
      data: { part: 'first', coat: 1, laying: 3 },
      jobId: 'a'
    });
    expect(eventRow(asWorkEvent(queued('a', first)).type).works).toBe(true);
  });
});

describe('one entry the server does not take', () => {
  it('holds up none beside it, and stays with its reason', async () => {
    const d = device();
    const [good, bad, late] = [event('good'), event('bad'), event('late')];
    d.answers.events = (_, sent) => ({
      outcome: 'taken',
      answer: sent.map((e) =>
        e.id === bad.id ? { id: e.id, outcome: 'refused', reason: 'no' } : { id: e.id, outcome: 'stored' }
      )
    });
    await d.outbox.add('a', good);
    await d.outbox.add('a', bad);
    await d.outbox.add('a', late);
    await settled();
    expect(d.outbox.refused.map((q) => [q.id, q.refused])).toEqual([[bad.id, 'no']]);
    expect(d.outbox.waiting).toEqual([]);
    expect([...d.events.keys()]).toEqual([bad.id]);
  });
  it('can be sent again, mended under another id, or let go of', async () => {
    const d = device();
    d.answers.events = (_, sent) => ({
      outcome: 'taken',
      answer: sent.map((e) => ({ id: e.id, outcome: 'refused', reason: 'no' }))
    });
    const [a, b, c] = [event('a'), event('b'), event('c')];
    for (const e of [a, b, c]) await d.outbox.add('a', e);
    await settled();
    expect(d.outbox.refused).toHaveLength(3);
    d.answers.events = (_, sent) => ({ outcome: 'taken', answer: sent.map((e) => ({ id: e.id, outcome: 'stored' })) });
    await d.outbox.resend(a.id);
    const mended = event('mended');
    await d.outbox.mend(b.id, mended);
    await settled();
    expect(d.posts.at(-1)!.ids).toEqual([mended.id]);
    expect([...d.events.keys()]).toEqual([c.id]);
    await d.outbox.letGo(c.id);
    expect([d.events.size, d.outbox.refused.length]).toEqual([0, 0]);
  });
});

describe('an answer that is none', () => {
  it('a sign-in that has run out keeps everything, refuses nothing, and says so', async () => {
    const d = device();
    d.answers.events = () => ({ outcome: 'sign in' });
    d.answers.photo = () => ({ outcome: 'sign in' });
    await d.outbox.add('a', event());
    await d.outbox.addPhoto({ id: 'p', jobId: 'a', eventId: 'e', picture: new Blob(['x']) });
    await settled();
    expect([d.outbox.reach, d.outbox.refused.length, d.events.size, d.photos.size]).toEqual([
      'sign in to send',
      0,
      1,
      1
    ]);
    d.answers.events = (_, sent) => ({ outcome: 'taken', answer: sent.map((e) => ({ id: e.id, outcome: 'stored' })) });
    d.answers.photo = () => ({ outcome: 'taken', answer: null });
    await d.outbox.flush();
    expect([d.outbox.reach, d.events.size, d.photos.size]).toEqual(['in step', 0, 0]);
  });
  it('a job that takes nothing for now waits, the others go', async () => {
    const d = device();
    d.answers.events = (jobId, sent) =>
      jobId === 'broken'
        ? { outcome: 'held' }
        : { outcome: 'taken', answer: sent.map((e) => ({ id: e.id, outcome: 'stored' })) };
    await d.outbox.add('broken', event());
    await d.outbox.add('a', event());
    await settled();
    expect([...d.events.values()].map((q) => q.jobId)).toEqual(['broken']);
    expect(d.outbox.refused).toEqual([]);
  });
  it('too much at once is halved until it goes; one that is too much by itself is refused alone', async () => {
    const d = device();
    const giant = event('giant');
    d.answers.events = (_, sent) =>
      sent.length > 3 || sent.some((e) => e.id === giant.id)
        ? { outcome: 'too much' }
        : { outcome: 'taken', answer: sent.map((e) => ({ id: e.id, outcome: 'stored' })) };
    d.outbox.events = [];
    const all = [...Array.from({ length: 9 }, () => event()), giant, event()];
    // All at once, as after a day out of reach.
    d.outbox.events = all.map((e) => queued('a', e));
    await d.outbox.flush();
    expect(d.outbox.refused.map((q) => q.id)).toEqual([giant.id]);
    expect(d.outbox.waiting).toEqual([]);
  });
  it('an entry the answer says nothing of is not taken', async () => {
    const d = device();
    d.answers.events = () => ({ outcome: 'taken', answer: [] });
    await d.outbox.add('a', event());
    await settled();
    expect(d.events.size).toBe(1);
  });
  it.each([
    [401, 'sign in'],
    [423, 'held'],
    [413, 'too much'],
    [429, 'again'],
    [500, 'again'],
    [503, 'again'],
    [0, 'again'],
    [404, 'refused'],
    [422, 'refused'],
    [403, 'refused']
  ])('%i means %s', (status, outcome) => expect(meaningOf(status, {}).outcome).toBe(outcome));
});
