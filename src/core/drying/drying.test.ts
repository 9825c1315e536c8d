import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { HOUR_MS } from '../units';
import {
  dryingFactor,
  airFactor,
  coatTimes,
  coldFactor,
  dryingCurve,
  dryingRate,
  dwellMinutes,
  filmFactor,
  filmRatio,
  gatheredAt,
  humidityFactor,
  instantOf,
  methodFactor,
  overcoat,
  progressBetween,
  whenGathered,
  type DryingHour
} from '.';

const still: DryingHour = { surfaceTempC: 20, rh: 0.5, airSpeedMPerS: 0.2 };
const sorrel = {
  ...card('sorrel-door'),
  limits: { ...card('sorrel-door').limits, surfaceMinC: -40 }
};
const held = (h: Partial<DryingHour>, hours = 400, c = sorrel) =>
  dryingCurve(new Array(hours).fill({ ...still, ...h }), 0, c);
const hoursTo = (curve: ReturnType<typeof held>, refHours: number, speed = 1) =>
  whenGathered(curve, 0, refHours / speed) / HOUR_MS;
/** Reference hours of a coat that is ready in 24 h at 21 °C. */
const refAt21 = gatheredAt(held({ surfaceTempC: 21 }), 24 * HOUR_MS);
const kappa = dryingFactor([], 0.3);

describe('sanity lines of handbook 9', () => {
  it('a coat ready in 24 h at 21 °C needs 64 h at 8 °C, 107 h at 85 % humidity', () => {
    expect(hoursTo(held({ surfaceTempC: 8 }), refAt21)).toBeCloseTo(64, 0);
    expect(hoursTo(held({ surfaceTempC: 8, rh: 0.85 }), refAt21)).toBeCloseTo(107, 0);
  });
  it('a 24 h oil after 18 h at 9–12 °C stands at p 0.33–0.41: tacky', () => {
    expect(progressBetween(held({ surfaceTempC: 9 }), 0, 18 * HOUR_MS, 24, 1)).toBeCloseTo(0.33, 2);
    expect(progressBetween(held({ surfaceTempC: 12 }), 0, 18 * HOUR_MS, 24, 1)).toBeCloseTo(0.41, 2);
  });
  it('a hardwax coat of 8 h at 24 °C and 1.5–2 m/s is ready in 4.5–4.8 h', () => {
    expect(hoursTo(held({ surfaceTempC: 24, airSpeedMPerS: 1.5 }, 48, card('pellow-hardwax')), 8)).toBeCloseTo(4.76, 1);
    expect(hoursTo(held({ surfaceTempC: 24, airSpeedMPerS: 2 }, 48, card('pellow-hardwax')), 8)).toBeCloseTo(4.53, 1);
  });
});

describe('factors', () => {
  it('humidity: 1 to 60 %, 0.6 at 85 %, 0.3 at 100 %; waterborne by what the air can take; wax and spirit 1', () => {
    const h = (id: string, rh: number) => humidityFactor(card(id), rh);
    expect([h('marrum-deck', 0.6), h('marrum-deck', 0.85), h('marrum-deck', 1)]).toEqual([
      1,
      expect.closeTo(0.6, 9),
      expect.closeTo(0.3, 9)
    ]);
    expect([h('fenlight-wb', 0.5), h('fenlight-wb', 0), h('fenlight-wb', 1)]).toEqual([1, 1.4, 0.05]);
    expect([h('lantern-wax', 1), h('quill-sealer', 0.9)]).toEqual([1, 1]);
  });
  it('air is 1 at 0.2 m/s, within 0.85 still and 1.5 in wind', () => {
    expect(airFactor(0.2)).toBeCloseTo(1, 9);
    expect(airFactor(0)).toBe(0.85);
    expect(airFactor(40)).toBe(1.5);
  });
  it('a double film takes 2.46 times as long; the ratio is held within 0.5–4', () => {
    expect(1 / filmFactor(2)).toBeCloseTo(2.46, 2);
    expect(filmFactor(9)).toBe(filmFactor(4));
    expect(filmRatio(3, 2)).toBeCloseTo(1.5, 9);
  });
  it('flooding slows recoat to 0.8 and cure to 0.55', () =>
    expect([methodFactor('flood', 'recoat'), methodFactor('flood', 'cure'), methodFactor('thin', 'cure')]).toEqual([
      0.8, 0.55, 1
    ]));
  it('below the card’s least surface temperature it waits: 0.16 a degree, never under 0.2', () =>
    expect([coldFactor(8, 6), coldFactor(4, 6), coldFactor(-5, 6)]).toEqual([1, expect.closeTo(0.68, 9), 0.2]));
  it('no surface counts as warmer than 35 °C for drying; dwell goes on shortening', () => {
    const at = (surfaceTempC: number) => dryingRate({ ...still, surfaceTempC }, sorrel);
    expect(at(50)).toBe(at(35));
    expect(at(35)).toBeGreaterThan(at(34));
    const duo = card('ostrel-duo');
    expect(dwellMinutes(duo, 'thin', { ...still, surfaceTempC: 50 }).max).toBeLessThan(
      dwellMinutes(duo, 'thin', { ...still, surfaceTempC: 35 }).max!
    );
  });
  it('dwell follows the day: longer in the cold, shorter in wind; none where the card gives none', () => {
    const duo = card('ostrel-duo');
    expect(dwellMinutes(duo, 'thin', still)).toEqual({
      min: 10,
      max: expect.closeTo(40, 9)
    });
    expect(dwellMinutes(duo, 'thin', { ...still, surfaceTempC: 10 }).max).toBeGreaterThan(80);
    expect(dwellMinutes(duo, 'thin', { ...still, airSpeedMPerS: 3 }).max).toBeLessThan(40);
    expect(dwellMinutes(card('pellow-hardwax'), 'roller', still)).toEqual({
      min: undefined,
      max: undefined
    });
  });
});

