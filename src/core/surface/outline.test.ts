import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  outlineFromWalls,
  outlineThrough,
  parseWalk,
  polygonAreaM2,
  segmentAreaM2,
  walkText,
  wallName,
  wallsThrough,
  type Point,
  type Wall
} from '.';

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
    expect(outlineFromWalls(walls([0, 'left'], [1, 'left'], [1, 'left']))).toMatchObject({ ok: false, side: 0 });
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

/** A star-shaped outline round the origin: never crosses itself, at any number of corners. */
const star = fc
  .array(fc.double({ min: 0.5, max: 20, noNaN: true }), { minLength: 3, maxLength: 40 })
  .map((radii): Point[] =>
    radii.map((r, i) => {
      const a = (2 * Math.PI * i) / radii.length;
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    })
  );

describe('outlines at any angle', () => {
  const areaOf = (points: readonly Point[]) => {
    const o = outlineThrough(points);
    return o.ok ? o.areaM2 : NaN;
  };
  it('the area is the same turned, from any corner, either way round', () =>
    fc.assert(
      fc.property(star, fc.double({ min: 0, max: 6.28, noNaN: true }), fc.nat(40), (points, turn, start) => {
        const area = polygonAreaM2(points);
        fc.pre(area > 0.1);
        const [c, s] = [Math.cos(turn), Math.sin(turn)];
        const turned = points.map((p) => ({ x: p.x * c - p.y * s + 250, y: p.x * s + p.y * c - 100 }));
        const shifted = [...points.slice(start % points.length), ...points.slice(0, start % points.length)];
        for (const other of [turned, shifted, [...points].reverse()])
          expect(Math.abs(areaOf(other) / area - 1)).toBeLessThan(1e-9);
      })
    ));
  it('corners walked as lengths and turns come back to the same area', () =>
    fc.assert(
      fc.property(star, (points) => {
        fc.pre(
          points.every(
            (p, i) =>
              Math.hypot(p.x - points[(i + 1) % points.length]!.x, p.y - points[(i + 1) % points.length]!.y) > 0.2
          )
        );
        const o = outlineFromWalls(wallsThrough(points));
        // Lengths are kept to the millimetre.
        if (o.ok) expect(Math.abs(o.areaM2 - polygonAreaM2(points))).toBeLessThan(0.002 * o.perimeterM + 1e-6);
        else expect(o.problem).toMatch(/meets|back over/);
      })
    ));
  it('a regular hexagon of 1 m sides', () => {
    const hexagon: Wall[] = Array.from({ length: 6 }, () => ({ lengthM: 1, turn: 'left', turnDeg: 60 }));
    const o = outlineFromWalls(hexagon);
    expect(o.ok && o.areaM2).toBeCloseTo((3 * Math.sqrt(3)) / 2, 9);
  });
  it('a bow adds its segment outward and takes it inward, exactly', () => {
    const bay = (bowM: number) =>
      outlineFromWalls(
        walls([4, 'right'], [3, 'right'], [4, 'right'], [3, 'right']).map((w, i) => (i === 0 ? { ...w, bowM } : w))
      );
    const [out, within] = [bay(0.5), bay(-0.5)];
    expect(out.ok && out.areaM2).toBeCloseTo(12 + segmentAreaM2(4, 0.5), 12);
    expect(within.ok && within.areaM2).toBeCloseTo(12 - segmentAreaM2(4, 0.5), 12);
    expect(segmentAreaM2(2, 1)).toBeCloseTo(Math.PI / 2, 12);
    expect(bay(2.5)).toMatchObject({ ok: false, side: 0, problem: expect.stringContaining('bows') });
  });
  it('names a side that runs back over another, and one that meets another far away', () => {
    const back = outlineThrough([
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 2, y: 0 },
      { x: 2, y: 3 }
    ]);
    expect(back).toMatchObject({ ok: false, problem: expect.stringMatching(/Side A runs back over side B/) });
    const touching = outlineThrough([
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 150, y: 0 },
      { x: 0, y: 200 }
    ]);
    expect(touching).toMatchObject({ ok: false, problem: expect.stringMatching(/meets/) });
    expect(
      outlineThrough([
        { x: 0, y: 0 },
        { x: 0, y: 0 },
        { x: 1, y: 1 }
      ])
    ).toMatchObject({ ok: false, side: 0 });
  });
  it('letters sides past Z', () => expect([0, 25, 26, 53].map(wallName)).toEqual(['A', 'Z', 'A2', 'B3']));
});

describe('a wall walk as text', () => {
  it('reads it as it is called out, in metres', () => {
    const w = parseWalk('4.20 right 2.15 right 4200 right 2.15', 'metric');
    expect(w).toMatchObject({
      ok: true,
      walls: [{ lengthM: 4.2, turn: 'right' }, { lengthM: 2.15 }, { lengthM: 4.2 }, { lengthM: 2.15 }]
    });
    expect(parseWalk('3 m left 45°, 2 l, 1.5 R some 90', 'metric')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Wall D')
    });
    expect(parseWalk('3 m left 45°, 2 l, 1.5 R, 4', 'metric')).toMatchObject({
      ok: true,
      walls: [{ turnDeg: 45, turn: 'left' }, { turn: 'left' }, { turn: 'right' }, { lengthM: 4 }]
    });
  });
  it('reads feet and inches', () => {
    const w = parseWalk(`32' 9 3/4" right, 17' 8 5/8" right, 13' 1 1/2" left, 3 ft`, 'us');
    expect(w.ok && w.walls[0]!.lengthM).toBeCloseTo(32 * 0.3048 + 9.75 * 0.0254, 9);
    expect(w.ok && w.walls).toHaveLength(4);
  });
  it('says which wall it did not understand', () => {
    expect(parseWalk('4.20 right about two right 3 right', 'metric')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/Wall B.*about two/)
    });
    expect(parseWalk('right right right', 'metric')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/Wall A/)
    });
    expect(parseWalk('', 'metric').ok).toBe(false);
    expect(parseWalk('1 right 180° 1 left 1', 'metric')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('180')
    });
  });
  it('writes what it reads back, in both systems', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            lengthM: fc.integer({ min: 1, max: 300_000 }).map((mm) => mm / 1000),
            turn: fc.constantFrom('left' as const, 'right' as const),
            turnDeg: fc.constantFrom(undefined, 45, 12.5)
          }),
          { minLength: 3, maxLength: 12 }
        ),
        fc.constantFrom('metric' as const, 'us' as const),
        (w, system) => {
          const read = parseWalk(walkText(w as Wall[], system), system);
          expect(read.ok).toBe(true);
          if (!read.ok) return;
          read.walls.forEach((x, i) => {
            expect(Math.abs(x.lengthM - w[i]!.lengthM)).toBeLessThanOrEqual(
              system === 'us' ? 0.0254 / 32 + 1e-9 : 0.0005 + 1e-9
            );
            expect(x.turn).toBe(w[i]!.turn);
            expect(x.turnDeg ?? 90).toBe(w[i]!.turnDeg ?? 90);
          });
        }
      )
    ));
});
