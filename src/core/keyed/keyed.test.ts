import { describe, expect, it } from 'vitest';
import { made } from '../../../tests/fixtures';
import { checkEvent } from '../../formats/work-event';
import { fold, type WorkEvent } from '../log';
import { speciesOf } from '../wood';
import { ID_FORM, isWhole, keyed, madeAt, madeWhole, NAME_FORMS, RESERVED_NAMES } from '.';

describe('names that programs keep for themselves', () => {
  it.each(RESERVED_NAMES)('“%s” finds nothing in a table and pollutes nothing when written', (name) => {
    expect(keyed({ m: 1 }).get(name)).toBeUndefined();
    const map = new Map<string, Map<string, number>>();
    madeAt(map, name, () => new Map()).set('prototype', 1);
    expect(map.get(name)!.get('prototype')).toBe(1);
    expect(({} as { prototype?: unknown }).prototype).toBeUndefined();
  });
  it('no id may be one of them, while ids that only look alike may', () => {
    const id = new RegExp(ID_FORM.pattern, 'u');
    for (const name of RESERVED_NAMES)
      for (const f of NAME_FORMS) expect(new RegExp(f.pattern, 'u').test(name)).toBe(false);
    expect(['floor', 'constructors', 'toString-2', 'A1'].every((x) => id.test(x))).toBe(true);
  });
  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])(
    'a log that says “%s” folds beside every other and leaves the program as it was',
    (name) => {
      const before = Object.getOwnPropertyNames(Object.prototype).sort();
      const hostile = [
        made('prep.done', { surface: name, step: 'prototype' }),
        made('prep.done', { surface: name, step: name, unit: name }),
        made('gate.checked', { surface: name, step: name, gate: 'pencil grid', passed: true }),
        made('finding.noted', { surface: name, finding: name as 'wax', present: true }),
        made('load.packed', { visit: 'ready', item: name, packed: true }),
        made('load.sourced', { item: name, from: 'buy' })
      ] as WorkEvent[];
      const state = fold([...hostile, made('prep.done', { surface: 'floor', step: 'mask' })]);
      expect(state.prep.get(name)!.get('prototype')!.doneAtMs).toBeDefined();
      expect(state.prep.get('floor')!.get('mask')!.doneAtMs).toBeDefined();
      expect(state.load.from.get(name)).toBe('buy');
      expect(Object.getOwnPropertyNames(Object.prototype).sort()).toEqual(before);
      expect(Object.keys(Object.prototype)).toEqual([]);
    }
  );
  it('the schema of events refuses them as surface, step and sample', () => {
    const { jobId: _, by: __, byName: ___, ...e } = made('prep.done', { surface: 'floor', step: 'mask' });
    expect(checkEvent(e).ok).toBe(true);
    expect(checkEvent({ ...e, data: { surface: 'constructor', step: 'mask' } }).ok).toBe(false);
    expect(checkEvent({ ...e, data: { surface: 'floor', step: 'prototype' } }).ok).toBe(false);
  });
  it('an unknown species throws by its name, also when the name is one of these', () =>
    expect(() => speciesOf('constructor')).toThrow(/constructor/));
});

describe('texts', () => {
  it('half an emoji is not whole, a whole one is', () => {
    expect([isWhole('a💥b'), isWhole('💥'.slice(0, 1)), isWhole('💥'.slice(1)), isWhole('')]).toEqual([
      true,
      false,
      false,
      true
    ]);
    expect(madeWhole(`x${'💥'.slice(0, 1)}y`)).toBe('x\uFFFDy');
  });
});
