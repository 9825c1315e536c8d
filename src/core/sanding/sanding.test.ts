import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GRITS, gritJump, sandingLadder, startGrit, type LadderRule } from '.';

const stock = [24, 36, 40, 60, 80, 100, 120, 150, 180, 220, 240, 320];
const ladder = (start: number, end: number, rule: LadderRule = 'no skipping', from: readonly number[] = stock) => {
  const l = sandingLadder({ start, end, stock: from, rule });
  return l.ok ? l.grits : l.problem;
};

describe('the grit ladder', () => {
  it('keeps the jumps of the handbook: 80 to 120 and 36 to 50 are allowed, 60 to 100 is not', () => {
    expect(gritJump(80, 120)).toBeLessThanOrEqual(1.61);
    expect(gritJump(36, 50)).toBeLessThanOrEqual(1.61);
    expect(gritJump(60, 100)).toBeGreaterThan(1.61);
  });
  it('takes the fewest steps, then the smallest worst jump', () => {
    expect(ladder(40, 120)).toEqual([40, 60, 80, 120]);
    expect(ladder(60, 120)).toEqual([60, 80, 120]);
    expect(ladder(80, 180)).toEqual([80, 120, 180]);
    expect(ladder(40, 120, 'skip one')).toEqual([40, 80, 120]);
  });
  it('a start at or above the end is one pass with the end grit', () => {
    expect(ladder(120, 120)).toEqual([120]);
    expect(ladder(150, 80)).toEqual([80]);
  });
  it('begins with the next coarser grit when the start is not in stock', () =>
    expect(ladder(50, 80)).toEqual([40, 60, 80]));
  it('names the jump that can not be made, and a last grit that is not there', () => {
    expect(ladder(40, 120, 'no skipping', [40, 100, 120])).toMatch(/From P40 to P100 .* 2\.62 times/);
    expect(ladder(40, 120, 'no skipping', [40, 60])).toMatch(/P120, the last grit, is not in stock/);
  });
  it('starts by condition', () => {
    expect(startGrit('old film or heavy wear')).toBe(40);
    expect(startGrit('light marks')).toBe(120);
  });
  it('is never longer, and never jumps further, than any other ladder from the same stock', () =>
    fc.assert(
      fc.property(
        fc.subarray([...GRITS], { minLength: 2, maxLength: 10 }),
        fc.constantFrom('no skipping' as const, 'skip one' as const),
        (own, rule) => {
          const [start, end] = [own[0]!, own.at(-1)!];
          const found = sandingLadder({ start, end, stock: own, rule });
          const most = rule === 'no skipping' ? 1.61 : 2.2;
          let best: { n: number; worst: number } | null = null;
          const middle = own.slice(1, -1);
          for (let mask = 0; mask < 1 << middle.length; mask++) {
            const grits = [start, ...middle.filter((_, i) => mask & (1 << i)), end];
            const worst = Math.max(...grits.slice(1).map((g, i) => gritJump(grits[i]!, g)));
            if (worst <= most && (!best || grits.length < best.n || (grits.length === best.n && worst < best.worst)))
              best = { n: grits.length, worst };
          }
          expect(found.ok).toBe(best !== null);
          if (found.ok && best) {
            expect(found.grits).toHaveLength(best.n);
            expect(found.worstJump).toBeCloseTo(best.worst, 12);
          }
        }
      )
    ));
});
