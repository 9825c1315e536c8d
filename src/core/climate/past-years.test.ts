import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { WeatherHour, WeatherSeries } from '../air';
import { DAY_MS, HOUR_MS } from '../units';
import { goOn, pastStretches, withRunUp } from '.';

const hour = (airTempC: number, rainMm = 0): WeatherHour => ({ airTempC, rh: 0.6, windMPerS: 2, rainMm, cloud: 0.5 });
/** Hours whose temperature tells their year: 2020 is 20 °C, and in thousandths the day of the year. */
function years(from: number, to: number): WeatherSeries {
  const startMs = Date.UTC(from, 0, 1);
  const count = (Date.UTC(to, 11, 31, 23) - startMs) / HOUR_MS + 1;
  const hours = Array.from({ length: count }, (_, i) => {
    const at = new Date(startMs + i * HOUR_MS);
    const day = (at.getTime() - Date.UTC(at.getUTCFullYear(), 0, 1)) / DAY_MS;
    return hour((at.getUTCFullYear() % 100) + Math.floor(day) / 1000);
  });
  return { startMs, hours, issuedMs: startMs, source: 'archive' };
}
const archive = { series: years(2017, 2026), typical: false };
const told = (startMs: number, count: number, airTempC = 0): WeatherSeries => ({
  startMs,
  hours: Array.from({ length: count }, () => hour(airTempC, 1)),
  issuedMs: startMs,
  source: 'desk'
});

describe('past years after a forecast', () => {
  const startMs = Date.UTC(2027, 4, 18, 9);
  it('a member goes on with its year at the same date and hour, member m with year m mod n', () => {
    const members = goOn(
      Array.from({ length: 12 }, () => told(startMs, 240)),
      archive,
      48
    );
    const firsts = members.map((m) => Math.floor(m.hours[240]!.airTempC));
    expect(firsts).toEqual([17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 17, 18]);
    // 28 May is the 148th day of a common year, the 149th of a leap year.
    expect(members[0]!.hours[240]!.airTempC).toBeCloseTo(17.147, 6);
    expect(members[3]!.hours[240]!.airTempC).toBeCloseTo(20.148, 6);
    expect(members[0]).toMatchObject({ toldToMs: startMs + 240 * HOUR_MS, years: 10 });
    expect(members[0]!.hours).toHaveLength(288);
  });
  it('slides into it over the last day; rain stays the member’s', () => {
    const [m] = goOn([told(startMs, 240)], archive, 10);
    expect(m!.hours.slice(215, 240).map((h) => h!.rainMm)).toEqual(new Array(25).fill(1));
    expect(m!.hours[215]!.airTempC).toBe(0);
    expect(m!.hours[216 + 11]!.airTempC).toBeCloseTo(17.147 / 2, 1);
    expect(m!.hours[239]!.airTempC).toBeCloseTo(17.147, 6);
    expect(m!.hours[240]!.rainMm).toBe(0);
  });
  it('goes over the New Year into the year after, 29 February is the 28th; a year with a hole does not count', () => {
    const over = pastStretches(archive, Date.UTC(2027, 11, 31, 20), 10);
    // The last year has no January after it.
    expect(over).toHaveLength(9);
    expect([over[0]!.hours[3], over[0]!.hours[4]].map((h) => Math.floor(h!.airTempC))).toEqual([17, 18]);
    const leap = pastStretches(archive, Date.UTC(2028, 1, 29, 12), 1);
    expect(leap.map((s) => Math.round((s.hours[0]!.airTempC % 1) * 1000))).toEqual(
      [2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025, 2026].map((y) => (y % 4 === 0 ? 59 : 58))
    );
    const holed = structuredClone(archive);
    holed.series.hours[(Date.UTC(2020, 4, 20) - holed.series.startMs) / HOUR_MS] = null;
    expect(pastStretches(holed, Date.UTC(2027, 4, 19), 48)).toHaveLength(9);
    expect(pastStretches(holed, Date.UTC(2027, 4, 21), 48)).toHaveLength(10);
  });
  it('a typical year is nine, shifted by up to twelve days, and goes round', () => {
    const typical = { series: { ...years(2001, 2001) }, typical: true };
    const nine = pastStretches(typical, Date.UTC(2027, 4, 18), 1).map((s) =>
      Math.round((s.hours[0]!.airTempC % 1) * 1000)
    );
    expect(nine).toEqual([125, 128, 131, 134, 137, 140, 143, 146, 149]);
    expect(pastStretches(typical, Date.UTC(2027, 11, 25), 20 * 24)).toHaveLength(9);
    expect(goOn([told(startMs, 240)], typical, 24)[0]).toMatchObject({ years: 9, typical: true });
  });
  it('whatever the hour a forecast ends, nothing is lost of it but the slide', () =>
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 300 }), fc.integer({ min: 1, max: 400 }), (count, beyond) => {
        const [m] = goOn([told(startMs, count)], archive, beyond);
        expect(m!.hours).toHaveLength(count + beyond);
        expect(m!.hours.slice(0, count - 24).every((h) => h!.airTempC === 0)).toBe(true);
      })
    ));
  it('without any year, or with nothing to go on for, a forecast stays as it was', () => {
    const none = { series: years(2026, 2026), typical: false };
    none.series.hours = none.series.hours.map(() => null);
    const members = [told(startMs, 240)];
    expect(goOn(members, none, 48)).toEqual(members);
    expect(goOn(members, archive, 0)).toEqual(members);
  });
  it('the wood runs up for a month: of an archive its first, of a typical year its last', () => {
    expect(withRunUp(archive).countsFromMs).toBe(Date.UTC(2017, 0, 31));
    const { series, countsFromMs } = withRunUp({ series: years(2001, 2001), typical: true });
    expect(countsFromMs).toBe(Date.UTC(2001, 0, 1));
    expect(series.startMs).toBe(Date.UTC(2000, 11, 2));
    expect(series.hours).toHaveLength(395 * 24);
  });
});
