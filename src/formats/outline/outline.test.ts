import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/fixtures';
import { faceAreas, measureSurface, templateShape, type CutOut, type Shape, type Surface } from '../../core/surface';
import {
  planDrawing,
  ringAreaM2,
  surfaceFromDrawing,
  type Drawing,
  type PlanDrawing,
  type ReadDrawing
} from './drawing';
import { readDxf, writeDxf } from './dxf';
import { readOutlineJson, writeOutlineJson } from './outline-json';
import { readSvg, writeSvg } from './svg';
import { readTakeOff, writeTakeOff } from './take-off-csv';

const surface = (shape: Shape, cutOuts: CutOut[] = []): Surface => ({
  ...floorJob().surfaces[0]!,
  shape,
  cutOuts,
  exits: [{ id: 'e', name: 'door', side: 0, alongM: 0.5, widthM: 0.9 }]
});
const column: CutOut = {
  id: 'c',
  name: 'column',
  kind: 'column',
  side: 0,
  alongM: 1,
  inM: 1,
  shape: { type: 'circle', diameterM: 0.4 }
};
const hearth: CutOut = {
  id: 'h',
  name: 'hearth',
  kind: 'hearth',
  side: 1,
  alongM: 0.5,
  inM: 0,
  shape: { type: 'rectangle', lengthM: 0.8, widthM: 0.5 }
};
const area = (s: Surface) => {
  const m = measureSurface(s);
  if (!m.ok) throw new Error(m.problem);
  return m.areaM2;
};
const planOf = (s: Surface): PlanDrawing => {
  const m = measureSurface(s);
  if (!m.ok) throw new Error(m.problem);
  return planDrawing(s, m)!;
};
const drawing = (r: ReadDrawing): Drawing => {
  if (!r.ok) throw new Error(r.problems.map((p) => p.problem).join());
  return r.drawing;
};
/** The surface that comes back when a file's first ring is the outline and the rest are cut-outs. */
const back = (r: ReadDrawing): Surface => {
  const d = drawing(r);
  const made = surfaceFromDrawing(
    d,
    0,
    d.rings.slice(1).map((_, i) => i + 1),
    d.unitM!
  );
  if (!made.ok) throw new Error(made.problem);
  return { ...surface(made.shape, made.cutOuts), exits: [] };
};
const problem = (r: ReadDrawing) => (r.ok ? '' : r.problems.map((p) => `${p.line ?? ''}: ${p.problem}`).join('; '));

const bay: Shape = {
  type: 'walls',
  walls: [
    { lengthM: 5, turn: 'right' },
    { lengthM: 3, turn: 'right', bowM: 0.6 },
    { lengthM: 5, turn: 'right' },
    { lengthM: 3, turn: 'right' }
  ]
};
const round = [
  ['DXF', readDxf, writeDxf, 1e-5],
  ['SVG', readSvg, writeSvg, 1e-4],
  ['JSON', readOutlineJson, writeOutlineJson, 5e-3]
] as const;

describe.each(round)('%s there and back', (_, read, write, tolerance) => {
  it.each(['L', 'T', 'U', 'triangle', 'circle', 'segment', 'rectangle'] as const)('%s keeps its area', (t) => {
    const s = surface(templateShape(t));
    s.exits = [];
    expect(Math.abs(area(back(read(write(planOf(s))))) / area(s) - 1)).toBeLessThan(tolerance);
  });
  it('keeps cut-outs and a bow', () => {
    const s = surface(bay, [column, { ...hearth, side: 2 }]);
    const again = back(read(write(planOf(s))));
    expect(again.cutOuts).toHaveLength(2);
    expect(Math.abs(area(again) / area(s) - 1)).toBeLessThan(tolerance);
  });
  it('is told in metres', () => expect(drawing(read(write(planOf(surface(templateShape('L')))))).unitM).not.toBeNull());
  it('never throws, whatever is left of the file', () => {
    const text = write(planOf(surface(bay, [column])));
    fc.assert(
      fc.property(fc.nat(text.length), fc.nat(text.length), fc.string({ maxLength: 8 }), (a, b, junk) => {
        const broken = text.slice(0, Math.min(a, b)) + junk + text.slice(Math.max(a, b));
        const r = read(broken);
        if (!r.ok) expect(r.problems[0]!.problem.length).toBeGreaterThan(10);
      }),
      { numRuns: 200 }
    );
  });
});

