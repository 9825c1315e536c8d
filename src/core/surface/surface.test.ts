import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deckJob, floorJob } from '../../../tests/fixtures';
import {
  applyQuickRule,
  cornersOf,
  faceAreas,
  measureSurface,
  outlineOf,
  possibleFaces,
  pullCorner,
  templateShape,
  usualFaces,
  type CutOut,
  type Face,
  type FaceKind,
  type Shape,
  type Surface,
  type Wall
} from '.';

const face = (kind: FaceKind, coats = 1): Face => ({ id: kind, kind, texture: 'sanded', profile: 'flat', coats });
const surface = (part: Partial<Surface>): Surface => ({
  id: 's',
  name: 'S',
  kind: 'floor',
  speciesId: 'oak',
  thicknessM: 0.04,
  lastGrit: 120,
  waterPopped: false,
  weathered: false,
  shape: { type: 'rectangle', lengthM: 4, widthM: 3 },
  faces: [face('top')],
  ...part
});
/** The areas of one face, on a surface as it is given. */
const areasOfFace = (s: Surface, f: Face) =>
  faceAreas({ ...s, faces: [...s.faces.filter((x) => x.id !== f.id), f] }).get(f.id)!;
const areas = (s: Surface): Record<string, number> =>
  Object.fromEntries([...faceAreas(s)].map(([id, a]) => [id, a.plan.ok ? a.plan.areaM2 : NaN]));
const cut = (part: Partial<CutOut>): CutOut => ({
  id: 'c',
  name: 'column',
  kind: 'column',
  side: 0,
  alongM: 1,
  inM: 1,
  shape: { type: 'rectangle', lengthM: 0.5, widthM: 0.5 },
  ...part
});

describe('faces', () => {
  const deck = deckJob().surfaces[0]!;
  const area = (s: Surface, kind: string) => {
    const a = areasOfFace(
      s,
      s.faces.find((f) => f.kind === kind)!
    ).plan;
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
    const a = areasOfFace(s, s.faces[0]!).effective;
    expect(a.ok && a.areaM2).toBeCloseTo(41 * 1.25 * 1.1, 9);
  });
  it('a typed area wins; what a shape can not give is asked for', () => {
    const floor = floorJob().surfaces[0]!;
    expect(areasOfFace(floor, { ...floor.faces[0]!, areaM2: 12 }).plan).toMatchObject({
      ok: true,
      areaM2: 12,
      how: 'as typed'
    });
    const known: Surface = { ...floor, shape: { type: 'area', areaM2: 20 } };
    expect(areasOfFace(known, { ...floor.faces[0]!, kind: 'edge' }).plan).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Type the area')
    });
    expect(areasOfFace(known, { ...floor.faces[0]!, kind: 'end-grain' }).plan.ok).toBe(false);
    expect(areasOfFace(floor, { ...floor.faces[0]!, kind: 'riser' }).plan).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Risers')
    });
  });
  it('refuses shapes without size', () => {
    const shaped = (shape: Shape) => measureSurface({ ...floorJob().surfaces[0]!, shape }).ok;
    expect(shaped({ type: 'rectangle', lengthM: -1, widthM: 2 })).toBe(false);
    expect(shaped({ type: 'area', areaM2: 0 })).toBe(false);
    expect(shaped({ type: 'area', areaM2: NaN })).toBe(false);
    expect(shaped({ type: 'triangle', aM: 1, bM: 1, cM: 2 })).toBe(false);
  });
  it('knows which faces a kind usually has', () => {
    expect(usualFaces('deck')).toContain('end-grain');
    expect(usualFaces('floor')).toEqual(['top']);
  });
});

