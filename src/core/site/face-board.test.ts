import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, knowledge, made, NOW, readDry } from '../../../tests/fixtures';
import { FIRST_PART, type PartJob } from '../document';
import { fold, forPart, type WorkEvent } from '../log';
import { HOUR_MS } from '../units';
import { siteClimate } from '../window';
import { faceBoard, wanting, type CellState } from './face-board';
import { liveWork } from './live';
import { nextSteps } from './steps';
import { floorJob } from '../../../tests/fixtures';

const doors = (): PartJob => {
  const job = floorJob();
  return readDry({
    ...job,
    products: [card('tansy-gel')],
    finish: { productId: 'tansy-gel', colour: 'Bracken', method: 'thin', bareWood: true },
    surfaces: [
      {
        ...job.surfaces[0]!,
        id: 'doors',
        name: 'Doors',
        kind: 'door',
        cutOuts: [],
        exits: [],
        boards: undefined,
        shape: { type: 'door', widthM: 0.8, heightM: 2 },
        units: ['1', '2', '3'],
        faces: (['outside', 'inside'] as const).map((kind) => ({
          id: kind,
          kind,
          texture: 'sanded' as const,
          profile: 'flat' as const,
          coats: 2
        }))
      }
    ]
  });
};
function seen(events: readonly WorkEvent[], minutes = 0, job = doors()) {
  const nowMs = NOW + minutes * 60_000;
  const state = forPart(fold(events), FIRST_PART);
  const climate = siteClimate(job, null, { startMs: NOW - 48 * HOUR_MS, hours: 240 });
  const live = liveWork(job, state, climate, knowledge, nowMs);
  const board = faceBoard(job, state, live);
  return { board, steps: nextSteps(job, state, live, nowMs), state };
}
const states = (events: readonly WorkEvent[], minutes = 0) =>
  new Map<string, CellState[]>(
    seen(events, minutes).board.map((c) => [`${c.piece} ${c.face}`, c.coats.map((x) => x.state)])
  );
const insides = (...pieces: string[]) => [{ surface: 'doors', face: 'inside', pieces }];
const laid = (bay: number, on: ReturnType<typeof insides>, at: number, wiped?: number) => [
  made('bay.spread', { coat: 1, bay, on }, at),
  ...(wiped === undefined ? [] : [made('bay.wiped', { coat: 1, bay }, wiped)])
];

describe('which face of which piece has had which coat', () => {
  it('is told by the layings that name their faces; the others are still to come', () => {
    const at = states(laid(1, insides('1', '2'), -3, 0), 1);
    expect(at.get('1 inside')).toEqual(['wet', 'to come']);
    expect(at.get('3 inside')).toEqual(['to come', 'to come']);
    expect(at.get('1 outside')).toEqual(['to come', 'to come']);
  });
  it('each laying dries by itself: doors laid in the morning are ahead of those of noon', () => {
    const events = [...laid(1, insides('1'), -300, -297), ...laid(2, insides('2'), -3, 0)];
    const [one, two] = ['1 inside', '2 inside'].map((k) => states(events, 1).get(k)![0]!);
    expect(['tacky', 'drying']).toContain(one);
    expect(two).toBe('wet');
  });
  it('one that was never wiped in time stands, and only that one', () => {
    const at = states([...laid(1, insides('1'), -200), ...laid(2, insides('2'), -200, -197)], 0);
    expect(at.get('1 inside')![0]).toBe('stands');
    expect(at.get('2 inside')![0]).not.toBe('stands');
  });
  it('a coat told without faces is on all of them once it is closed, as older records tell it', () => {
    const closed = [
      made('coat.opened', { coat: 1 }, -2000),
      made('coat.closed', { coat: 1, usedL: 0.5, guessed: false }, -1990)
    ];
    for (const [, s] of states(closed)) expect(s[0]).toBe('open');
  });
  it('once every face that wants a coat has it, no more of it is asked for; what is forgotten is named', () => {
    const most = laid(1, [...insides('1', '2', '3'), { surface: 'doors', face: 'outside', pieces: ['1', '2'] }], -3, 0);
    expect(wanting(seen(most, 1).board, 1).map((c) => `${c.piece} ${c.face}`)).toEqual(['3 outside']);
    expect(seen(most, 1).steps.find((s) => s.kind === 'spread')).toMatchObject({ bay: 2, onFaces: true });
    expect(seen(most, 1).steps.find((s) => s.kind === 'close coat')).toMatchObject({ warn: '1 face has not had it' });
    const all = [...most, ...laid(2, [{ surface: 'doors', face: 'outside', pieces: ['3'] }], 1, 2)];
    expect(seen(all, 3).steps.map((s) => s.kind)).not.toContain('spread');
    expect(seen(all, 3).steps.map((s) => s.kind)).toContain('close coat');
  });
  it('is the same whatever the order of arrival, with entries taken back too', () => {
    const events = [
      ...laid(1, insides('1', '2'), -200, -197),
      ...laid(2, insides('3'), -190, -188),
      made('coat.closed', { coat: 1, usedL: 0.4, guessed: false }, -100)
    ];
    const all = [...events, made('event.undone', { event: events[2]!.id }, -90)];
    const expected = states(all);
    expect(expected.get('3 inside')).toEqual(['to come', 'to come']);
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (mixed) => {
        expect(states(mixed)).toEqual(expected);
      }),
      { numRuns: 60 }
    );
  });
});