describe('the drying curve', () => {
  it('gathers one reference hour an hour at reference conditions, nothing without data', () => {
    expect(gatheredAt(held({}), 7.5 * HOUR_MS)).toBeCloseTo(7.5, 9);
    expect(gatheredAt(dryingCurve([still, null, still], 0, sorrel), 3 * HOUR_MS)).toBeCloseTo(2, 9);
    expect(() => dryingCurve([], 0, sorrel)).toThrow();
  });
  it('takes reference conditions before the series: an old coat is long dry', () => {
    expect(progressBetween(held({}, 10), -100 * HOUR_MS, 0, 50, 1)).toBeCloseTo(2, 9);
    expect(whenGathered(held({ surfaceTempC: 5 }, 10), -100 * HOUR_MS, 48)).toBeCloseTo(-52 * HOUR_MS, 3);
  });
  it('goes on past the end at the mean rate of the last days', () =>
    expect(instantOf(held({}, 48), 60) / HOUR_MS).toBeCloseTo(60, 6));
  it('instantOf inverts gatheredAt on any weather', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            surfaceTempC: fc.double({ min: -5, max: 45, noNaN: true }),
            rh: fc.double({ min: 0.2, max: 1, noNaN: true }),
            airSpeedMPerS: fc.double({ min: 0, max: 8, noNaN: true })
          }),
          { minLength: 2, maxLength: 60 }
        ),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (hours, share) => {
          const curve = dryingCurve(hours, 1e12, sorrel);
          const at = 1e12 + share * hours.length * HOUR_MS;
          expect(Math.abs(instantOf(curve, gatheredAt(curve, at)) - at)).toBeLessThan(5);
        }
      )
    ));
});

describe('what holds in any air', () => {
  const duo = card('ostrel-duo');
  const anyHours = fc.array(
    fc.record({
      surfaceTempC: fc.double({ min: 6, max: 34, noNaN: true }),
      rh: fc.double({ min: 0.3, max: 1, noNaN: true }),
      airSpeedMPerS: fc.double({ min: 0, max: 4, noNaN: true })
    }),
    { minLength: 30, maxLength: 60 }
  );
  const opens = (hours: { surfaceTempC: number; rh: number; airSpeedMPerS: number }[], of = duo) =>
    whenGathered(dryingCurve(hours, 0, of), 0, 12);
  it('warmer, within the limits, is never slower', () =>
    fc.assert(
      fc.property(anyHours, fc.double({ min: 0, max: 8, noNaN: true }), (hours, more) => {
        const warmer = hours.map((h) => ({ ...h, surfaceTempC: h.surfaceTempC + more }));
        expect(opens(warmer)).toBeLessThanOrEqual(opens(hours) + 1);
      })
    ));
  it('damper is never faster, for oil nor for a waterborne film', () =>
    fc.assert(
      fc.property(anyHours, fc.double({ min: 0, max: 0.3, noNaN: true }), (hours, more) => {
        const damper = hours.map((h) => ({ ...h, rh: Math.min(1, h.rh + more) }));
        for (const c of [duo, card('fenlight-wb')])
          expect(opens(damper, c)).toBeGreaterThanOrEqual(opens(hours, c) - 1);
      })
    ));
  it('splitting the step of the integral changes no time', () =>
    fc.assert(
      fc.property(anyHours, (any) => {
        // Each hour as four quarters, the curve read on a clock four times as slow. Thirty hours, so that past their end
        // the mean is of all of them in both, not of the last 120 steps.
        const hours = any.slice(0, 30);
        const quarters = hours.flatMap((h) => [h, h, h, h]);
        const fine = dryingCurve(quarters, 0, duo);
        const at = whenGathered(fine, 0, 48) / 4;
        expect(Math.abs(at / opens(hours) - 1)).toBeLessThan(1e-9);
      })
    ));
});

