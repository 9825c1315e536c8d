import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commonM2 } from './common-area';
import { polygonAreaM2, type Point } from './outline';

/** More with BASKET_MANY_CASES=100000. */
const numRuns = Number(process.env.BASKET_MANY_CASES ?? 4000);
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const box = (x: number, y: number, w: number, h: number, deg = 0): Point[] => {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h]
  ].map(([u, v]) => ({ x: x + u! * cos - v! * sin, y: y + u! * sin + v! * cos }));
};

/** Two convex rings by cutting one along each side of the other: another way to the same area. */
function convexCommonM2(a: readonly Point[], b: readonly Point[]): number {
  let left: Point[] = [...a];
  for (const [i, p] of b.entries()) {
    const q = b[(i + 1) % b.length]!;
    const side = (r: Point) => {
      const by = (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
      // What is nearer than rounding lies on the line: cutting there would divide nothing by nothing.
      return Math.abs(by) < 1e-13 ? 0 : by;
    };
    left = left.flatMap((r, k) => {
      const next = left[(k + 1) % left.length]!;
      const [s, t] = [side(r), side(next)];
      const cut = () => ({ x: r.x + ((next.x - r.x) * s) / (s - t), y: r.y + ((next.y - r.y) * s) / (s - t) });
      if (s >= 0) return t >= 0 ? [r] : [r, cut()];
      return t >= 0 ? [cut()] : [];
    });
    if (left.length < 3) return 0;
  }
  return polygonAreaM2(left);
}

const anyBox = fc.record({
  x: number(-6, 6),
  y: number(-6, 6),
  w: number(0.005, 8),
  h: number(0.005, 8),
  deg: fc.oneof(number(-180, 180), fc.constantFrom(0, 3, -87, 45, 90, 1e-9, 90 - 1e-12))
});
const made = ({ x, y, w, h, deg }: { x: number; y: number; w: number; h: number; deg: number }) => box(x, y, w, h, deg);

describe('the area two rings have in common', () => {
  it('of convex ones is what cutting side by side gives', () =>
    fc.assert(
      fc.property(anyBox, anyBox, (a, b) => {
        const [p, q] = [made(a), made(b)];
        expect(Math.abs(commonM2(p, q) - convexCommonM2(p, q))).toBeLessThan(1e-4);
      }),
      { numRuns }
    ));
  it('never throws nor lies on rings that are nearly the same, touch, or lie on one line', () =>
    fc.assert(
      fc.property(
        anyBox,
        fc.constantFrom(0, 1e-16, -1e-16, 1e-12, 1e-9, 1e-7, 1e-6, 1e-3),
        fc.constantFrom(0, 1e-15, 1e-10, 90, 180, 3, -87),
        (a, shift, turn) => {
          const own = made(a);
          const twin = made({ ...a, x: a.x + shift, y: a.y - shift, w: a.w + shift, deg: a.deg + turn });
          const common = commonM2(own, twin);
          const area = polygonAreaM2(own);
          expect(common).toBeGreaterThanOrEqual(0);
          expect(common).toBeLessThanOrEqual(area + 1e-4);
          if (turn < 1e-9 && turn > -1) expect(common).toBeGreaterThan(area - 0.02 * (1 + a.w + a.h) - 1e-4);
        }
      ),
      { numRuns, seed: 516904697 }
    ));
  it('0.05 m turned by 3° and −87°, sides equal to 1e-16', () => {
    const [a, b] = [box(1, 1, 0.05, 0.05, 3), box(1, 1.05, 0.05, 0.05 + 1e-16, -87)];
    expect(commonM2(a, b)).toBeGreaterThanOrEqual(0);
    expect(commonM2(a, a)).toBeCloseTo(0.0025, 6);
  });
  it('of two that touch along a side is nothing, of one within another is its own', () => {
    expect(commonM2(box(0, 0, 2, 2), box(2, 0, 3, 2))).toBe(0);
    expect(commonM2(box(0, 0, 4, 4), box(1, 1, 2, 1))).toBeCloseTo(2, 9);
  });
});
