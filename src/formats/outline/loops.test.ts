import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ringAreaM2, surfaceFromDrawing } from './drawing';
import { readDxf } from './dxf';
import { joinLoops, type Stretch } from './loops';

type XY = [number, number];
const line = (a: XY, b: XY, layer = 'WALLS'): Stretch => ({
  layer,
  points: [
    { x: a[0], y: a[1] },
    { x: b[0], y: b[1] }
  ],
  bulges: [0]
});
const round = (...corners: XY[]): Stretch[] => corners.map((c, i) => line(c, corners[(i + 1) % corners.length]!));
const areas = (stretches: readonly Stretch[]) =>
  joinLoops(stretches)
    .rings.map((r) => Number(ringAreaM2(r, 1).toFixed(6)))
    .sort((a, b) => a - b);

describe('rooms drawn as single lines', () => {
  it('are joined whichever way and order their lines come', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray(round([0, 0], [6, 0], [6, 4], [2, 4], [2, 3], [0, 3]), { minLength: 6 }),
        fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }),
        (lines, turned) => {
          const drawn = lines.map((s, i) => (turned[i] ? { ...s, points: [...s.points].reverse() } : s));
          expect(areas(drawn)).toEqual([22]);
        }
      )
    ));
  it('whose ends miss each other by a hair are closed, by more they are not', () => {
    const room = (gap: number) => [
      line([0, 0], [6, 0]),
      line([6, gap], [6, 4]),
      line([6, 4], [0, 4]),
      line([0, 4 - gap], [0, gap / 2])
    ];
    expect(areas(room(0.0008))).toHaveLength(1);
    expect(joinLoops(room(0.05))).toEqual({ rings: [], open: 4 });
  });
  it('with an arc keep its bow', () => {
    const bay: Stretch = {
      layer: 'W',
      points: [
        { x: 4, y: 0 },
        { x: 4, y: 2 }
      ],
      bulges: [1]
    };
    const [area] = areas([line([0, 0], [4, 0], 'W'), bay, line([4, 2], [0, 2], 'W'), line([0, 2], [0, 0], 'W')]);
    expect(area).toBeCloseTo(8 + Math.PI / 2, 4);
  });
  it('that share a wall are two rooms and the outline of both', () =>
    expect(areas([...round([0, 0], [8, 0], [8, 4], [0, 4]), line([5, 0], [5, 4])])).toEqual([12, 20, 32]));
  it('with a stub wall, a door’s leaf and lines of nothing are one room; what closes nothing is counted', () => {
    const r = joinLoops([...round([0, 0], [8, 0], [8, 4], [0, 4]), line([5, 0], [5, 2]), line([20, 20], [21, 20])]);
    expect(r.rings.map((x) => ringAreaM2(x, 1))).toEqual([32]);
    expect(r.open).toBe(2);
  });
  it('on several layers are joined last', () =>
    expect(
      areas([
        line([0, 0], [4, 0], 'A'),
        line([4, 0], [4, 2], 'B'),
        line([4, 2], [0, 2], 'A'),
        line([0, 2], [0, 0], 'C')
      ])
    ).toEqual([8]));
  it('any set of lines is joined or left, never thrown over', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 0, max: 4 }),
            fc.integer({ min: 0, max: 4 }),
            fc.integer({ min: 0, max: 4 }),
            fc.integer({ min: 0, max: 4 }),
            fc.constantFrom(0, 0, 1, -0.4)
          ),
          { maxLength: 40 }
        ),
        (all) => {
          const r = joinLoops(all.map(([a, b, c, d, bulge]) => ({ ...line([a, b], [c, d]), bulges: [bulge] })));
          for (const ring of r.rings) {
            expect(ring.points.length).toBe(ring.bulges.length);
            expect(ring.points.length).toBeGreaterThan(1);
          }
        }
      ),
      { numRuns: 400 }
    ));
});

describe('a DXF of lines and arcs', () => {
  const dxf = (...entities: (string | number)[][]) =>
    [
      '0',
      'SECTION',
      '2',
      'HEADER',
      '9',
      '$INSUNITS',
      '70',
      '4',
      '0',
      'ENDSEC',
      '0',
      'SECTION',
      '2',
      'ENTITIES',
      ...entities.flat(),
      '0',
      'ENDSEC',
      '0',
      'EOF'
    ].join('\n');
  const LINE = (x1: number, y1: number, x2: number, y2: number) => [
    0,
    'LINE',
    8,
    'FLOOR',
    10,
    x1,
    20,
    y1,
    11,
    x2,
    21,
    y2
  ];
  it('gives the room with its round end, in metres', () => {
    const read = readDxf(
      dxf(
        LINE(0, 0, 4000, 0),
        [0, 'ARC', 8, 'FLOOR', 10, 4000, 20, 1000, 40, 1000, 50, 270, 51, 90],
        LINE(4000, 2000, 0, 2000),
        LINE(0, 2000, 0, 0)
      )
    );
    if (!read.ok) throw new Error(read.problems[0]!.problem);
    const made = surfaceFromDrawing(read.drawing, 0, [], read.drawing.unitM!);
    if (!made.ok) throw new Error(made.problem);
    expect(ringAreaM2(read.drawing.rings[0]!, read.drawing.unitM!)).toBeCloseTo(8 + Math.PI / 2, 3);
  });
  it('an arc of three quarters is told in two parts and closes with its lines', () => {
    const read = readDxf(
      dxf([0, 'ARC', 8, 'F', 10, 0, 20, 0, 40, 1000, 50, 90, 51, 0], LINE(1000, 0, 0, 0), LINE(0, 0, 0, 1000))
    );
    if (!read.ok) throw new Error(read.problems[0]!.problem);
    expect(ringAreaM2(read.drawing.rings[0]!, 0.001)).toBeCloseTo((3 * Math.PI) / 4, 3);
  });
  it('lines that close nothing are refused with their count; a line without an end by its line', () => {
    expect(readDxf(dxf(LINE(0, 0, 1, 0), LINE(5, 5, 6, 6)))).toMatchObject({
      ok: false,
      problems: [{ problem: expect.stringContaining('2 lines and arcs close no outline') }]
    });
    expect(readDxf(dxf([0, 'LINE', 8, 'F', 10, 0, 20, 0]))).toMatchObject({
      ok: false,
      problems: [{ line: 16, problem: expect.stringContaining('group code 11') }]
    });
  });
});
