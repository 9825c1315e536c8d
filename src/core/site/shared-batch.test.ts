import { describe, expect, it } from 'vitest';
import { made } from '../../../tests/fixtures';
import { fold, forPart, shareOfBatch } from '../log';
import type { CoatPlan } from '../coats';
import { shareOf, sharesBatch, type SharingPart } from './shared-batch';

const floor = { part: 'first', coat: 1, litres: 3 };
const stair = { part: 'stair', coat: 1, litres: 1 };
const mixed = (...coats: { part: string; coat: number; litres?: number }[]) =>
  made('batch.mixed', { batch: 'A', for: coats, components: [{ role: 'oil', litres: 4, lot: 'L' }] }, 0);
const closed = (part: string, usedL: number, at: number) => [
  made('laying.spread', { part, coat: 1, laying: 1, batch: 'A' }, at),
  made('laying.wiped', { part, coat: 1, laying: 1 }, at + 1),
  made('coat.closed', { part, coat: 1, usedL, guessed: true }, at + 2)
];

describe('a batch for several coats', () => {
  it('stands on the record of each part it is for', () => {
    const state = fold([mixed(floor, stair)]);
    expect(['first', 'stair', 'other'].map((p) => forPart(state, p).batches.length)).toEqual([1, 1, 0]);
  });
  it('is shared as the litres were planned, alike where nobody planned any', () => {
    const [planned] = fold([mixed(floor, stair)]).batches;
    expect([shareOfBatch(planned!, floor), shareOfBatch(planned!, stair)]).toEqual([0.75, 0.25]);
    const [plain] = fold([mixed({ part: 'first', coat: 1 }, { part: 'stair', coat: 1 })]).batches;
    expect(shareOfBatch(plain!, stair)).toBe(0.5);
    expect(shareOf([planned!], stair, () => 0.4)).toMatchObject({ heldL: 1, leftL: 0.1, shared: true });
  });
  it('is reckoned up once all its coats are closed, for all of them', () => {
    const left = made('batch.emptied', { batch: 'A', leftL: 0.4 }, 30);
    const half = fold([mixed(floor, stair), ...closed('first', 2.7, 5), left]);
    expect(half.coats[0]!.doesNotAddUp).toBeUndefined();
    const all = fold([mixed(floor, stair), ...closed('first', 2.7, 5), ...closed('stair', 0.9, 20), left]);
    expect(all.coats.map((c) => c.doesNotAddUp)).toEqual([false, false]);
    const wrong = fold([mixed(floor, stair), ...closed('first', 2.7, 5), ...closed('stair', 2, 20), left]);
    expect(wrong.coats.map((c) => c.doesNotAddUp)).toEqual([true, true]);
  });
  it('is offered for what other parts lay next of the same product and colour, and for nothing else', () => {
    const part = (id: string, productId: string, colour: string, done: number[] = []): SharingPart => ({
      job: { part: id },
      plan: { coats: [1, 2].map((number) => ({ number, productId, colour, expectedL: number / 10 }) as CoatPlan) },
      live: { coats: done.map((number) => ({ number, closed: true }) as SharingPart['live']['coats'][number]) }
    });
    const parts = [
      part('first', 'duo', 'Peat'),
      part('stair', 'duo', 'Peat', [1]),
      part('rail', 'duo', 'Clear'),
      part('counter', 'worktop', 'Peat'),
      part('sill', 'duo', 'Peat', [1, 2])
    ];
    expect(sharesBatch(parts, { part: 'first', coat: 1 })).toEqual([{ part: 'stair', coat: 2, litres: 0.2 }]);
  });
});