describe('DXF', () => {
  const dxf = (...pairs: (string | number)[]) =>
    ['0', 'SECTION', '2', 'ENTITIES', ...pairs, '0', 'ENDSEC', '0', 'EOF'].join('\n');
  const square = [
    '0',
    'LWPOLYLINE',
    '8',
    'Floor',
    '70',
    '1',
    '10',
    '0',
    '20',
    '0',
    '10',
    '4000',
    '20',
    '0',
    '10',
    '4000',
    '20',
    '3000',
    '10',
    '0',
    '20',
    '3000'
  ];
  it('reads a light polyline with its layer; without a unit it is asked', () => {
    const d = drawing(readDxf(dxf(...square)));
    expect(d.unitM).toBeNull();
    expect(d.rings[0]).toMatchObject({ layer: 'Floor', line: 6 });
    expect(ringAreaM2(d.rings[0]!, 0.001)).toBeCloseTo(12, 9);
  });
  it('says what it left out: open lines and other entities', () => {
    const open = square.map((v, i) => (i === 5 ? '0' : v));
    const d = drawing(readDxf(dxf(...square, ...open, '0', 'TEXT', '1', 'kitchen', '0', 'TEXT', '1', 'x')));
    expect(d.leftOut).toEqual([
      '1 line or arc closes no outline.',
      '2 TEXT: only lines, arcs, polylines and circles are read.'
    ]);
  });
  it('names line and reason of what is broken', () => {
    expect(problem(readDxf(dxf(...square.map((v) => (v === '3000' ? 'wide' : v)))))).toBe(
      '22: “wide” is not a number.'
    );
    expect(problem(readDxf('0\nSECTION\nhello\nx'))).toBe('3: “hello” is no group code; a number is wanted here.');
    expect(problem(readDxf('0\nSECTION\n2'))).toMatch(/cut short/);
    expect(problem(readDxf('hello'))).toMatch(/^1:/);
    expect(problem(readDxf(''))).toMatch(/no section/);
    expect(problem(readDxf(dxf('0', 'CIRCLE', '10', '0')))).toMatch(/no group code 20/);
  });
});

