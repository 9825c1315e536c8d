import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bySize,
  coveredM2,
  faceAreas,
  sizeProblems,
  stillToMeasure,
  withNewSize,
  withPieces,
  withSizeOf,
  withTag
} from '.';
import { readTakeOff, writeTakeOff } from '../../formats/outline/take-off-csv';
import { blankShape, pieceWord, withDivision, withTreadsAsPieces } from '.';
import type { Surface } from './schema';

const fronts = (units: string[], sizes?: Surface['sizes']): Surface => ({
  id: 'fronts',
  name: 'Fronts',
  kind: 'door',
  speciesId: 'oak',
  thicknessM: 0.02,
  lastGrit: 220,
  waterPopped: false,
  weathered: false,
  shape: { type: 'door', widthM: 0.5, heightM: 0.7 },
  units,
  ...(sizes && { sizes }),
  faces: ['outside', 'top-edge'].map((kind) => ({
    id: kind,
    kind: kind as 'outside',
    texture: 'sanded',
    profile: 'flat',
    coats: 1
  }))
});
const low = { type: 'door', widthM: 0.5, heightM: 0.2 } as const;
const m2 = (s: Surface, face: string) => {
  const a = faceAreas(s).get(face)!.plan;
  return a.ok ? a.areaM2 : NaN;
};

describe('pieces of their own size', () => {
  const four = fronts(['a', 'b', 'c', 'd'], [{ pieces: ['c', 'd'], shape: low }]);
  it('are measured each by its own: two of 0.35 m² and two of 0.10 m²', () => {
    expect(m2(four, 'outside')).toBeCloseTo(0.9, 9);
    expect(m2(four, 'top-edge')).toBeCloseTo(4 * 0.5 * 0.02, 9);
    expect(coveredM2(four)).toBeCloseTo(0.9, 9);
    expect(m2({ ...four, units: ['b', 'c'] }, 'outside')).toBeCloseTo(0.45, 9);
    expect(m2({ ...four, units: ['d'] }, 'outside')).toBeCloseTo(0.1, 9);
  });
  it('one that nobody measured is asked for by its tag, and there is no area until then', () => {
    const owing = fronts(['a', 'b'], [{ pieces: ['b'], shape: { ...low, heightM: 0 } }]);
    expect(stillToMeasure(owing)).toEqual(['height of b']);
    expect(m2(owing, 'outside')).toBeNaN();
  });
  it('a piece begins a size as large as it was, comes back, and an empty size is gone', () => {
    const one = withNewSize(fronts(['a', 'b']), 'b');
    expect(one.sizes).toEqual([{ pieces: ['b'], shape: one.shape }]);
    expect(withSizeOf(one, 'b', -1)).not.toHaveProperty('sizes');
    expect(withSizeOf(one, 'a', 0).sizes![0]!.pieces).toEqual(['b', 'a']);
  });
  it('go with their tag when it is changed, and away with their piece', () => {
    expect(withTag(four, 2, 'pantry').sizes![0]!.pieces).toEqual(['pantry', 'd']);
    expect(withPieces(four, ['a', 'c']).sizes![0]!.pieces).toEqual(['c']);
    expect(withPieces(four, [])).not.toHaveProperty('units');
    expect(withPieces(four, ['a'])).not.toHaveProperty('sizes');
  });
  it('that name what is not there, twice, or another shape are refused by their place', () => {
    const wrong = fronts(
      ['a', 'b'],
      [
        { pieces: ['a', 'x'], shape: low },
        { pieces: ['a'], shape: { type: 'circle', diameterM: 1 } }
      ]
    );
    expect(sizeProblems(wrong).map((p) => p.path)).toEqual(['/sizes/0/pieces', '/sizes/1/pieces', '/sizes/1/shape']);
    expect(sizeProblems(four)).toEqual([]);
  });
  it('after any edits each piece is of one size, and the sizes hold all pieces', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ what: fc.nat(3), piece: fc.nat(5), to: fc.integer({ min: -1, max: 4 }) }), {
          maxLength: 20
        }),
        (edits) => {
          let s = fronts(['a', 'b', 'c', 'd', 'e', 'f']);
          for (const { what, piece, to } of edits) {
            const units = s.units ?? [];
            const tag = units[piece % Math.max(1, units.length)];
            if (tag === undefined) break;
            if (what === 0) s = withNewSize(s, tag);
            else if (what === 1) s = withSizeOf(s, tag, to);
            else if (what === 2) s = withTag(s, units.indexOf(tag), `${tag}'`);
            else
              s = withPieces(
                s,
                units.filter((u) => u !== tag || units.length < 3)
              );
          }
          expect(sizeProblems(s)).toEqual([]);
          const held = bySize(s).flatMap((x) => x.units ?? []);
          expect([...held].sort()).toEqual([...(s.units ?? [])].sort());
        }
      )
    ));
});

