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