describe('coat times', () => {
  const duo = card('ostrel-duo');
  const lay = (extra = {}) =>
    coatTimes(held({}, 300, duo), duo, { fromMs: 0, toMs: HOUR_MS, method: 'thin', filmRatio: 1, ...extra }, kappa);
  it('at reference conditions are the card’s own hours, counted from the end of laying', () => {
    const t = lay();
    expect(t.recoatOpens.p50 / HOUR_MS).toBeCloseTo(37, 6);
    expect(t.recoatCloses!.p50 / HOUR_MS).toBeCloseTo(73, 6);
    expect(t.touchDry!.p50 / HOUR_MS).toBeCloseTo(13, 6);
    expect(t.lightUse!.p50 / HOUR_MS).toBeCloseTo(49, 6);
    expect(t.fullCure!.p50 / HOUR_MS).toBeCloseTo(169, 6);
  });
  it('come in order, and the 80 % span is as wide as κ is unknown', () => {
    const t = lay();
    expect(t.tacky!.p50).toBeLessThan(t.touchDry!.p50);
    expect(t.recoatOpens.p10).toBeLessThan(t.recoatOpens.p50);
    expect((t.recoatOpens.p90 - HOUR_MS) / (t.recoatOpens.p50 - HOUR_MS)).toBeCloseTo(Math.exp(1.28155 * 0.3), 4);
  });
  it('a thumb that finds it fast opens recoat sooner, and brings no cure, light use or rain-safety nearer', () => {
    const fast = { p10: 1.4, p50: 1.6, p90: 1.8, tests: 1 };
    const times = (k: typeof fast, c = duo) =>
      coatTimes(held({}, 600, c), c, { fromMs: 0, toMs: HOUR_MS, method: 'thin', filmRatio: 1 }, k);
    const [quick, slow] = [times(fast), times({ p10: 0.5, p50: 0.6, p90: 0.7, tests: 1 })];
    expect(quick.recoatOpens.p50 - HOUR_MS).toBeCloseTo((36 / 1.6) * HOUR_MS, 3);
    expect(quick.recoatCloses!.p50 - HOUR_MS).toBeCloseTo((72 / 1.6) * HOUR_MS, 3);
    expect([quick.lightUse, quick.fullCure].map((s) => s!.p10 === s!.p50 && s!.p50 === s!.p90)).toEqual([true, true]);
    expect((quick.fullCure!.p50 - HOUR_MS) / HOUR_MS).toBeCloseTo(168, 6);
    expect((slow.fullCure!.p50 - HOUR_MS) / HOUR_MS).toBeCloseTo(168 / 0.6, 6);
    const deck = card('marrum-deck');
    expect(times(fast, deck).rainSafe!.p50).toBe(times({ p10: 1, p50: 1, p90: 1, tests: 0 }, deck).rainSafe!.p50);
  });
  it('a flooded coat recoats and cures later', () =>
    expect((lay({ method: 'flood' }).fullCure!.p50 - HOUR_MS) / (168 * HOUR_MS)).toBeCloseTo(1 / 0.55, 4));
  it('a class that never cures counts the card’s hours and is usable once wiped', () => {
    const day = card('corvane-day');
    const t = coatTimes(held({}, 100, day), day, { fromMs: 0, toMs: HOUR_MS, method: 'thin', filmRatio: 1 }, kappa);
    expect(t.lightUse!.p50).toBe(HOUR_MS);
    expect(t.recoatOpens.p50).toBe(25 * HOUR_MS);
    expect(t.fullCure).toBeNull();
  });
  it('coating early: refused below touch dry, opens at 2 − p, cure grows by 2·(1 − p)', () => {
    expect(overcoat(0.2, duo)).toMatchObject({ allowed: false });
    expect(overcoat(0.7, duo)).toEqual({
      allowed: true,
      early: true,
      opensAtProgress: expect.closeTo(1.3, 9),
      cureAdded: expect.closeTo(0.6, 9)
    });
    expect(overcoat(1.2, duo)).toMatchObject({ early: false, cureAdded: 0 });
    expect(lay({ opensAtProgress: 1.3 }).recoatOpens.p50).toBeGreaterThan(lay().recoatOpens.p50);
  });
  it('the crew’s own dwell stands for the shortest, at today’s board; the longest stays the card’s', () => {
    const duo = card('ostrel-duo');
    const day = { surfaceTempC: 20, airSpeedMPerS: 0.2 };
    expect(dwellMinutes(duo, 'thin', day, 25)).toEqual({ min: 25, max: 40 });
    expect(dwellMinutes(duo, 'thin', { ...day, surfaceTempC: 12 }, 25).min).toBeGreaterThan(25);
  });
});
