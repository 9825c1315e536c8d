import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  M_PER_FT,
  M_PER_IN,
  parseArea,
  parseLength,
  parseSmallLength,
  parseSmallOffset,
  parseOffset,
  parsePercent,
  parseTemperature,
  parseVolume,
  showArea,
  showDuration,
  showLength,
  showPercent,
  showPour,
  showSpreadRate,
  parseNumber,
  showRain,
  showTemperature,
  showVolume,
  temperatureOnScale,
  wetFilmUm
} from '.';

const value = (p: ReturnType<typeof parseLength>) => (p.ok ? p.value : p.problem);

describe('lengths', () => {
  it.each([
    ['3.45 m', 3.45],
    ['3450', 3.45],
    ['100', 0.1],
    ['99', 99],
    ['12\' 6 1/2"', 12 * M_PER_FT + 6.5 * M_PER_IN],
    ['11 ft 4 in', 11 * M_PER_FT + 4 * M_PER_IN],
    ['28 mm', 0.028],
    ['1250 mm', 1.25],
    ['62 cm', 0.62],
    ['3,45 m', 3.45],
    ['0,125', 0.125],
    ['1,234.5 mm', 1.2345],
    ["26' 10", 26 * M_PER_FT + 10 * M_PER_IN],
    ["5' 11 1/2''", 5 * M_PER_FT + 11.5 * M_PER_IN],
    ['3 ½ in', 3.5 * M_PER_IN]
  ])('metric reads %s', (text, metres) => expect(value(parseLength(text, 'metric'))).toBeCloseTo(metres as number, 9));

  it.each([
    ['3,450 m', /type 3450, or 3\.45\./],
    ['1,200', /type 1200, or 1\.2\./],
    ['1,234,567', /one point and no commas/],
    ['1.234,5', /one point and no commas/]
  ])('%s could be either, and is refused with its readings', (text, message) => {
    const p = parseLength(text, 'metric');
    expect(!p.ok && p.problem).toMatch(message);
    const v = parseVolume(text.replace(' m', ' ml'), 'metric');
    expect(!v.ok && v.problem).toMatch(message);
  });
  it('what can only be small is mm when bare, inches in US', () => {
    expect(value(parseSmallLength('18', 'metric'))).toBeCloseTo(0.018, 9);
    expect(value(parseSmallLength('28 mm', 'metric'))).toBeCloseTo(0.028, 9);
    expect(value(parseSmallLength('0.12 m', 'metric'))).toBeCloseTo(0.12, 9);
    expect(value(parseSmallLength('1', 'us'))).toBeCloseTo(0.0254, 9);
    expect(parseSmallLength('0', 'metric').ok).toBe(false);
    expect(value(parseSmallOffset('0', 'metric'))).toBe(0);
  });
  it('a bare number is inches in US', () => expect(value(parseLength('30', 'us'))).toBeCloseTo(0.762, 9));

  it.each([['0'], ['-3'], [''], ['three'], ['4 kg'], ['NaN'], ['1e999'], ["3' 4'"], ['1/0 m'], ['10" 6\'']])(
    'refuses %s and says how to type it',
    (text) => {
      const p = parseLength(text, 'metric');
      expect(p.ok).toBe(false);
      expect(!p.ok && p.problem.length).toBeGreaterThan(10);
    }
  );

  it('echoes with its unit', () => {
    expect(parseLength('3450', 'metric')).toMatchObject({ echo: '3.45 m' });
    expect(showLength(12 * M_PER_FT + 6.5 * M_PER_IN, 'us')).toBe('12\' 6 1/2"');
    expect(showLength(0.022, 'metric')).toBe('22 mm');
    expect(showLength(0.022, 'us')).toBe('7/8"');
  });

  it('what is shown in US reads back within a thirty-second of an inch, and again the same', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 300, noNaN: true }), (m) => {
        fc.pre(Math.round((m / M_PER_IN) * 16) > 0);
        const once = parseLength(showLength(m, 'us'), 'us');
        if (!once.ok) throw new Error(once.problem);
        expect(Math.abs(once.value - m)).toBeLessThanOrEqual(M_PER_IN / 32 + 1e-9);
        expect(showLength(once.value, 'us')).toBe(showLength(m, 'us'));
      })
    );
  });
});

