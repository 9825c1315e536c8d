import { describe, expect, it } from 'vitest';
import { NOW } from '../../tests/fixtures';
import { EVENT_ROWS, fold, type WorkEvent } from '../core/log';
import { liftEvent } from './lift-event';
import { checkEvent } from './work-event';
import readingRoom from '../../tests/version-1/reading-room.json';

/** A log as version 1 wrote it: no version, no part for the first, bays, a batch of one coat, visits by number. */
const first = (n: number, type: string, data: object) => ({
  id: `01900000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`,
  at: NOW + n * 60_000,
  device: 'phone',
  type,
  data
});
const V1 = [
  first(1, 'coat.opened', { coat: 1 }),
  first(2, 'batch.mixed', { batch: 'A', coat: 1, components: [{ role: 'oil', litres: 1, lot: 'L1' }] }),
  first(3, 'bay.spread', { coat: 1, bay: 1, batch: 'A' }),
  first(4, 'bay.spread', { part: 'stair', coat: 1, bay: 1, on: [{ surface: 's', face: 'tread' }] }),
  first(5, 'bay.wiped', { coat: 1, bay: 1 }),
  first(6, 'batch.emptied', { batch: 'A', leftL: 0.2 }),
  first(7, 'coat.closed', { coat: 1, usedL: 0.8, guessed: false }),
  first(8, 'tack.felt', { part: 'stair', coat: 1, felt: 'tacky' }),
  first(9, 'load.packed', { visit: 2, item: 'rags', packed: true }),
  first(10, 'rags.out', { count: 3 }),
  first(11, 'sample.approved', { sample: 'b', client: 'L', layers: [{ productId: 'p', colour: 'Peat' }] })
];
const read = (events: readonly object[]): WorkEvent[] =>
  events.map((e) => {
    const checked = checkEvent(e);
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    return { ...checked.value, jobId: 'j', by: 'u', byName: 'Tove' } as WorkEvent;
  });

describe('events of version 1', () => {
  const state = fold(read(V1));
  it('happened to the first part where they name none', () =>
    expect(state.coats.map((c) => c.part)).toEqual(['first', 'stair']));
  it('bays are layings: one that named no faces went on a stretch, one that did on the whole of them', () =>
    expect(state.coats.map((c) => c.layings.map((l) => [l.laying, l.bay, l.on?.length]))).toEqual([
      [[1, true, undefined]],
      [[1, false, 1]]
    ]));
  it('a batch was for its one coat, and its litres add up as before', () => {
    expect(state.batches[0]).toMatchObject({ for: [{ part: 'first', coat: 1 }], totalL: 1, leftL: 0.2 });
    expect(state.coats[0]!.doesNotAddUp).toBe(false);
  });
  it('what was packed for a visit by its number is kept by that number', () =>
    expect([...state.load.packed]).toEqual([['2 rags', true]]));
  it('nothing of it is set aside, and lifting twice is lifting once', () => {
    expect([state.setAside, state.count]).toEqual([[], V1.length]);
    for (const e of V1) expect(liftEvent(liftEvent(e))).toEqual(liftEvent(e));
  });
  it('every event of the demo’s running job, kept as version 1 wrote it, is read', () => {
    const kept = readingRoom.events.map((e, n) => ({ ...first(n, e.type, e.data) }));
    expect(read(kept)).toHaveLength(readingRoom.events.length);
  });
  it.each([null, 7, [], { type: 'bay.spread' }, { type: 'bay.spread', data: [] }, { type: 5, data: {} }])(
    'what is no event is refused, not thrown at: %j',
    (e) => expect(checkEvent(e).ok).toBe(false)
  );
  it('a version that is not known yet is refused by name', () => {
    const checked = checkEvent({ ...first(1, 'rags.out', { count: 1 }), v: 3 });
    expect(!checked.ok && checked.problems.map((p) => p.path)).toContain('/v');
  });
  it('a type is named for its family, or says which it is of', () => {
    const others = Object.entries(EVENT_ROWS).filter(
      ([type, row]) => !row.family.startsWith(type.split('.')[0]!.replace(/s$/, ''))
    );
    expect(others.map(([t, r]) => `${t}: ${r.family}`).sort()).toEqual([
      'coat.rubbed: step and gate',
      'day.closed: leave',
      'event.undone: correction',
      'finding.noted: survey',
      'gate.checked: step and gate',
      'gun.cleaned: step and gate',
      'handed.over: leave',
      'moisture.read: survey',
      'part.installed: step and gate',
      'part.moved: step and gate',
      'part.rubbed: step and gate',
      'photo.added: survey',
      'prep.done: step and gate',
      'test.made: survey',
      'tin.checked: step and gate',
      'tin.overruled: step and gate'
    ]);
  });
});
