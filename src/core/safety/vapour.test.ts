import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import { solventG, vapourGPerM3, vapourIn } from '.';

const room = fc.record({
  massG: fc.double({ min: 1, max: 5000, noNaN: true }),
  volumeM3: fc.double({ min: 5, max: 2000, noNaN: true }),
  airChangesPerHour: fc.double({ min: 0.05, max: 20, noNaN: true })
});

describe('solvent in a room', () => {
  it('is litres × VOC of oil and thinner', () => {
    const c = { ...card('old-barn-red'), vocGPerL: 100 };
    expect(solventG(c, 2, 0.5)).toBeCloseTo(200 + 0.5 * c.thinner!.vocGPerL, 9);
  });
  it('follows the handbook: 1000 g in 100 m³, one change an hour, after 4 h', () => {
    const l = Math.LN2 / 4;
    expect(vapourGPerM3(1000, 100, 1, 4, 4)).toBeCloseTo(((10 * l) / (1 - l)) * (Math.exp(-4 * l) - Math.exp(-4)), 12);
  });
  it('has no jump where the air changes as fast as the solvent leaves', () => {
    const l = Math.LN2 / 4;
    expect(vapourGPerM3(1000, 100, l, 3, 4)).toBeCloseTo(vapourGPerM3(1000, 100, l * (1 + 1e-6), 3, 4), 4);
  });
  it('peaks where the model says, and is below the reference from the hour given on', () =>
    fc.assert(
      fc.property(room, (r) => {
        const v = vapourIn(r.massG, r, 40, house);
        for (const t of [0.2, 1, 5, 20])
          expect(vapourGPerM3(r.massG, r.volumeM3, r.airChangesPerHour, t, 4)).toBeLessThanOrEqual(v.peakGPerM3 + 1e-9);
        if (v.belowReferenceHours !== null && Number.isFinite(v.belowReferenceHours)) {
          const at = vapourGPerM3(r.massG, r.volumeM3, r.airChangesPerHour, v.belowReferenceHours, 4);
          expect(at).toBeLessThanOrEqual(house.vapour.referenceGPerM3 * 1.0001);
          expect(v.belowReferenceHours).toBeGreaterThanOrEqual(v.peakHours);
        }
      })
    ));
  it('warns from 2.5 % of the explosive limit on; a sealed room keeps it all', () => {
    expect(vapourIn(10, { volumeM3: 100, airChangesPerHour: 2 }, 40, house).warn).toBe(false);
    const sealed = vapourIn(500, { volumeM3: 100, airChangesPerHour: 0 }, 40, house);
    expect(sealed).toMatchObject({ peakGPerM3: 5, warn: true, belowReferenceHours: Infinity });
  });
});
