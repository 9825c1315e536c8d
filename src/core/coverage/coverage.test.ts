import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import type { Method } from '../method';
import type { SurfaceKind } from '../surface';
import {
  applicatorsOf,
  emptyCoverageLog,
  cheapestTins,
  coatFaceLitres,
  coatLossesL,
  keptByApplicatorsL,
  litresSdLn,
  lnNormalBetween,
  normalCdf,
  normalQuantile,
  prepTakeUp,
  speciesTakeUp,
  type CoatFace,
  type PackSize
} from '.';

const face: CoatFace = {
  effectiveAreaM2: 60,
  speciesId: 'oak',
  endGrain: false,
  lastGrit: 120,
  waterPopped: false,
  weathered: false,
  position: 'first'
};

describe('litres of a coat', () => {
  it('is area / spread · species · prep · method', () => {
    expect(coatFaceLitres(face, card('ostrel-duo'), 'thin', house, emptyCoverageLog).litres).toBeCloseTo(
      (60 / 30) * 1.15,
      9
    );
    expect(
      coatFaceLitres({ ...face, lastGrit: 60 }, card('ostrel-duo'), 'trowel', house, emptyCoverageLog).litres
    ).toBeCloseTo((60 / 30) * 1.15 * 1.1 * 0.95, 9);
  });
  it('later coats take the root of the species factor, no prep, the later rate', () =>
    expect(
      coatFaceLitres({ ...face, position: 'later', lastGrit: 60 }, card('ostrel-duo'), 'thin', house, emptyCoverageLog)
        .litres
    ).toBeCloseTo((60 / 45) * Math.sqrt(1.15), 9));
  it('end grain takes 2.5 instead of the species factor', () => {
    expect(speciesTakeUp('oak', true, true)).toBe(2.5);
    expect(speciesTakeUp('oak', true, false)).toBeCloseTo(Math.sqrt(2.5), 9);
  });
  it('flooding, water popping and weathered wood drink more on the first coat only', () => {
    expect(coatFaceLitres(face, card('marrum-deck'), 'flood', house, emptyCoverageLog).uMethod).toBe(1.45);
    expect(
      coatFaceLitres({ ...face, position: 'later' }, card('marrum-deck'), 'flood', house, emptyCoverageLog).uMethod
    ).toBe(1.15);
    expect(prepTakeUp({ lastGrit: 120, waterPopped: true, weathered: true }, true)).toBeCloseTo(1.15 * 1.3, 9);
    expect(prepTakeUp({ lastGrit: 180, waterPopped: false, weathered: false }, true)).toBe(0.9);
    expect(prepTakeUp({ lastGrit: 60, waterPopped: true, weathered: true }, false)).toBe(1);
  });
  it('losses: 2 % tin, 2 % if mixed, and what the applicators keep', () => {
    expect(coatLossesL(10, false, 0.16, house)).toBeCloseTo(0.36, 9);
    expect(coatLossesL(10, true, 0.08, house)).toBeCloseTo(0.48, 9);
  });
  it('applicators keep by their kind, for each who lays with one, at most one for each 2 m²', () => {
    const kept = (method: Method, kind: SurfaceKind, people: number, planAreaM2: number) =>
      keptByApplicatorsL(applicatorsOf(method, [kind]), { people, planAreaM2, visits: 1 }, house);
    expect(kept('roller', 'floor', 2, 70)).toBeCloseTo(2 * (0.08 + 0.02), 9);
    expect(kept('thin', 'counter', 3, 1.8)).toBeCloseTo(0.01, 9);
    expect(kept('trowel', 'floor', 3, 5)).toBeCloseTo(2 * 0.025, 9);
    expect(kept('spray', 'cladding', 1, 40)).toBeCloseTo(0.08, 9);
    expect(keptByApplicatorsL(['rag'], { people: 1, planAreaM2: 9, visits: 3 }, house)).toBeCloseTo(0.03, 9);
  });
  it('1.8 m² of tabletop sanded to 180, two thin coats by rag at 24 and 32 m²/L: 0.146 L (handbook 6)', () => {
    const net = (1.8 / 24) * 1 * 0.9 + 1.8 / 32;
    const kept = keptByApplicatorsL(
      applicatorsOf('thin', ['counter']),
      { people: 1, planAreaM2: 1.8, visits: 2 },
      house
    );
    expect(net + coatLossesL(net, false, kept, house)).toBeCloseTo(0.146, 3);
  });
});

