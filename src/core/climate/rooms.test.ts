import { describe, expect, it } from 'vitest';
import { saturationVapourPressureHPa, type WeatherHour } from '../air';
import { HOUR_MS } from '../units';
import { emcPercent } from '../wood';
import { followingRoomClimate, heldRoomClimate, type FollowingRoom } from './rooms';
import { siteHourAt, sunHours } from './site-hours';

const start = Date.parse('2027-03-01T00:00:00Z');
const place = { latitudeDeg: 53.06, longitudeDeg: 0.27 };
const hour = (change: Partial<WeatherHour> = {}): WeatherHour => ({
  airTempC: 8,
  rh: 0.7,
  windMPerS: 2,
  rainMm: 0,
  cloud: 1,
  ...change
});
const room: FollowingRoom = {
  airSpeedMPerS: 0.1,
  floorExcessC: 0,
  board: { thicknessMm: 28, hardness: 'hardwood' },
  offsetC: 4,
  airChangesPerHour: 0.5,
  openAirChangesPerHour: 6,
  moistureGainHPaPerH: 0
};
const under = (hours: WeatherHour[], change: Partial<FollowingRoom> = {}) =>
  followingRoomClimate(
    { ...room, ...change },
    { startMs: start, hours, issuedMs: start, source: 't' },
    sunHours(start, hours.length, place)
  );
const steady = Array.from({ length: 96 }, () => hour());
const at = (c: ReturnType<typeof under>, h: number) => siteHourAt(c, start + h * HOUR_MS)!;

describe('a room that follows the weather', () => {
  it('in steady weather stands at the outdoor air plus its offset, with the outdoor vapour', () => {
    const h = at(under(steady), 90);
    expect(h.airTempC).toBeCloseTo(12, 9);
    expect(h.rh).toBeCloseTo((0.7 * saturationVapourPressureHPa(8)) / saturationVapourPressureHPa(12), 9);
  });
  it('follows a step with a time constant of 24 h: 63 % of it after a day', () => {
    const step = [...steady.slice(0, 24), ...steady.map(() => hour({ airTempC: 18 }))];
    expect(at(under(step), 47).airTempC).toBeCloseTo(12 + 10 * (1 - Math.exp(-1)), 1);
  });
  it('people and damp walls raise the vapour by g/n, and never beyond saturation', () => {
    const dry = at(under(steady), 90);
    const damp = at(under(steady, { moistureGainHPaPerH: 1 }), 90);
    const vapour = (h: typeof dry) => h.rh * saturationVapourPressureHPa(h.airTempC);
    expect(vapour(damp) - vapour(dry)).toBeCloseTo(1 / 0.5, 6);
    expect(at(under(steady, { moistureGainHPaPerH: 9 }), 90).rh).toBe(1);
  });
  it('open windows bring the outdoor vapour in sooner', () => {
    const step = [...steady.slice(0, 24), ...steady.map(() => hour({ rh: 0.4 }))];
    const open = new Float64Array(step.length).fill(1);
    expect(at(under(step, { openHours: open }), 25).rh).toBeLessThan(at(under(step), 25).rh);
  });
  it('a reading sets the room, and it goes on from there', () => {
    const measured = new Map([[start + 48 * HOUR_MS, { atMs: start + 48 * HOUR_MS, airTempC: 17, rh: 0.8 }]]);
    const c = under(steady, { measured });
    expect(at(c, 48).airTempC).toBe(17);
    expect(at(c, 49).airTempC).toBeGreaterThan(16);
    expect(at(c, 95).airTempC).toBeLessThan(14);
    expect(at(c, 47).airTempC).toBeCloseTo(12, 9);
  });
  it('underfloor heating is the surface above the air', () => {
    const h = at(under(steady, { floorExcessC: 6 }), 50);
    expect(h.surfaceTempC - h.airTempC).toBe(6);
  });
});

describe('a held room', () => {
  it('holds what was measured last in place of what was thought', () => {
    const span = { startMs: start, hours: 48 };
    const measured = new Map([[start + 10 * HOUR_MS, { atMs: start + 10 * HOUR_MS, airTempC: 14.5, mcPercent: 11 }]]);
    const c = heldRoomClimate(
      { tempC: 20, rh: 0.5, airSpeedMPerS: 0.1, floorExcessC: 0, board: room.board, measured },
      span,
      sunHours(start, 48, place)
    );
    expect([at(c, 9).airTempC, at(c, 10).airTempC, at(c, 40).airTempC]).toEqual([20, 14.5, 14.5]);
  });
  it('moisture is not known until it is read; then it goes to the room’s own, by the board', () => {
    const held = (moisture: { atMs: number; percent: number }[], thicknessMm = 28) =>
      heldRoomClimate(
        {
          tempC: 20,
          rh: 0.5,
          airSpeedMPerS: 0.1,
          floorExcessC: 0,
          board: { thicknessMm, hardness: 'softwood' },
          moisture
        },
        { startMs: start, hours: 24 * 60 },
        sunHours(start, 24 * 60, place)
      );
    expect(at(held([]), 100).mcPercent).toBeNull();
    const read = held([{ atMs: start + 10.5 * HOUR_MS, percent: 14 }]);
    expect([at(read, 9).mcPercent, at(read, 10).mcPercent]).toEqual([null, 14]);
    const emc = emcPercent(20, 0.5);
    expect(at(read, 10 + 72).mcPercent).toBeCloseTo(emc + (14 - emc) / Math.E, 6);
    expect(at(read, 24 * 59).mcPercent).toBeCloseTo(emc, 2);
    const before = held([{ atMs: start - 72 * HOUR_MS, percent: 14 }]);
    expect(at(before, 0).mcPercent).toBeCloseTo(emc + (14 - emc) / Math.E, 6);
    expect(at(held([{ atMs: start, percent: 14 }], 14), 18).mcPercent).toBeCloseTo(emc + (14 - emc) / Math.E, 6);
  });
});