describe('shapes a tape meets', () => {
  const areaOf = (shape: Shape) => {
    const m = measureSurface(surface({ shape }));
    return m.ok ? m.areaM2 : NaN;
  };
  it('triangle, circle and segment by their own formulas', () => {
    expect(areaOf({ type: 'triangle', aM: 3, bM: 4, cM: 5 })).toBeCloseTo(6, 9);
    expect(areaOf({ type: 'circle', diameterM: 2 })).toBeCloseTo(Math.PI, 9);
    // A segment as high as its half chord is a half circle.
    expect(areaOf({ type: 'segment', chordM: 2, riseM: 1 })).toBeCloseTo(Math.PI / 2, 9);
    // Beyond half the circle: r = 1.25, centre 0.75 above the chord.
    const r = 1.25;
    expect(areaOf({ type: 'segment', chordM: 2, riseM: 2 })).toBeCloseTo(
      Math.PI * r * r - (r * r * Math.atan2(1, 0.75) - 0.75),
      9
    );
  });
  it('every template can be measured and pulled nowhere without change', () => {
    for (const t of [
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
    ] as const) {
      const shape = templateShape(t);
      expect(areaOf(shape), t).toBeGreaterThan(0);
      cornersOf(shape).forEach((p, i) => expect(pullCorner(shape, i, p), `${t} corner ${i}`).toEqual(shape));
    }
    expect([areaOf(templateShape('L')), areaOf(templateShape('T')), areaOf(templateShape('U'))]).toEqual([18, 18, 20]);
  });
  it('a stair: treads by depth and width, one riser more than steps, nosings, strings, a winder by its walls', () => {
    const winder: Wall[] = [
      { lengthM: 0.9, turn: 'right' },
      { lengthM: 0.9, turn: 'right', turnDeg: 135 },
      { lengthM: 1.2728, turn: 'right', turnDeg: 135 }
    ];
    const stair = surface({
      kind: 'stair',
      shape: {
        type: 'stair',
        treads: 12,
        depthM: 0.28,
        widthM: 0.9,
        riserM: 0.18,
        nosingGirthM: 0.06,
        strings: 2,
        stringLengthM: 4.2,
        stringGirthM: 0.3,
        winders: [{ walls: winder }]
      },
      faces: usualFaces('stair').map((k) => face(k))
    });
    const a = areas(stair);
    expect(a.tread).toBeCloseTo(12 * 0.28 * 0.9 + 0.405, 3);
    expect(a.riser).toBeCloseTo(14 * 0.18 * 0.9, 9);
    expect(a.nosing).toBeCloseTo(13 * 0.06 * 0.9, 9);
    expect(a.string).toBeCloseTo(2 * 4.2 * 0.3, 9);
    const crossed = measureSurface({
      ...stair,
      shape: {
        ...(stair.shape as Extract<Shape, { type: 'stair' }>),
        winders: [{ walls: winder.map((w) => ({ ...w, lengthM: 1 })) }]
      }
    });
    expect(crossed).toMatchObject({ ok: false, problem: expect.stringContaining('Winder 1') });
  });
  it('a door leaf has six faces, and glass takes from both sides and adds a rim', () => {
    const door = surface({
      kind: 'door',
      shape: { type: 'door', widthM: 0.9, heightM: 2 },
      faces: usualFaces('door').map((k) => face(k))
    });
    expect(areas(door)).toEqual({
      outside: 1.8,
      inside: 1.8,
      'hinge-edge': 0.08,
      'lock-edge': 0.08,
      'top-edge': expect.closeTo(0.036, 9),
      'bottom-edge': expect.closeTo(0.036, 9)
    });
    const glazed = {
      ...door,
      cutOuts: [cut({ kind: 'glass', alongM: 0.2, inM: 0.3, shape: { type: 'rectangle', lengthM: 0.5, widthM: 1 } })],
      faces: [face('outside'), face('rim')]
    };
    expect(areas(glazed)).toEqual({ outside: expect.closeTo(1.3, 9), rim: expect.closeTo(3 * 0.04, 9) });
    expect(possibleFaces(door)).toEqual(['outside', 'inside', 'hinge-edge', 'lock-edge', 'top-edge', 'bottom-edge']);
  });
  it('twelve doors are twelve times one', () => {
    const one = surface({ kind: 'door', shape: { type: 'door', widthM: 0.9, heightM: 2 }, faces: [face('outside')] });
    const tags = Array.from({ length: 12 }, (_, i) => `door ${i + 1}`);
    expect(areas({ ...one, units: tags }).outside).toBeCloseTo(12 * 1.8, 9);
  });
  it('a counter: front and ends, nothing where it stands tight, a sink with its end grain', () => {
    const counter = surface({
      kind: 'counter',
      shape: { type: 'rectangle', lengthM: 3, widthM: 0.6 },
      tightSides: [0],
      upstandM: 0.1,
      faces: ['top', 'edge', 'end-grain', 'rim', 'upstand', 'underside'].map((k) => face(k as FaceKind)),
      cutOuts: [
        cut({
          name: 'sink',
          kind: 'sink',
          alongM: 1,
          inM: 0.1,
          shape: { type: 'rectangle', lengthM: 0.8, widthM: 0.4 }
        })
      ]
    });
    expect(areas(counter)).toEqual({
      top: expect.closeTo(1.8 - 0.32, 9),
      underside: expect.closeTo(1.8 - 0.32, 9),
      edge: expect.closeTo(3 * 0.04, 9),
      'end-grain': expect.closeTo((2 * 0.6 + 2 * 0.4) * 0.04, 9),
      rim: expect.closeTo(2 * 0.8 * 0.04, 9),
      upstand: expect.closeTo(3 * 0.1, 9)
    });
    const round = {
      ...counter,
      cutOuts: [cut({ kind: 'sink', alongM: 1, inM: 0.1, shape: { type: 'circle', diameterM: 0.4 } })]
    };
    expect(areas(round)['end-grain']).toBeCloseTo((2 * 0.6 + (Math.PI * 0.4) / 2) * 0.04, 9);
  });
  it('edges run all round while the ends have no coats of their own', () => {
    const top = surface({
      kind: 'counter',
      shape: { type: 'rectangle', lengthM: 3, widthM: 0.6 },
      faces: [face('edge')]
    });
    expect(areas(top).edge).toBeCloseTo(7.2 * 0.04, 9);
  });
  it('handrails by length and girth, cabinets by panels, a planter inside and out', () => {
    const rail = surface({
      kind: 'rail',
      shape: {
        type: 'lengths',
        items: [
          { name: 'rail', count: 1, lengthM: 5, girthM: 0.2 },
          { name: 'baluster', count: 20, lengthM: 0.9, girthM: 0.14 }
        ]
      },
      faces: [face('all-round')]
    });
    expect(areas(rail)['all-round']).toBeCloseTo(1 + 2.52, 9);
    const set = surface({
      kind: 'cabinet-set',
      thicknessM: 0.02,
      shape: { type: 'panels', items: [{ name: 'door', count: 4, widthM: 0.5, heightM: 0.7 }] },
      faces: usualFaces('cabinet-set').map((k) => face(k))
    });
    expect(areas(set)).toEqual({
      outside: expect.closeTo(1.4, 9),
      inside: expect.closeTo(1.4, 9),
      edge: expect.closeTo(4 * 2.4 * 0.02, 9)
    });
    const planter = surface({
      kind: 'planter',
      thicknessM: 0.05,
      shape: { type: 'box', lengthM: 1, widthM: 0.5, heightM: 0.4, open: true },
      faces: [face('outside'), face('inside'), face('rim')]
    });
    expect(areas(planter)).toEqual({
      outside: expect.closeTo(1.2, 9),
      inside: expect.closeTo(2 * 1.3 * 0.35 + 0.36, 9),
      rim: expect.closeTo(0.5 - 0.36, 9)
    });
  });
  it('boards across a deck turn its end grain to the other sides', () => {
    const deck = surface({
      kind: 'deck',
      shape: { type: 'rectangle', lengthM: 6, widthM: 2 },
      boards: { widthM: 0.12, gapM: 0.005 },
      faces: [face('end-grain')]
    });
    const share = 0.12 / 0.125;
    expect(areas(deck)['end-grain']).toBeCloseTo(4 * share * 0.04, 9);
    expect(areas({ ...deck, boards: { ...deck.boards!, directionDeg: 90 } })['end-grain']).toBeCloseTo(
      12 * share * 0.04,
      9
    );
  });
});

