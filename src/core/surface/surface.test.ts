import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deckJob, floorJob } from '../../../tests/fixtures';
import { effectiveArea, facePlanArea, measureShape, outlineFromWalls, usualFaces, type Surface, type Wall } from '.';

const walls = (...spec: [number, 'left' | 'right'][]): Wall[] => spec.map(([lengthM, turn]) => ({ lengthM, turn }));
const L = walls([10, 'right'], [5.4, 'right'], [4, 'left'], [3, 'right'], [6, 'right'], [8.4, 'right']);

describe('outlines by walls', () => {
  it('the L of 10.00, 5.40, 4.00, 3.00, 6.00, 8.40 closes to 72 m²', () => {
    const o = outlineFromWalls(L);
    expect(o).toMatchObject({ ok: true, correctionMm: expect.closeTo(0, 6) });
    expect(o.ok && o.areaM2).toBeCloseTo(72, 9);
    expect(o.ok && o.perimeterM).toBeCloseTo(36.8, 9);
  });
  it('closes a gap within 1 % of the perimeter and shows the correction', () => {
    const o = outlineFromWalls(L.map((w, i) => (i === 0 ? { ...w, lengthM: 10.05 } : w)));
    expect(o).toMatchObject({ ok: true, correctionMm: expect.closeTo(50, 3) });
    expect(o.ok && o.areaM2).toBeGreaterThan(71.5);
  });
  it('refuses a larger gap with its size and direction', () => {
    const o = outlineFromWalls(L.map((w, i) => (i === 0 ? { ...w, lengthM: 11 } : w)));
    expect(o).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/1000 mm.*right/)
    });
  });
  it('refuses walls that cross, zero walls, too few walls', () => {
    const crossing = walls([4, 'right'], [4, 'right'], [2, 'right'], [6, 'left'], [2, 'left'], [2, 'right']);
    expect(outlineFromWalls(crossing).ok).toBe(false);
    expect(outlineFromWalls(walls([0, 'left'], [1, 'left'], [1, 'left']))).toMatchObject({ ok: false, wall: 0 });
    expect(outlineFromWalls(walls([1, 'left'], [1, 'left'])).ok).toBe(false);
    expect(outlineFromWalls(walls([NaN, 'left'], [1, 'left'], [1, 'left'], [1, 'left'])).ok).toBe(false);
  });
  it('refuses an outline that crosses itself though it closes', () => {
    const eight = walls(
      [4, 'left'],
      [2, 'left'],
      [2, 'left'],
      [4, 'right'],
      [2, 'right'],
      [2, 'right'],
      [4, 'right'],
      [4, 'left']
    );
    const o = outlineFromWalls(eight);
    expect(o.ok).toBe(false);
  });
  it('the area does not depend on the corner or the direction the walk begins with', () =>
    fc.assert(
      fc.property(fc.nat(5), fc.boolean(), (shift, mirror) => {
        const turned = [...L.slice(shift), ...L.slice(0, shift)];
        const walk = mirror
          ? turned.map((w) => ({
              ...w,
              turn: w.turn === 'left' ? ('right' as const) : ('left' as const)
            }))
          : turned;
        const o = outlineFromWalls(walk);
        expect(o.ok && o.areaM2).toBeCloseTo(72, 6);
      })
    ));
  it('holds from 1 mm to 300 m', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 300, noNaN: true }),
        fc.double({ min: 0.001, max: 300, noNaN: true }),
        (a, b) => {
          const o = outlineFromWalls(walls([a, 'left'], [b, 'left'], [a, 'left'], [b, 'left']));
          expect(o.ok && Math.abs(o.areaM2 / (a * b) - 1)).toBeLessThan(1e-6);
        }
      )
    ));
});

describe('faces', () => {
  const deck = deckJob().surfaces[0]!;
  const area = (s: Surface, kind: string) => {
    const a = facePlanArea(
      s,
      s.faces.find((f) => f.kind === kind)!
    );
    return a.ok ? a.areaM2 : NaN;
  };
  it('a deck loses its gaps on top and below, and gains two edges a board', () => {
    expect(area(deck, 'top')).toBeCloseTo((41 * 120) / 126, 6);
    expect(area(deck, 'underside')).toBeCloseTo((41 * 120) / 126, 6);
    expect(area(deck, 'edge')).toBeCloseTo((41 / 0.126) * 2 * 0.028, 6);
  });
  it('texture and profile make the effective area', () => {
    const s: Surface = {
      ...deck,
      boards: undefined,
      faces: [{ id: 't', kind: 'top', texture: 'sawn', profile: 'lap', coats: 1 }]
    };
    const a = effectiveArea(s, s.faces[0]!);
    expect(a.ok && a.areaM2).toBeCloseTo(41 * 1.25 * 1.1, 9);
  });
  it('a typed area wins; what a shape can not give is asked for', () => {
    const floor = floorJob().surfaces[0]!;
    expect(facePlanArea(floor, { ...floor.faces[0]!, areaM2: 12 })).toMatchObject({
      ok: true,
      areaM2: 12,
      how: 'as typed'
    });
    const known: Surface = { ...floor, shape: { type: 'area', areaM2: 20 } };
    expect(facePlanArea(known, { ...floor.faces[0]!, kind: 'edge' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Type the area')
    });
    expect(facePlanArea(floor, { ...floor.faces[0]!, kind: 'end-grain' }).ok).toBe(false);
  });
  it('refuses shapes without size', () => {
    expect(measureShape({ type: 'rectangle', lengthM: -1, widthM: 2 }).ok).toBe(false);
    expect(measureShape({ type: 'area', areaM2: 0 }).ok).toBe(false);
    expect(measureShape({ type: 'area', areaM2: NaN }).ok).toBe(false);
  });
  it('knows which faces a kind usually has', () => {
    expect(usualFaces('deck')).toContain('end-grain');
    expect(usualFaces('floor')).toEqual(['top']);
  });
});
