import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bridgeGaps,
  dewPointC,
  horizontalSunWPerM2,
  outdoorSurfaceTempC,
  relativeHumidity,
  saturationVapourPressureHPa,
  sunPosition,
  surfaceSunWPerM2,
  temperatureFactor,
  throughCloud,
  weatherProblem,
  weatherSeries,
  type WeatherHour
} from '.';

const hour: WeatherHour = {
  airTempC: 15,
  rh: 0.6,
  windMPerS: 3,
  rainMm: 0,
  cloud: 0.2
};

describe('vapour', () => {
  it('dew point at 20 °C and 50 % is 9.26 °C (handbook 8)', () => expect(dewPointC(20, 0.5)).toBeCloseTo(9.26, 2));

  // Published dew points, °C, rounded to a tenth, for air at 10, 20, 30 °C.
  it.each([
    [10, 0.9, 8.4],
    [10, 0.7, 4.8],
    [10, 0.5, 0.1],
    [20, 0.9, 18.3],
    [20, 0.7, 14.4],
    [20, 0.6, 12.0],
    [20, 0.3, 1.9],
    [30, 0.8, 26.2],
    [30, 0.5, 18.4],
    [30, 0.3, 10.5]
  ])('table: %d °C, %d → %d °C', (t, rh, td) => expect(dewPointC(t, rh)).toBeCloseTo(td, 0.9));

  // Saturation vapour pressure over water, hPa, from published tables.
  it.each([
    [0, 6.11],
    [10, 12.27],
    [20, 23.38],
    [30, 42.43],
    [40, 73.8]
  ])('es(%d °C) = %d hPa', (t, es) => expect(Math.abs(saturationVapourPressureHPa(t) / es - 1)).toBeLessThan(0.004));

  it('dew point and humidity are each other’s inverse, and the dew point never lies above the air', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 45, noNaN: true }),
        fc.double({ min: 0.02, max: 1, noNaN: true }),
        (t, rh) => {
          const td = dewPointC(t, rh);
          expect(td).toBeLessThanOrEqual(t + 1e-9);
          expect(relativeHumidity(t, td)).toBeCloseTo(rh, 9);
        }
      )
    ));
});

describe('temperature factor', () => {
  it('drying: 10 °C → 0.47, 30 °C → 2.02, 20 °C → 1 (handbook 8)', () => {
    expect(temperatureFactor(10, 52)).toBeCloseTo(0.47, 2);
    expect(temperatureFactor(30, 52)).toBeCloseTo(2.02, 2);
    expect(temperatureFactor(20, 52)).toBe(1);
  });
});

describe('sun and surface', () => {
  it('stands high at noon in June and below the horizon at midnight', () => {
    expect(sunPosition(Date.parse('2027-06-21T12:00:00Z'), 53.06, 0.27).elevationDeg).toBeCloseTo(60.4, 0);
    expect(sunPosition(Date.parse('2027-06-21T00:00:00Z'), 53.06, 0.27).elevationDeg).toBeLessThan(0);
  });
  it('a flat surface gets the horizontal sun when the sky is clear and high', () => {
    const g = horizontalSunWPerM2(60);
    const sun = { elevationDeg: 60, azimuthDeg: 180 };
    expect(surfaceSunWPerM2(sun, { tiltDeg: 0, facingDeg: 180, shade: 0 })).toBeCloseTo(g, 6);
  });
  it('a wall facing the low sun gets more than the ground, one facing away only sky', () => {
    const sun = { elevationDeg: 20, azimuthDeg: 180 };
    const wall = (facingDeg: number) => surfaceSunWPerM2(sun, { tiltDeg: 90, facingDeg, shade: 0 });
    expect(wall(180)).toBeGreaterThan(horizontalSunWPerM2(20));
    expect(wall(0)).toBeCloseTo(0.1 * horizontalSunWPerM2(20), 6);
    expect(surfaceSunWPerM2(sun, { tiltDeg: 90, facingDeg: 180, shade: 1 })).toBe(0);
  });
  it('cloud takes up to 72 % of it', () =>
    expect([0, 0.5, 1].map(throughCloud)).toEqual([1, expect.closeTo(0.92165, 5), expect.closeTo(0.28, 12)]));
  it('sun warms by at most 40 °C; a clear night cools by 4 °C, a covered one not, a wall half as much', () => {
    const e = { absorption: 0.85, shelter: 0, tiltDeg: 0 };
    const night = (more: Partial<typeof e>) => outdoorSurfaceTempC({ ...hour, cloud: 0 }, 0, -5, { ...e, ...more });
    expect(outdoorSurfaceTempC({ ...hour, windMPerS: 0 }, 5000, 50, e)).toBe(55);
    expect(night({})).toBe(11);
    expect(night({ shelter: 1 })).toBe(15);
    expect(night({ tiltDeg: 90 })).toBeCloseTo(13, 9);
  });
  it('dawn is no step: the sky cools less and less as the sun comes up', () => {
    const e = { absorption: 0.7, shelter: 0, tiltDeg: 0 };
    const at = (elevationDeg: number) => {
      const sun = surfaceSunWPerM2({ elevationDeg, azimuthDeg: 90 }, { tiltDeg: 0, facingDeg: 0, shade: 0 });
      return outdoorSurfaceTempC({ ...hour, cloud: 0 }, sun, elevationDeg, e);
    };
    for (let el = -1; el < 12; el += 0.1) expect(Math.abs(at(el + 0.1) - at(el))).toBeLessThan(0.25);
    expect(at(0.001)).toBeCloseTo(at(-0.001), 1);
  });
});

describe('weather series', () => {
  const t0 = Date.parse('2027-05-18T00:00:00Z');
  const at = (n: number) => t0 + n * 3_600_000;
  it('bridges three missing hours and leaves four', () => {
    expect(bridgeGaps([hour, null, null, null, { ...hour, airTempC: 19 }]).map((h) => h?.airTempC)).toEqual([
      15, 16, 17, 18, 19
    ]);
    expect(bridgeGaps([hour, null, null, null, null, hour]).filter((h) => h === null)).toHaveLength(4);
    expect(bridgeGaps([null, hour, null])).toEqual([null, hour, null]);
    // What nobody told is marked, without rain; what was told is not.
    const wet = { ...hour, rainMm: 2 };
    expect(bridgeGaps([wet, null, wet]).map((h) => [h?.bridged ?? false, h?.rainMm])).toEqual([
      [false, 2],
      [true, 0],
      [false, 2]
    ]);
  });
  it('names hours in the wrong order, half hours and impossible values', () => {
    expect(weatherProblem([at(1), at(0)], [hour, hour])).toMatch(/2027-05-18T00:00.*does not come after/);
    expect(weatherProblem([at(0.5)], [hour])).toMatch(/not a whole hour/);
    expect(weatherProblem([at(0)], [{ ...hour, rh: 1.4 }])).toMatch(/rh at .* is 1.4/);
    expect(weatherProblem([at(0)], [{ ...hour, airTempC: NaN }])).toMatch(/airTempC/);
    expect(weatherProblem([], [])).toMatch(/no hours/);
    expect(() => weatherSeries([at(1), at(0)], [hour, hour], { issuedMs: 0, source: 't' })).toThrow(/order|after/);
  });
  it('puts stamped hours on an unbroken grid', () => {
    const s = weatherSeries([at(0), at(6)], [hour, hour], {
      issuedMs: 0,
      source: 't'
    });
    expect(s.hours.map(Boolean)).toEqual([true, false, false, false, false, false, true]);
  });
});
