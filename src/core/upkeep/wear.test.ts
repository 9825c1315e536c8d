import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../units';
import { reserveAfter, taperCoatsWithin, wearBase, wearDate, wearPerYear, type Living } from '.';

const home: Living = { traffic: 'home', sun: 1, wet: 'dry', soap: 'none' };

describe('wear', () => {
  it('takes its base from class and place', () => {
    expect(wearBase('two-part-oil', 'floor', false).perYear).toBe(0.25);
    expect(wearBase('hardwax-oil', 'stair', false).perYear).toBe(0.2);
    expect(wearBase('oil-varnish', 'floor', false).perYear).toBe(0.16);
    expect(wearBase('oxidising-oil', 'counter', false).perYear).toBe(0.28);
    expect(wearBase('deck-oil', 'deck', true).perYear).toBe(0.42);
    expect(wearBase('oil-paint-recipe', 'cladding', true).perYear).toBe(0.3);
  });
  it('multiplies traffic, sun, wet and care', () => {
    expect(wearPerYear(0.25, home)).toBe(0.25);
    expect(
      wearPerYear(0.42, {
        traffic: 'shop',
        sun: 1.4,
        wet: 'often wet',
        soap: 'harsh cleaner'
      })
    ).toBeCloseTo(0.42 * 2.5 * 1.4 * 1.5 * 1.5, 9);
  });
  it('a home floor is due after 2.4 years; 80 % from ρ', () => {
    const due = wearDate(0, 0.25, 0.4, 0.35);
    expect(due.p50 / (365.25 * DAY_MS)).toBeCloseTo(2.4, 9);
    expect(due.p10 / due.p50).toBeCloseTo(Math.exp(-1.28155 * 0.35), 4);
    expect(due.p90 / due.p50).toBeCloseTo(Math.exp(1.28155 * 0.35), 4);
  });
  it('the reserve at the due date is the level, and never below 0', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (perYear, level) => {
          const years = wearDate(0, perYear, level, 0.35).p50 / (365.25 * DAY_MS);
          expect(reserveAfter(years, perYear)).toBeCloseTo(level, 6);
          expect(reserveAfter(years * 50, perYear)).toBe(0);
        }
      )
    ));
});

describe('a taper', () => {
  it('the coat on the start date is the first of its rung: 39 more in ten years', () => {
    expect(taperCoatsWithin(6 / 365.25)).toBe(6);
    expect(taperCoatsWithin(12.9 / 365.25)).toBe(6);
    expect(taperCoatsWithin(13 / 365.25)).toBe(7);
    expect(taperCoatsWithin(10)).toBe(6 + 4 + 12 + 17);
  });
});
