import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isInside, outlineOf, templateShape, type Outline, type Shape } from '$core/surface';
import { boardTile, fitted, labelPoint, pathOf, SHEET, sideTags, toPlan, toSheet } from './plan-geometry';

const outline = (shape: Shape): Outline => {
  const o = outlineOf(shape as Extract<Shape, { type: 'walls' }>);
  if (!o.ok) throw new Error(o.problem);
  return o;
};

describe('a plan on its sheet', () => {
  it('fits with its margin, true to scale, and comes back to plan metres', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 300, noNaN: true }),
        fc.double({ min: 0.01, max: 300, noNaN: true }),
        (l, w) => {
          const o = outline({ type: 'rectangle', lengthM: l, widthM: w });
          const f = fitted(o.ring);
          const seen = o.ring.map((p) => toSheet(f, p));
          for (const p of seen) {
            expect(p.x).toBeGreaterThanOrEqual(SHEET.pad - 1e-6);
            expect(p.x).toBeLessThanOrEqual(SHEET.w - SHEET.pad + 1e-6);
            expect(p.y).toBeGreaterThanOrEqual(SHEET.pad - 1e-6);
            expect(p.y).toBeLessThanOrEqual(SHEET.h - SHEET.pad + 1e-6);
          }
          expect((seen[1]!.x - seen[0]!.x) / (seen[2]!.y - seen[1]!.y)).toBeCloseTo(l / w, 6);
          const back = toPlan(f, seen[2]!);
          expect(back.x).toBeCloseTo(l, 6);
          expect(back.y).toBeCloseTo(-w, 6);
        }
      )
    ));
  it('every side’s tag stands outside the outline, beyond a door in its middle', () => {
    for (const t of ['rectangle', 'L', 'T', 'U', 'triangle'] as const) {
      const o = outline(templateShape(t));
      const f = fitted(o.ring);
      for (const tag of sideTags(f, o)) expect(isInside(toPlan(f, tag), o.ring), `${t} ${tag.i}`).toBe(false);
    }
    const o = outline(templateShape('rectangle'));
    const f = fitted(o.ring);
    const exit = { id: 'e', name: 'door', side: 0, alongM: 1.5, widthM: 1 };
    expect(sideTags(f, o, [exit])[0]!.y).toBeLessThan(sideTags(f, o)[0]!.y - 0.9 * f.scale);
  });
  it('the size is written inside, clear of holes, and says how much room it has', () => {
    const o = outline(templateShape('L'));
    const hole = [
      { x: 1, y: -1 },
      { x: 2.5, y: -1 },
      { x: 2.5, y: -2.5 },
      { x: 1, y: -2.5 }
    ];
    const at = labelPoint(o.ring, [hole]);
    expect(isInside(at, o.ring)).toBe(true);
    expect(isInside(at, hole)).toBe(false);
    expect(at.room).toBeGreaterThan(0.4);
    expect(labelPoint(outline({ type: 'rectangle', lengthM: 6.5, widthM: 0.2 }).ring, []).room).toBeLessThan(0.11);
  });
  it('boards are drawn at their pitch, never finer than can be seen, each pattern its own way', () => {
    expect(boardTile({ widthM: 0.12, gapM: 0.005 }, 100).h).toBeCloseTo(12.5, 9);
    expect(boardTile({ widthM: 0.05, gapM: 0 }, 10).h).toBe(7);
    const drawn = (['strip', 'herringbone', 'chevron', 'basket weave'] as const).map(
      (pattern) => boardTile({ widthM: 0.1, gapM: 0, pattern }, 100).d
    );
    expect(new Set(drawn).size).toBe(4);
  });
  it('an open walk is a line without an end', () => {
    const f = fitted([
      { x: 0, y: 0 },
      { x: 1, y: 1 }
    ]);
    expect(
      pathOf(
        f,
        [
          { x: 0, y: 0 },
          { x: 1, y: 1 }
        ],
        false
      )
    ).not.toContain('Z');
    expect(
      pathOf(f, [
        { x: 0, y: 0 },
        { x: 1, y: 1 }
      ])
    ).toMatch(/^M.*Z$/);
  });
});
