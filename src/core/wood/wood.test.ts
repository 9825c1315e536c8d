import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  emcPercent,
  findSpecies,
  moistureTauHours,
  nextBoardMoisturePercent,
  speciesOf,
  speciesTable,
  UNKNOWN_SPECIES
} from '.';

describe('EMC', () => {
  it.each([
    [0.5, 9.2],
    [0.65, 12.0],
    [0.9, 20.5]
  ])('21.1 °C, %d → %d % (handbook 8)', (rh, emc) => expect(emcPercent(21.1, rh)).toBeCloseTo(emc, 1));

  // Published table of the Wood Handbook, °C by relative humidity; entries to a tenth of a per cent.
  it.each([
    [-1.1, 0.3, 6.3],
    [-1.1, 0.8, 16.5],
    [4.4, 0.5, 9.5],
    [10.0, 0.25, 5.5],
    [10.0, 0.85, 18.4],
    [15.6, 0.4, 7.8],
    [21.1, 0.1, 2.5],
    [21.1, 0.2, 4.5],
    [21.1, 0.3, 6.2],
    [21.1, 0.4, 7.7],
    [21.1, 0.6, 11.0],
    [21.1, 0.7, 13.1],
    [21.1, 0.8, 16.0],
    [21.1, 0.95, 23.9],
    [26.7, 0.5, 9.1],
    [32.2, 0.75, 13.9],
    [37.8, 0.65, 11.2],
    [54.4, 0.5, 7.9]
  ])('table: %d °C, %d → %d %', (t, rh, emc) => expect(Math.abs(emcPercent(t, rh) - emc)).toBeLessThanOrEqual(0.15));

  it('rises with humidity at any temperature people work in', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 45, noNaN: true }),
        fc.double({ min: 0, max: 0.98, noNaN: true }),
        (t, rh) => {
          expect(emcPercent(t, rh + 0.02)).toBeGreaterThan(emcPercent(t, rh));
        }
      )
    ));
});

describe('board moisture', () => {
  const larch = { thicknessMm: 28, hardness: 'softwood' as const };
  const dry = { airTempC: 20, rh: 0.5, rainMm: 0 };
  it('follows the air with 72 h softwood, 120 h hardwood at 28 mm, by thickness squared, faster in sun', () => {
    expect(moistureTauHours(larch, 0)).toBe(72);
    expect(moistureTauHours({ thicknessMm: 14, hardness: 'hardwood' }, 0)).toBe(30);
    expect(moistureTauHours(larch, 200)).toBeCloseTo(43.2, 9);
  });
  it('a third of the way is left after one time constant', () => {
    let mc = 20;
    for (let i = 0; i < 72; i++) mc = nextBoardMoisturePercent(mc, dry, 0, larch);
    const emc = emcPercent(20, 0.5);
    expect((mc - emc) / (20 - emc)).toBeCloseTo(Math.exp(-1), 6);
  });
  it('rain lifts by 0.35 % a mm and never above 28 %', () => {
    const before = nextBoardMoisturePercent(15, dry, 0, larch);
    expect(nextBoardMoisturePercent(15, { ...dry, rainMm: 4 }, 0, larch)).toBeCloseTo(before + 1.4, 9);
    expect(nextBoardMoisturePercent(27, { ...dry, rainMm: 50 }, 0, larch)).toBe(28);
  });
});

describe('species', () => {
  it('has unique ids and refuses an unknown one', () => {
    expect(new Set(speciesTable.map((s) => s.id)).size).toBe(speciesTable.length);
    expect(findSpecies('unobtainium')).toBeUndefined();
    expect(() => speciesOf('unobtainium')).toThrow(/unobtainium/);
  });
  it('knows at least 45 kinds of wood, each with all it is asked for', () => {
    expect(speciesTable.length).toBeGreaterThanOrEqual(45);
    expect(new Set(speciesTable.map((s) => s.group)).size).toBe(7);
    for (const s of speciesTable.filter((row) => row.id !== UNKNOWN_SPECIES)) {
      expect(s.botanical, s.id).toMatch(/^[A-Z][a-z]+ [a-z]+$/);
      expect(['low', 'medium', 'high'], s.id).toContain(s.tannin);
      if (s.group === 'softwood') expect(s.hardness, s.id).toBe('softwood');
      if (s.group === 'oily-tropical') expect(s.naturalOil, s.id).toBe('high');
    }
  });
});
