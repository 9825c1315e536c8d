import { describe, expect, it } from 'vitest';
import type { SequenceOutcome } from '$core/window';
import { HOUR_MS } from '$core/units';
import { dryingGaps } from './gaps';

const h = (n: number) => n * HOUR_MS;
const coat = (number: number, from: number, to: number) => ({ number, laidFromMs: h(from), laidToMs: h(to) });
const outcome = { coats: [coat(1, 8, 10), coat(2, 32, 33)] } as unknown as SequenceOutcome;
/** Working hours 8–17 of two days. */
const work = {
  fromMs: 0,
  from: Float64Array.from({ length: 48 }, (_, i) => (i % 24 >= 8 && i % 24 < 17 ? h(i) : 0)),
  to: Float64Array.from({ length: 48 }, (_, i) => (i % 24 >= 8 && i % 24 < 17 ? h(i + 1) : 0)),
  closed: []
};
const line = (id: string, runs: [number, number, null | 'rain'][], part = 'first') => ({
  id,
  part,
  title: id,
  runs: runs.map(([from, to, rule]) => ({ fromMs: h(from), toMs: h(to), rule }))
});

describe('the drying gap', () => {
  it('is the working time between two coats, and the other jobs open in it', () => {
    const lines = [
      line('own', [[10, 20, null]]),
      line('terrace', [
        [9, 12, null],
        [12, 14, 'rain'],
        [14, 16, null]
      ]),
      line('stair', [[15, 16, null]])
    ];
    expect(dryingGaps(outcome, { work }, lines, 'own')).toEqual([
      {
        afterCoat: 1,
        fromMs: h(10),
        toMs: h(32),
        workMs: h(7),
        others: [{ id: 'terrace', part: 'first', title: 'terrace', fromMs: h(10), openMs: h(4) }]
      }
    ]);
  });
  it('tells the parts of a job apart that are both open in it', () => {
    const lines = ['first', 'inner'].map((part) => line('door', [[10, 20, null]], part));
    const [gap] = dryingGaps(outcome, { work }, lines, 'own');
    expect(gap!.others.map((o) => `${o.id} ${o.part}`)).toEqual(['door first', 'door inner']);
  });
  it('is not worth a word when it is short', () => {
    const soon = { coats: [coat(1, 8, 15), coat(2, 16, 17)] } as unknown as SequenceOutcome;
    expect(dryingGaps(soon, { work }, [], 'own')).toEqual([]);
  });
});
