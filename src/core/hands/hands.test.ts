import { describe, expect, it } from 'vitest';
import { defaultHouseRules } from '../house';
import { METHODS } from '../method';
import { SURFACE_KINDS } from '../surface';
import { allMinutes, coatHands, layingHands, type HandsCoat, type HandsFace } from '.';

const house = defaultHouseRules;
const face = (f: Partial<HandsFace> & Pick<HandsFace, 'kind' | 'planAreaM2'>): HandsFace => ({
  profile: 'flat',
  gapped: false,
  edgeM: null,
  wallM: 0,
  railM: 0,
  rims: 0,
  turns: 0,
  high: false,
  ...f
});
const hours = (f: HandsFace[], coat: Partial<HandsCoat> & Pick<HandsCoat, 'method'>, rules = house) =>
  allMinutes(coatHands(f, { wiped: true, batches: 0, stirMinutes: 0, ...coat }, rules)) / 60;

/** A floor wiped by machine. */
const byMachine = structuredClone(house);
byMachine.hands.rates.floor.wipe.wipe = 60;

describe('person hours of a coat: the sanity lines of handbook 10', () => {
  it('70 m² two-part floor with 33.5 m of wall, rolled, machine-wiped, two batches: 4.1', () => {
    const f = [face({ kind: 'floor', planAreaM2: 70, wallM: 33.5 })];
    expect(hours(f, { method: 'roller', batches: 2, stirMinutes: 3 }, byMachine)).toBeCloseTo(4.1, 1);
  });
  it('16 m² gapped deck flooded by brush: 2.3', () =>
    expect(
      hours([face({ kind: 'deck', planAreaM2: 16, gapped: true })], { method: 'flood', tool: 'brush' })
    ).toBeCloseTo(2.3, 1));
  it('132 m² lap cladding above 2.4 m, brush film: 17', () =>
    expect(
      hours([face({ kind: 'cladding', planAreaM2: 132, profile: 'lap', high: true })], {
        method: 'brush',
        wiped: false
      })
    ).toBeCloseTo(17, 0));
  it('12 panelled doors of 0.76 × 1.98 m, gel by foam, both faces: 11', () => {
    const one = face({ kind: 'door', planAreaM2: 12 * 0.76 * 1.98, profile: 'panelled' });
    expect(hours([{ ...one, turns: 12 }, one], { method: 'blot', tool: 'pad' })).toBeCloseTo(11, 0);
  });
  it('18 m² stair, brushed and wiped: 4.3', () =>
    expect(hours([face({ kind: 'stair', planAreaM2: 18 })], { method: 'brush' })).toBeCloseTo(4.3, 1));
  it('1.8 m² tabletop, thin by rag: 0.4', () =>
    expect(hours([face({ kind: 'tabletop', planAreaM2: 1.8 })], { method: 'thin' })).toBeCloseTo(0.4, 1));
});

const thin = { method: 'thin', wiped: true, batches: 0, stirMinutes: 0 } as const;

describe('what hands take', () => {
  it('edges coated as faces go by the metre, wiped in passing; walls are cut in, and wiped; a rail by its length, wiping included', () => {
    const edge = face({ kind: 'counter', planAreaM2: 0.4, edgeM: 10 });
    expect(hours([edge], { method: 'thin' })).toBeCloseTo(10 / 60, 9);
    const walls = coatHands([face({ kind: 'floor', planAreaM2: 20, wallM: 18 })], thin, house);
    expect(walls.edges).toBeCloseTo(36, 9);
    expect(hours([face({ kind: 'rail', planAreaM2: 2, railM: 10 })], { method: 'thin' })).toBeCloseTo(0.5, 9);
  });
  it('wet sanding and topping up are work of their own', () => {
    const f = [face({ kind: 'tabletop', planAreaM2: 2 })];
    expect(coatHands(f, { method: 'wet-sand', wiped: true, batches: 0, stirMinutes: 0 }, house).wetSand).toBe(30);
    const flood = coatHands(f, { method: 'flood', wiped: true, batches: 0, stirMinutes: 0 }, house);
    expect(flood.keepWet).toBeCloseTo(flood.spread / 4, 9);
  });
  it('every kind by every method takes some time, more for more wood, and mixing apart', () => {
    for (const kind of SURFACE_KINDS)
      for (const method of METHODS) {
        const at = (m2: number) =>
          coatHands(
            [face({ kind, planAreaM2: m2, railM: m2 * 6 })],
            { method, wiped: true, batches: 1, stirMinutes: 3 },
            house
          );
        expect(layingHands(at(10)), `${kind} ${method}`).toBeGreaterThan(layingHands(at(5)));
        expect(allMinutes(at(5)) - layingHands(at(5))).toBeCloseTo(8, 9);
        expect(Number.isFinite(allMinutes(at(10)))).toBe(true);
      }
  });
});
