import { describe, expect, it } from 'vitest';
import { floorJob, made, whole } from '../../../tests/fixtures';
import { checkJobDocument } from '../job-json';
import { checkEvent } from '../work-event';
import { soundness } from './soundness';

const note = (text: string) => {
  const { jobId: _, by: __, byName: ___, ...e } = made('note.added', { text });
  return e;
};

describe('data of any origin', () => {
  it('half an emoji is refused by its field', () =>
    expect(checkEvent(note(`wiped ${'💥'.slice(0, 1)}`))).toEqual({
      ok: false,
      problems: [{ path: '/data/text', problem: 'holds half a character, such as half an emoji; write it again' }]
    }));
  it('thousands of unknown fields are one problem, not one each', () => {
    const many = Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`k${i}`, i]));
    expect(checkEvent({ ...note('x'), data: many })).toMatchObject({ ok: false, problems: [{ path: '/data' }] });
  });
  it('groups within groups end somewhere, and a cycle too', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 60; i++) deep = { a: deep };
    expect(soundness(deep).problem!.problem).toMatch(/too deep/);
    const cycle: { self?: unknown } = {};
    cycle.self = cycle;
    expect(soundness(cycle).problem!.problem).toMatch(/too deep/);
  });
  it('of a giant only the first problem is told, of a job every one', () => {
    const giant = { ...whole(floorJob()), surfaces: Array.from({ length: 90_000 }, (_, i) => i) };
    const told = checkJobDocument(giant);
    expect(told.ok || told.problems).toEqual([{ path: '/surfaces', problem: 'may hold 60 at most' }]);
    const job = { ...whole(floorJob()), title: '', usedForFood: 'no' };
    const all = checkJobDocument(job);
    expect(all.ok || all.problems.map((p) => p.path)).toEqual(['/title', '/usedForFood']);
  });
  it('a list of a thousand wrong things tells of forty at most', () => {
    const r = checkJobDocument({ ...whole(floorJob()), surfaces: Array.from({ length: 3000 }, () => ({ a: 1 })) });
    expect(r.ok || r.problems.length).toBe(40);
  });
  it('counts what it walks', () => expect(soundness({ a: [1, 2, { b: null }] })).toEqual({ size: 6 }));
});