describe('confidence', () => {
  it('z at 90 % is 1.2816, and the normal inverts', () => {
    expect(normalQuantile(0.9)).toBeCloseTo(1.2815515655, 8);
    expect(normalQuantile(0.5)).toBe(0);
    fc.assert(
      fc.property(fc.double({ min: 0.0001, max: 0.9999, noNaN: true }), (p) => {
        expect(normalCdf(normalQuantile(p))).toBeCloseTo(p, 9);
      })
    );
    expect(() => normalQuantile(1)).toThrow(/between/);
  });
  it('a card with no history, one coat, 90 %: +43 % (handbook 6)', () => {
    const sd = litresSdLn([{ coat: 1, key: 'a', litres: 3 }], house.coatSdLn, () => house.cardSdLn);
    expect(Math.exp(normalQuantile(0.9) * sd)).toBeCloseTo(1.427, 3);
  });
  it('several coats and keys even out; learning shrinks it', () => {
    const coats = [
      { coat: 1, key: 'a', litres: 2 },
      { coat: 2, key: 'b', litres: 1 }
    ];
    const sd = (k: number) => litresSdLn(coats, 0.12, () => k);
    expect(sd(0.25)).toBeLessThan(Math.hypot(0.12, 0.25));
    expect(sd(0.05)).toBeLessThan(sd(0.25));
    expect(litresSdLn([], 0.12, () => 0.25)).toBe(0);
  });
  it('one coat over two species is still one coat: its own spread is not halved', () => {
    const one = litresSdLn(
      [
        { coat: 1, key: 'a', litres: 1 },
        { coat: 1, key: 'b', litres: 1 }
      ],
      0.12,
      () => 0
    );
    expect(one).toBeCloseTo(0.12, 12);
  });
  it('the normal between two far points keeps its size', () => {
    expect(lnNormalBetween(-1, 1)).toBeCloseTo(Math.log(normalCdf(1) - normalCdf(-1)), 12);
    expect(lnNormalBetween(40, Infinity)).toBeCloseTo(-804.608, 2);
    expect(lnNormalBetween(-Infinity, -40)).toBeCloseTo(lnNormalBetween(40, Infinity), 9);
    expect(lnNormalBetween(-Infinity, Infinity)).toBeCloseTo(0, 12);
    expect(lnNormalBetween(20, 21)).toBeCloseTo(lnNormalBetween(20, 30), 6);
    expect(() => lnNormalBetween(1, 1)).toThrow();
  });
});

describe('tins', () => {
  const packs: PackSize[] = [
    { id: 's', volumeMl: 1000, priceCents: 3400 },
    { id: 'm', volumeMl: 2500, priceCents: 7600 },
    { id: 'l', volumeMl: 5000, priceCents: 13900 }
  ];
  const counts = (need: number, p = packs) =>
    Object.fromEntries(cheapestTins(need, p).tins.map((t) => [t.id, t.count]));

  it('takes the cheapest cover, not the greedy one', () => {
    expect(counts(6000)).toEqual({ l: 1, s: 1 });
    expect(
      counts(3000, [
        { id: 'a', volumeMl: 2000, priceCents: 100 },
        { id: 'b', volumeMl: 1500, priceCents: 60 }
      ])
    ).toEqual({ b: 2 });
  });
  it('rounds the need up to whole ml', () => expect(cheapestTins(1000.2, packs).totalMl).toBeGreaterThanOrEqual(1001));
  it('breaks ties by least left over, then fewest tins, then more of the larger', () => {
    const flat = [
      { id: 'a', volumeMl: 600, priceCents: 100 },
      { id: 'b', volumeMl: 500, priceCents: 100 }
    ];
    expect(counts(450, flat)).toEqual({ b: 1 });
    expect(
      counts(2000, [
        { id: 'a', volumeMl: 1000, priceCents: 100 },
        { id: 'b', volumeMl: 2000, priceCents: 200 }
      ])
    ).toEqual({ b: 1 });
    const even = [
      { id: 'x', volumeMl: 300, priceCents: 30 },
      { id: 'y', volumeMl: 200, priceCents: 20 },
      { id: 'z', volumeMl: 100, priceCents: 10 }
    ];
    expect(counts(400, even)).toEqual({ x: 1, z: 1 });
  });
  it('nothing needed, nothing bought', () =>
    expect(cheapestTins(0, packs)).toMatchObject({
      tins: [],
      costCents: 0,
      totalMl: 0
    }));
  it('refuses no packs, NaN and a billion square metres of oil', () => {
    expect(() => cheapestTins(10, [])).toThrow(/no pack/);
    expect(() => cheapestTins(NaN, packs)).toThrow(/between/);
    expect(() => cheapestTins(1e12, packs)).toThrow(/between/);
  });
  it('is never dearer than any other cover that can be thought up', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20000 }),
        fc.uniqueArray(
          fc.record({
            volumeMl: fc.integer({ min: 1, max: 20 }).map((x) => x * 250),
            priceCents: fc.integer({ min: 1, max: 9000 })
          }),
          { minLength: 1, maxLength: 4, selector: (p) => p.volumeMl }
        ),
        fc.array(fc.nat(8), { minLength: 4, maxLength: 4 }),
        (need, sizes, tries) => {
          const p = sizes.map((s, i) => ({ ...s, id: String(i) }));
          const best = cheapestTins(need, p);
          expect(best.totalMl).toBeGreaterThanOrEqual(need);
          expect(best.costCents).toBe(best.tins.reduce((s, t) => s + t.count * t.priceCents, 0));
          const other = p.reduce(
            (s, x, i) => ({
              ml: s.ml + x.volumeMl * tries[i]!,
              cents: s.cents + x.priceCents * tries[i]!
            }),
            { ml: 0, cents: 0 }
          );
          if (other.ml >= need) expect(best.costCents).toBeLessThanOrEqual(other.cents);
        }
      )
    ));
});
