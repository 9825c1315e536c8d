import { describe, expect, it } from 'vitest';
import { made } from '../../../tests/fixtures';
import { EVENT_SCHEMAS } from './schema';
import { EVENT_ROWS, eventRow, fold } from '.';

const types = EVENT_SCHEMAS.map((s) => s.properties.type.const);

describe('events as rows', () => {
  it('each schema has its row, and each row its schema', () =>
    expect(Object.keys(EVENT_ROWS).sort()).toEqual([...types].sort()));
  it('the office writes what is no work on the wood, and nothing of it counts as work', () => {
    const anybody = types.filter((t) => eventRow(t).by === 'anybody');
    expect(anybody.sort()).toEqual([
      'coat.judged',
      'event.undone',
      'load.packed',
      'load.sourced',
      'sample.approved',
      'sample.reopened'
    ]);
    for (const t of anybody.filter((x) => x !== 'event.undone')) expect(eventRow(t).works, t).toBe(false);
  });
  it('looking is no work that a day must be closed after; oil, sanding and rags are', () => {
    const looked = fold([made('moisture.read', { surface: 's', percent: 9 }, 0)]);
    expect([looked.count, looked.lastAtMs]).toEqual([1, 0]);
    const sanded = fold([made('prep.done', { surface: 's', step: 'sand-80' }, 3)]);
    expect(sanded.lastAtMs).toBeGreaterThan(0);
  });
  it('litres are reckoned up when a coat closes, and when its batches change after', () => {
    const coat = [
      made(
        'batch.mixed',
        { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres: 1, lot: 'L1' }] },
        0
      ),
      made('laying.spread', { coat: 1, laying: 1, batch: 'A' }, 1),
      made('laying.wiped', { coat: 1, laying: 1 }, 2),
      made('coat.closed', { coat: 1, usedL: 0.6, guessed: false }, 3)
    ];
    expect(fold(coat).coats[0]!.doesNotAddUp).toBe(true);
    expect(fold([...coat, made('batch.emptied', { batch: 'A', leftL: 0.4 }, 4)]).coats[0]!.doesNotAddUp).toBe(false);
  });
});