describe('SVG', () => {
  const svg = (inside: string, head = 'width="4000mm" viewBox="0 0 4 4"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`;
  it('reads polygon, rect, circle and path, under their groups and transforms', () => {
    const d = drawing(
      readSvg(
        svg(
          '<g id="room" transform="translate(1 1) scale(2)"><polygon points="0,0 1,0 1,1 0,1"/></g><rect id="hatch" width="1" height="2"/><circle id="post" cx="1" cy="1" r=".5"/><path id="bay" d="M0 0h2a1 1 0 0 1-2 0z"/><defs><rect width="9" height="9"/></defs>'
        )
      )
    );
    expect(d.unitM).toBe(1);
    expect(d.rings.map((r) => [r.layer, Number(ringAreaM2(r, 1).toFixed(6))])).toEqual([
      ['room', 4],
      ['hatch', 2],
      ['post', Number((Math.PI / 4).toFixed(6))],
      ['bay', Number((Math.PI / 2).toFixed(6))]
    ]);
  });
  it('without a real width the unit is asked', () =>
    expect(drawing(readSvg(svg('<rect width="2" height="1"/>', 'width="100"'))).unitM).toBeNull());
  it('names line and reason', () => {
    expect(problem(readSvg('<svg>\n<g>\n</svg>'))).toMatch(/^3: This is not a whole SVG/);
    expect(problem(readSvg(svg('\n<path d="M0 0 L nowhere Z"/>')))).toMatch(/^2: A path can’t be read/);
    expect(problem(readSvg(svg('<path d="M0 0A2 1 0 0 1 3 0Z"/>')))).toMatch(/elliptic/);
    expect(problem(readSvg('<html></html>'))).toMatch(/begins with <html>/);
    expect(problem(readSvg(svg('<path d="M0 0L1 1"/>')))).toMatch(/no closed outline.*not closed/);
  });
});

describe('JSON outlines', () => {
  it('reads polygons by their units, and asks when there are none', () => {
    const polygon = {
      type: 'Polygon',
      coordinates: [
        [
          [0, 0],
          [12, 0],
          [12, 9],
          [0, 9],
          [0, 0]
        ]
      ]
    };
    expect(drawing(readOutlineJson(JSON.stringify(polygon))).unitM).toBeNull();
    const d = drawing(readOutlineJson(JSON.stringify({ ...polygon, units: 'ft' })));
    expect(ringAreaM2(d.rings[0]!, d.unitM!)).toBeCloseTo(108 * 0.3048 ** 2, 9);
  });
  it('names line and reason', () => {
    expect(problem(readOutlineJson('{\n"type": oops}'))).toMatch(/^2: This is not JSON/);
    expect(problem(readOutlineJson('{"type":"Polygon","coordinates":[[["a",1]]]}'))).toMatch(/Ring 1 of “outline”/);
    expect(problem(readOutlineJson('{"type":"Polygon","units":"leagues","coordinates":[]}'))).toMatch(/leagues/);
    expect(problem(readOutlineJson('[]'))).toMatch(/no Polygon/);
  });
});

describe('the take-off', () => {
  it('reads what a tape gives, in either system', () => {
    const r = readTakeOff(
      'name,kind,species,length,width,board,gap,tags,faces\nDeck,deck,Larch,8.2 m,5 m,120 mm,6 mm,,top 2; underside 1\nDoors,door,oak,2.05,0.9,,,d1; d2,outside 3\n',
      'metric'
    );
    expect(r.ok && r.surfaces.map((s) => [s.id, s.speciesId, Number(area(s).toFixed(3))])).toEqual([
      ['deck', 'larch', 41],
      ['doors', 'oak', 1.845]
    ]);
    expect(r.ok && r.surfaces[1]!.units).toEqual(['d1', 'd2']);
    const us = readTakeOff(`name,kind,walk\nRoom,floor,"10' right 8' right 10' right 8' right"\n`, 'us');
    expect(us.ok && area(us.surfaces[0]!)).toBeCloseTo(80 * 0.3048 ** 2, 9);
  });
  it('writes what it reads back', () => {
    const all: Surface[] = [
      surface(templateShape('L')),
      {
        ...surface({ type: 'rectangle', lengthM: 8.2, widthM: 5 }),
        kind: 'deck',
        boards: { widthM: 0.12, gapM: 0.006 }
      },
      surface({ type: 'circle', diameterM: 2.5 }),
      { ...surface({ type: 'door', widthM: 0.9, heightM: 2.05 }), kind: 'door', units: ['door 1', 'door 2'] },
      surface({ type: 'area', areaM2: 83 })
    ].map((s, i) => ({ ...(s as Surface), exits: [], id: `s${i}`, name: `S ${i}` }));
    const r = readTakeOff(writeTakeOff(all), 'metric');
    expect(r.ok).toBe(true);
    if (!r.ok) return;
    r.surfaces.forEach((s, i) => {
      expect(area(s)).toBeCloseTo(area(all[i]!), 6);
      expect(s).toMatchObject({
        name: all[i]!.name,
        kind: all[i]!.kind,
        speciesId: all[i]!.speciesId,
        thicknessM: all[i]!.thicknessM
      });
      expect(s.units).toEqual(all[i]!.units);
      expect(s.faces.map((f) => [f.kind, f.coats])).toEqual(all[i]!.faces.map((f) => [f.kind, f.coats]));
    });
  });
  it('a shape no row can hold keeps the area of each face, of one piece', () => {
    const stair: Surface = {
      ...surface({
        type: 'stair',
        treads: 9,
        depthM: 0.27,
        widthM: 0.9,
        riserM: 0.178,
        nosingGirthM: 0.06,
        strings: 2,
        stringLengthM: 3.1,
        stringGirthM: 0.3,
        winders: []
      }),
      kind: 'stair',
      exits: [],
      units: ['left', 'right'],
      faces: (['tread', 'riser', 'nosing', 'string'] as const).map((kind) => ({
        ...surface({ type: 'area', areaM2: 1 }).faces[0]!,
        id: kind,
        kind
      }))
    };
    const text = writeTakeOff([stair]);
    expect(text).toContain('treads 2 of 2.187 m²');
    const r = readTakeOff(text, 'metric');
    const areas = (s: Surface) =>
      [...faceAreas(s).values()].map(({ plan }) => (plan.ok ? Number(plan.areaM2.toFixed(3)) : plan.problem));
    expect(r.ok && areas(r.surfaces[0]!)).toEqual(areas(stair));
    const wrong = readTakeOff('name,kind,area,faces\nS,stair,2 m²,treads 2 of two\n', 'metric');
    expect(wrong.ok ? [] : wrong.problems.map((p) => p.problem)).toEqual([expect.stringContaining('treads 2 of two')]);
  });
  it('a cell that a sheet would run as a formula is written as text', () =>
    expect(writeTakeOff([{ ...surface({ type: 'area', areaM2: 5 }), name: '=1+1' }])).toContain("'=1+1"));
  it('names line, column and reason, and takes nothing', () => {
    const r = readTakeOff(
      'name,kind,species,length,width,walk\nA,floor,unobtainium,4,3,\nB,roof,oak,4,wide,\n,floor,oak,,,4 right 3\n',
      'metric'
    );
    expect(r.ok).toBe(false);
    const said = r.ok ? [] : r.problems.map((p) => `${p.line} ${p.problem}`);
    expect(said).toEqual([
      expect.stringMatching(/^2 species: “unobtainium”/),
      expect.stringMatching(/^3 kind: “roof”/),
      expect.stringMatching(/^3 width: “wide”/),
      expect.stringMatching(/^4 name: is empty/),
      expect.stringMatching(/^4 walk: An outline needs/)
    ]);
    expect(readTakeOff('a,b\n1,2\n', 'metric')).toMatchObject({
      ok: false,
      problems: [{ line: 1 }, { line: 1 }, { line: 1 }, { line: 1 }]
    });
    expect(readTakeOff('', 'metric').ok).toBe(false);
  });
});