describe('areas, volumes, temperatures, times', () => {
  it('reads areas', () => {
    expect(value(parseArea('64 sq ft', 'metric'))).toBeCloseTo(5.9458, 4);
    expect(value(parseArea('68.4', 'metric'))).toBe(68.4);
    expect(parseArea('0', 'metric').ok).toBe(false);
    expect(showArea(68.4, 'metric')).toBe('68.4 m²');
    expect(showArea(200, 'us')).toBe('2,152.8 sq ft');
  });
  it('reads volumes', () => {
    expect(value(parseVolume('1 gal 2 fl oz', 'us'))).toBeCloseTo(3.785411784 * (130 / 128), 9);
    expect(value(parseVolume('1250', 'metric'))).toBe(1.25);
    expect(value(parseVolume('1.5 L', 'metric'))).toBe(1.5);
    expect(parseVolume('-1', 'metric').ok).toBe(false);
    expect([showVolume(0.25, 'metric'), showVolume(4.6, 'metric'), showVolume(4.6, 'us')]).toEqual([
      '250 ml',
      '4.60 L',
      '1.22 gal'
    ]);
    expect(showPour(1.25, 'metric')).toBe('1,250 ml');
  });
  it('reads temperatures', () => {
    expect(value(parseTemperature('68°F', 'metric'))).toBeCloseTo(20, 9);
    expect(value(parseTemperature('50', 'us'))).toBeCloseTo(10, 9);
    expect(parseTemperature('-300 C', 'metric').ok).toBe(false);
    expect(showTemperature(20, 'us')).toBe('68.0 °F');
    expect(temperatureOnScale(-40, 'us')).toBe(-40);
    expect(parseNumber(0, 60)('0.75')).toMatchObject({ ok: true, value: 0.75, echo: '0.75' });
    for (const bad of ['61', '-1', '', 'many'])
      expect(parseNumber(0, 60)(bad)).toEqual({ ok: false, problem: 'Type a number from 0 to 60.' });
    expect(showRain(2.54, 'us')).toBe('0.10 in');
    expect(showRain(2.54, 'metric')).toBe('2.5 mm');
    expect(temperatureOnScale(12.5, 'metric')).toBe(12.5);
  });
  it('reads shares', () => {
    expect(value(parsePercent(5, 100)('52 %'))).toBeCloseTo(0.52, 9);
    expect(parsePercent(5, 100)('120').ok).toBe(false);
    expect(parsePercent(5, 100)('damp').ok).toBe(false);
    expect(showPercent(0.086)).toBe('8.6 %');
  });
  it('shows spread rates and film', () => {
    expect(showSpreadRate(30, 'us')).toBe('1,222 sq ft/gal');
    expect(wetFilmUm(25)).toBe(40);
  });
  it.each([
    [668_000, true, '11 min 08 s'],
    [229 * 60_000, false, '3 h 49 min'],
    [30 * 60_000, false, '30 min'],
    [124 * 3_600_000, false, '5 d 4 h']
  ])('shows %d ms', (ms, seconds, text) => expect(showDuration(ms as number, seconds as boolean)).toBe(text));
});

describe('offsets', () => {
  it('may be nothing or go the other way, in both systems', () => {
    expect(parseOffset('0', 'metric')).toMatchObject({ ok: true, value: 0 });
    expect(parseOffset('-0.25 m', 'metric')).toMatchObject({ ok: true, value: -0.25 });
    expect(parseOffset(`-3"`, 'us')).toMatchObject({ ok: true, value: expect.closeTo(-0.0762, 9), echo: '-3"' });
    expect(parseLength('0', 'metric')).toMatchObject({ ok: false, problem: expect.stringContaining('more than 0') });
    expect(parseOffset('', 'metric').ok).toBe(false);
  });
});
