import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob, whole } from '../../../tests/fixtures';
import { blockingProblems, jobProblems } from '../document';
import { coatPlans } from '../coats';
import { defaultHouseRules } from '../house';
import {
  blankShape,
  faceAreas,
  measureSurface,
  namedList,
  newFace,
  sketchShape,
  stillToMeasure,
  templateShape,
  woodThicknessM,
  type Surface,
  type Template
} from '.';

const TEMPLATES: Template[] = [
  'rectangle',
  'L',
  'T',
  'U',
  'walls',
  'triangle',
  'circle',
  'segment',
  'area',
  'stair',
  'door',
  'panels',
  'lengths',
  'box'
];
const surface = (over: Partial<Surface>): Surface => ({
  ...floorJob().surfaces[0]!,
  cutOuts: [],
  exits: [],
  boards: undefined,
  ...over
});
/** A surface with its figures taken away again, by their paths. */
const paths = (v: unknown, at: string[] = []): string[][] =>
  typeof v === 'number'
    ? /M2?$/.test(at.at(-1)!)
      ? [at]
      : []
    : v && typeof v === 'object'
      ? Object.entries(v).flatMap(([k, x]) => paths(x, [...at, k]))
      : [];

describe('what nobody has measured', () => {
  it('a blank shape of every kind asks for its figures and has no area', () => {
    for (const t of TEMPLATES) {
      const s = surface({ shape: blankShape(t) });
      expect(stillToMeasure(s).length, t).toBeGreaterThan(0);
      const m = measureSurface(s);
      expect(m.ok, t).toBe(false);
      expect(!m.ok && m.problem, t).toMatch(/^Not measured yet: /);
      expect(
        [...faceAreas(s).values()].some((a) => a.plan.ok),
        t
      ).toBe(false);
    }
  });
  it('one figure taken away is asked for; with all of them it is measured', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TEMPLATES), fc.nat(), (t, pick) => {
        const shape = structuredClone(templateShape(t));
        const faces = [
          newFace(t === 'stair' ? 'tread' : 'top', 1),
          newFace('riser', 1),
          newFace('nosing', 1),
          newFace('string', 1)
        ];
        const full = surface({ shape, faces: t === 'stair' ? faces : [faces[0]!] });
        expect(stillToMeasure(full)).toEqual([]);
        expect(measureSurface(full).ok).toBe(true);
        const all = paths(shape);
        const at = all[pick % all.length]!;
        let held = shape as unknown as Record<string, never>;
        for (const k of at.slice(0, -1)) held = held[k]!;
        (held as Record<string, number>)[at.at(-1)!] = 0;
        expect(stillToMeasure({ ...full, shape }), at.join('.')).toHaveLength(1);
        expect(measureSurface({ ...full, shape }).ok).toBe(false);
      })
    );
  });
  it('the thickness is asked for where a coated edge hangs on it, and only there', () => {
    const top = surface({ shape: templateShape('rectangle'), thicknessM: 0, faces: [newFace('top', 2)] });
    expect(stillToMeasure(top)).toEqual([]);
    expect(measureSurface(top).ok).toBe(true);
    const edged = { ...top, faces: [...top.faces, newFace('edge', 1)] };
    expect(stillToMeasure(edged)).toEqual(['thickness']);
    const areas = faceAreas(edged);
    expect(areas.get(edged.faces[0]!.id)!.plan).toMatchObject({ ok: true, areaM2: 12 });
    expect(areas.get(edged.faces[1]!.id)!.plan).toMatchObject({ ok: false, unmeasured: true });
    expect(stillToMeasure({ ...edged, faces: [top.faces[0]!, { ...edged.faces[1]!, areaM2: 0.3 }] })).toEqual([]);
  });
  it('an open stair without nosings and strings owes none of their figures', () => {
    const shape = {
      ...(templateShape('stair') as Extract<Surface['shape'], { type: 'stair' }>),
      riserM: 0,
      strings: 0
    };
    expect(stillToMeasure(surface({ shape, faces: [newFace('tread', 2)] }))).toEqual([]);
    expect(stillToMeasure(surface({ shape, faces: [newFace('riser', 2)] }))).toEqual(['riser height']);
  });
  it('a board and a cut-out without sizes are asked for', () => {
    const s = surface({
      shape: templateShape('rectangle'),
      boards: { widthM: 0, gapM: 0 },
      cutOuts: [
        { id: 'c', name: 'sink', kind: 'sink', side: 0, alongM: 0.1, inM: 0.1, shape: { type: 'circle', diameterM: 0 } }
      ]
    });
    expect(stillToMeasure(s)).toEqual(['board width', 'diameter of sink']);
  });
  it('moisture goes by the usual thickness until one is measured', () => {
    expect(woodThicknessM({ kind: 'deck', thicknessM: 0 })).toBe(0.028);
    expect(woodThicknessM({ kind: 'deck', thicknessM: 0.045 })).toBe(0.045);
  });
  it('stops the plan by name, holds up no saving, and gives no litre', () => {
    const job = floorJob();
    const [first] = job.surfaces;
    job.surfaces = [{ ...first!, cutOuts: [], exits: [], speciesId: 'unknown', shape: blankShape('L') }];
    expect(blockingProblems(whole(job))).toEqual([]);
    const stops = jobProblems(job).filter((p) => p.severity === 'stop');
    expect(stops.map((p) => p.path)).toEqual(['/surfaces/0/speciesId', '/surfaces/0/shape']);
    expect(stops[1]!.problem).toContain('wall A, wall B, wall C and 3 more not measured yet');
    expect(coatPlans(job, defaultHouseRules).every((c) => c.netL === 0)).toBe(true);
  });
  it('a sketch is that of the like example', () => {
    expect(sketchShape(blankShape('U'))).toEqual(templateShape('U'));
    expect(sketchShape(blankShape('stair'))).toBeNull();
    expect(sketchShape({ type: 'walls', walls: [] })).toBeNull();
  });
  it('names a list as it is said', () => {
    expect(namedList(['length'])).toBe('length');
    expect(namedList(['length', 'width'])).toBe('length and width');
    expect(namedList(['a', 'b', 'c', 'd', 'e', 'f'])).toBe('a, b, c and 3 more');
    expect(namedList([])).toBe('');
  });
});