describe('pieces that a surface is divided into', () => {
  const stair: Surface = {
    ...fronts([]),
    kind: 'stair',
    shape: {
      ...(blankShape('stair') as Extract<Surface['shape'], { type: 'stair' }>),
      treads: 5,
      depthM: 0.3,
      widthM: 0.9,
      strings: 2,
      stringLengthM: 3,
      stringGirthM: 0.3
    },
    faces: (['tread', 'string'] as const).map((kind) => ({ ...fronts([]).faces[0]!, id: kind, kind }))
  };
  const { units: _, ...flight } = stair;
  const treads = withDivision(flight, true);
  it('share what was measured, and a face that is one over all of them counts once', () => {
    expect(treads.units).toEqual(['tread 1', 'tread 2', 'tread 3', 'tread 4', 'tread 5']);
    expect(m2(treads, 'tread')).toBeCloseTo(5 * 0.3 * 0.9, 9);
    expect(m2({ ...treads, units: ['tread 2', 'tread 4'] }, 'tread')).toBeCloseTo(2 * 0.3 * 0.9, 9);
    expect(m2(treads, 'string')).toBeCloseTo(2 * 3 * 0.3, 9);
    const three = { ...flight, units: ['a', 'b', 'c'] };
    expect(m2(three, 'tread')).toBeCloseTo(3 * 5 * 0.3 * 0.9, 9);
    const oneRail = { ...three, faces: three.faces.map((f) => ({ ...f, whole: true as const })) };
    expect(m2(oneRail, 'string')).toBeCloseTo(2 * 3 * 0.3, 9);
  });
  it('are as many as there are treads, whatever number of these is typed', () => {
    const seven = withTreadsAsPieces({ ...treads, shape: { ...stair.shape, treads: 7 } as Surface['shape'] });
    expect([seven.units!.length, seven.dividedInto, seven.units!.at(-1)]).toEqual([7, 7, 'tread 7']);
    const three = withTreadsAsPieces({ ...treads, shape: { ...stair.shape, treads: 3 } as Surface['shape'] });
    expect([three.units!.at(-1), three.dividedInto]).toEqual(['tread 3', 3]);
    expect(withTreadsAsPieces(flight)).toBe(flight);
  });
  it('go by their own word, and become so many of the same again', () => {
    expect([pieceWord(treads), pieceWord(flight)]).toEqual(['tread', 'flight']);
    const boards = withDivision(fronts(['door 1', 'left one']), true);
    expect([boards.units, boards.dividedInto]).toEqual([['door 1', 'left one'], 2]);
    const again = withDivision(withPieces(boards, ['door 1', 'left one', 'door 3']), false);
    expect(again).not.toHaveProperty('dividedInto');
    expect(m2(again, 'outside')).toBeCloseTo(3 * 0.35, 9);
  });
  it('have no size of their own, and as many tags as they are', () => {
    expect(sizeProblems({ ...treads, dividedInto: 4 })).toEqual([
      { path: '/dividedInto', problem: 'is divided into 4, and 5 have a tag' }
    ]);
    const { units: _u, ...untagged } = treads;
    expect(sizeProblems(untagged)).toEqual([{ path: '/dividedInto', problem: 'is divided into 5, and 0 have a tag' }]);
    expect(m2(untagged, 'tread')).toBeCloseTo(0.3 * 0.9, 9);
    expect(sizeProblems({ ...treads, sizes: [{ pieces: ['tread 1'], shape: stair.shape }] })[0]!.path).toBe('/sizes');
  });
  it('come through a take-off as they are', () => {
    const read = readTakeOff(writeTakeOff([treads]), 'metric');
    expect(read.ok && read.surfaces[0]).toMatchObject({ units: treads.units, dividedInto: 5 });
    const [back] = (read as { surfaces: Surface[] }).surfaces;
    expect(back!.faces.map((f) => f.whole)).toEqual([undefined, true]);
    expect(m2(back!, 'tread')).toBeCloseTo(m2(treads, 'tread'), 4);
    expect(m2(back!, 'string')).toBeCloseTo(m2(treads, 'string'), 4);
    const bad = readTakeOff('name,kind,length,width,tags,divided\nDeck,deck,2 m,3 m,a;b,perhaps', 'metric');
    expect(bad.ok ? [] : bad.problems.map((p) => p.problem)).toEqual([expect.stringContaining('neither yes nor no')]);
  });
});
