import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { MINUTE_MS } from '../units';
import { applications, lastWetMs, looksOf, METHOD_ROWS, METHODS, methodRow, STAGES, stageDue, type StageDone } from '.';

const min = (n: number) => n * MINUTE_MS;
const done = (stage: StageDone['stage'], at: number, found?: boolean): StageDone => ({
  stage,
  atMs: min(at),
  by: 'Bram Teal',
  ...(found !== undefined && { found })
});
const laying = (stages: StageDone[], wiped?: number) => ({
  spreadAtMs: 0,
  stages,
  ...(wiped !== undefined && { wipedAtMs: min(wiped) })
});

describe('methods', () => {
  it('every stage belongs to some method, and every method ends with a look, a blotted stain with its bristles (handbook 16)', () => {
    const used = new Set(METHODS.flatMap((m) => [...METHOD_ROWS[m].wet, ...METHOD_ROWS[m].after].map((r) => r.stage)));
    expect([...used].sort()).toEqual([...STAGES].sort());
    for (const m of METHODS)
      expect(METHOD_ROWS[m].after.at(-1)!.stage, m).toBe(m === 'blot' ? 'colour check' : 'look again');
  });

  it('flooded: topped up once, looked at twice at least, and on while something rises', () => {
    const flood = methodRow('flood');
    expect(stageDue(flood, laying([]))).toMatchObject({ stage: 'top up', fromMs: min(8), byMs: min(12), nth: 1 });
    expect(stageDue(flood, laying([done('top up', 9)]))).toBeNull();
    const first = [done('top up', 9)];
    expect(stageDue(flood, laying(first, 20))).toMatchObject({ stage: 'look again', fromMs: min(35), byMs: min(40) });
    const twice = [...first, done('look again', 36, false), done('look again', 52, false)];
    expect(stageDue(flood, laying(twice.slice(0, 2), 20))).toMatchObject({ nth: 2, fromMs: min(51) });
    expect(stageDue(flood, laying(twice, 20))).toBeNull();
    const rose = [...twice.slice(0, 2), done('look again', 52, true)];
    expect(stageDue(flood, laying(rose, 20))).toMatchObject({ nth: 3, fromMs: min(67) });
    const six = [...first, ...[36, 52, 68, 84, 100, 116].map((at) => done('look again', at, true))];
    expect(stageDue(flood, laying(six, 20))).toBeNull();
  });

  it('saturate: wet coat after wet coat until it refuses, each counted; what it refused wets nothing', () => {
    const row = methodRow('saturate');
    const wet = [done('wet again', 16, true), done('wet again', 33, true)];
    expect(stageDue(row, laying(wet))).toMatchObject({ stage: 'wet again', nth: 3, fromMs: min(48), asks: true });
    expect(applications(row, laying(wet))).toBe(3);
    expect(lastWetMs(row, laying(wet))).toBe(min(33));
    const refused = [...wet, done('wet again', 50, false)];
    expect(stageDue(row, laying(refused))).toBeNull();
    expect(applications(row, laying(refused))).toBe(3);
    expect(lastWetMs(row, laying(refused))).toBe(min(33));
  });

  it('trowel: the pad is flipped before the raking look; blot asks for the bristles first', () => {
    const trowel = methodRow('trowel');
    expect(stageDue(trowel, laying([], 12))).toMatchObject({ stage: 'flip the pad', fromMs: min(12) });
    expect(stageDue(trowel, laying([done('flip the pad', 13)], 12))).toMatchObject({
      stage: 'look again',
      fromMs: min(18)
    });
    expect(stageDue(methodRow('blot'), laying([], 4))).toMatchObject({ stage: 'colour check', asks: true });
  });

  it('looks are counted against what the method asks', () => {
    expect(looksOf(methodRow('flood'), laying([done('look again', 36, false)], 20))).toEqual({ done: 1, least: 2 });
    expect(looksOf(methodRow('thin'), laying([], 20))).toEqual({ done: 0, least: 1 });
  });

  it('runs from the first to the last stage whatever is answered, each clock after the one before', () => {
    fc.assert(
      fc.property(fc.constantFrom(...METHODS), fc.array(fc.boolean(), { maxLength: 40 }), (method, answers) => {
        const row = methodRow(method);
        let made = laying([]);
        let nowMs = 0;
        const next = () => answers.pop() ?? false;
        for (const wiped of [false, true]) {
          if (wiped) made = { ...made, wipedAtMs: (nowMs += min(1)) };
          for (let due = stageDue(row, made); due; due = stageDue(row, made)) {
            expect(due.fromMs).toBeGreaterThanOrEqual(nowMs);
            expect(due.byMs).toBeGreaterThanOrEqual(due.fromMs);
            nowMs = due.fromMs;
            made = {
              ...made,
              stages: [
                ...made.stages,
                { stage: due.stage, atMs: nowMs, by: 'Tove Marsh', ...(due.asks && { found: next() }) }
              ]
            };
          }
        }
        expect(made.stages.length).toBeLessThanOrEqual(20);
        const looks = looksOf(row, made);
        expect(looks.done).toBeGreaterThanOrEqual(looks.least);
      })
    );
  });
});