describe('cut-outs and exits', () => {
  const floor = (cutOuts: CutOut[]) => measureSurface(surface({ cutOuts }));
  it('subtract, and may touch the outline and each other', () => {
    const m = floor([cut({ alongM: 0, inM: 0 }), cut({ id: 'd', alongM: 0.5, inM: 0 })]);
    expect(m.ok && m.areaM2).toBeCloseTo(12 - 0.5, 9);
  });
  it('refuses one outside, one sticking out, one over another, with name and size', () => {
    expect(floor([cut({ alongM: 10 })])).toMatchObject({
      ok: false,
      in: 'cutOuts',
      index: 0,
      problem: expect.stringMatching(/“column” lies outside/)
    });
    expect(floor([cut({ alongM: 3.8 })])).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/sticks out of the outline by 0\.15 m²/)
    });
    expect(floor([cut({}), cut({ id: 'd', name: 'hearth', alongM: 1.2 })])).toMatchObject({
      ok: false,
      index: 1,
      problem: expect.stringMatching(/“hearth” overlaps “column” by 0\.15 m²/)
    });
    expect(floor([cut({ side: 9 })])).toMatchObject({ ok: false, problem: expect.stringContaining('side J') });
  });
  it('lie where they are measured from, whichever side that is', () =>
    fc.assert(
      fc.property(
        fc.nat(3),
        fc.double({ min: 0, max: 2.5, noNaN: true }),
        fc.double({ min: 0, max: 2.5, noNaN: true }),
        (side, alongM, inM) => {
          const m = floor([cut({ side, alongM, inM })]);
          expect(m.ok && m.areaM2).toBeCloseTo(11.75, 6);
        }
      )
    ));
  it('the area of a floor with random cut-outs is never wrong: it is the difference, or it is refused', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            alongM: fc.double({ min: -1, max: 5, noNaN: true }),
            inM: fc.double({ min: -1, max: 4, noNaN: true }),
            size: fc.double({ min: 0.05, max: 1, noNaN: true }),
            turnedDeg: fc.integer({ min: -90, max: 90 })
          }),
          { maxLength: 6 }
        ),
        (list) => {
          const m = floor(
            list.map((c, i) =>
              cut({
                id: `c${i}`,
                alongM: c.alongM,
                inM: c.inM,
                shape: { type: 'rectangle', lengthM: c.size, widthM: c.size, turnedDeg: c.turnedDeg }
              })
            )
          );
          if (m.ok) expect(m.areaM2).toBeCloseTo(12 - list.reduce((s, c) => s + c.size * c.size, 0), 6);
          else expect(m.problem).toMatch(/outside|sticks out|overlaps|leave nothing/);
        }
      )
    ));
  it('an exit must lie on its side', () => {
    const at = (alongM: number, side = 1) =>
      measureSurface(surface({ exits: [{ id: 'e', name: 'door', side, alongM, widthM: 0.9 }] }));
    expect(at(2.1).ok).toBe(true);
    expect(at(2.2)).toMatchObject({
      ok: false,
      in: 'exits',
      index: 0,
      problem: expect.stringMatching(/side B is 3\.00 m long/)
    });
    expect(at(-0.5).ok).toBe(false);
    expect(at(0, 7)).toMatchObject({ problem: expect.stringContaining('not there') });
  });
});

