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
const laid = (laying: number, on: ReturnType<typeof insides>, at: number, wiped?: number) => [
  made('laying.spread', { coat: 1, laying, on }, at),
  ...(wiped === undefined ? [] : [made('laying.wiped', { coat: 1, laying }, wiped)])
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
    expect(seen(most, 1).steps.find((s) => s.kind === 'spread')).toMatchObject({ laying: 2, onFaces: true });
    expect(seen(most, 1).steps.find((s) => s.kind === 'close coat')).toMatchObject({ warn: '1 face has not had it' });
    const all = [...most, ...laid(2, [{ surface: 'doors', face: 'outside', pieces: ['3'] }], 1, 2)];
    expect(seen(all, 3).steps.map((s) => s.kind)).not.toContain('spread');
    expect(seen(all, 3).steps.map((s) => s.kind)).toContain('close coat');
  });
  it('a face in bays has its coat once the rest of it is on, or the coat is closed', () => {
    const floor = { surface: 'doors', face: 'inside', pieces: ['1'] };
    const bay = (laying: number, at: number, rest = false) => [
      made('laying.spread', { coat: 1, laying, on: [floor], ...(!rest && { bay: true }) }, at),
      made('laying.wiped', { coat: 1, laying }, at + 3)
    ];
    const at = (events: WorkEvent[], minutes: number) => {
      const [cell] = seen(events, minutes).board.filter((c) => c.face === 'inside' && c.piece === '1');
      return [cell!.coats[0]!.state, cell!.next];
    };
    expect(at(bay(1, -60).slice(0, 1), -58)).toEqual(['wet', 1]);
    expect(at(bay(1, -60), 0)).toEqual(['begun', 1]);
    expect(at([...bay(1, -60), ...bay(2, -4, true)], 0)).toEqual(['wet', 2]);
    const closed = made('coat.closed', { coat: 1, usedL: 0.2, guessed: false }, -50);
    expect(at([...bay(1, -60), closed], 0)[1]).toBe(2);
    // The one that still needs a hand speaks for the face.
    const forgotten = [made('laying.spread', { coat: 1, laying: 2, on: [floor], bay: true }, -200)];
    expect(at([...forgotten, ...bay(3, -4)], 0)[0]).toBe('stands');
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