describe('a corner pulled', () => {
  const L = templateShape('L');
  it('keeps right angles: the walls at it change and the ones beyond follow', () => {
    const [, , corner] = cornersOf(L);
    const pulled = pullCorner(L, 2, { x: corner!.x + 0.5, y: corner!.y - 0.25 });
    const o = pulled.type === 'walls' && outlineOf(pulled);
    expect(o && o.ok && o.correctionMm).toBeCloseTo(0, 6);
    expect(pulled.type === 'walls' && pulled.walls.map((w) => w.lengthM)).toEqual([5.5, 3.25, 2.5, 0.75, 3, 4]);
  });
  it('never makes what is no outline, wherever it is pulled', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('rectangle', 'L', 'T', 'U', 'triangle', 'door'),
        fc.nat(7),
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (t, k, x, y) => {
          const shape = pullCorner(templateShape(t as 'L'), k, { x, y });
          expect(measureSurface(surface({ shape })).ok).toBe(true);
        }
      )
    ));
  it('a walk with other angles gets new lengths and turns', () => {
    const shape: Shape = {
      type: 'walls',
      walls: [
        { lengthM: 4, turn: 'right', turnDeg: 120 },
        { lengthM: 4, turn: 'right', turnDeg: 120 },
        { lengthM: 4, turn: 'right', turnDeg: 120 }
      ]
    };
    const [a, b] = cornersOf(shape);
    const pulled = pullCorner(shape, 1, { x: b!.x + 1, y: b!.y });
    expect(cornersOf(pulled)[0]).toEqual(a);
    expect(pulled.type === 'walls' && pulled.walls[0]!.lengthM).toBe(5);
    expect(measureSurface(surface({ shape: pulled })).ok).toBe(true);
  });
});

describe('quick rules', () => {
  const deck = deckJob().surfaces[0]!;
  it('seal all faces gives every face one coat, and leaves more alone', () => {
    const door = surface({
      kind: 'door',
      shape: { type: 'door', widthM: 0.9, heightM: 2 },
      faces: [face('outside', 3), face('inside', 0)]
    });
    const faces = applyQuickRule(door, 'seal all faces');
    expect(faces.map((f) => [f.kind, f.coats])).toEqual([
      ['outside', 3],
      ['inside', 1],
      ['hinge-edge', 1],
      ['lock-edge', 1],
      ['top-edge', 1],
      ['bottom-edge', 1]
    ]);
  });
  it('hidden faces get one coat; what can’t be reached is left', () => {
    const faces = applyQuickRule(
      { ...deck, faces: [face('top', 2), { ...face('underside', 3) }, { ...face('rim', 4), reach: 'no' }] },
      'hidden faces one coat'
    );
    expect(faces.map((f) => f.coats)).toEqual([2, 1, 4]);
  });
  it('undersides are coated before the boards go down and lie to dry', () => {
    const faces = applyQuickRule({ ...deck, faces: [face('top', 2)] }, 'undersides before installation');
    expect(faces.find((f) => f.kind === 'underside')).toMatchObject({
      coats: 1,
      reach: 'before installation',
      turnOver: true
    });
    expect(faces.find((f) => f.kind === 'end-grain')).toBeDefined();
    expect(faces[0]).toEqual(face('top', 2));
  });
});
