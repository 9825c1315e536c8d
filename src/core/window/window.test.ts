import { describe, expect, it } from 'vitest';
import { card, counterJob, deckJob, floorJob, knowledge } from '../../../tests/fixtures';
import type { WeatherHour } from '../air';
import { coatPlans } from '../coats';
import { sequenceContext, useOf } from './contexts';
import { siteClimate } from './job-climate';
import { coatNeeds } from '../drying';
import { temperatureFactor } from '../air';
import { defaultHouseRules as house } from '../house';
import { HOUR_MS } from '../units';
import { BITS, closuresOf, firstRule, layingLimits, RULES, type LayingLimits, type Rule } from '../judge';
import { isTimeZone, localDate, workingStretches } from '../calendar';
import { searchStarts, startCandidates } from './search';
import { simulateStart } from './sequence';
import type { SequenceContext } from './sequence-context';
import { siteHourAt, type SiteHour } from '../climate';

const iso = (ms: number) => new Date(ms).toISOString();
const week = {
  mon: { from: '07:30', to: '17:30' },
  sun: { from: '01:30', to: '03:30' }
};

describe('what the limits of a job go by', () => {
  it('wood that will live outdoors may be as damp as outdoor wood, wherever it is worked', () => {
    const door = counterJob();
    expect(useOf(door)).toMatchObject({ setting: 'indoor', countertop: true });
    door.surfaces[0]!.faces[0]!.life = 'outdoors';
    expect(useOf(door)).toMatchObject({ setting: 'outdoor' });
  });
});

describe('working hours', () => {
  const on = (zone: string, day: string) =>
    workingStretches(week, zone, Date.parse(`${day}T00:00:00Z`), Date.parse(`${day}T23:59:00Z`)).map((s) => [
      iso(s.fromMs),
      iso(s.toMs)
    ]);
  it('are wall-clock times of the site', () => {
    expect(on('Europe/London', '2027-05-17')).toEqual([['2027-05-17T06:30:00.000Z', '2027-05-17T16:30:00.000Z']]);
    expect(on('Europe/London', '2027-05-18')).toEqual([]);
  });
  it('a skipped time becomes the first instant after the change', () =>
    expect(on('Europe/London', '2027-03-28')).toEqual([['2027-03-28T01:00:00.000Z', '2027-03-28T02:30:00.000Z']]));
  it('a time shown twice is its first', () =>
    expect(on('Europe/London', '2027-10-31')).toEqual([['2027-10-31T00:30:00.000Z', '2027-10-31T03:30:00.000Z']]));
  it('knows zones and local dates', () => {
    expect([isTimeZone('Europe/London'), isTimeZone('Europe/Saltmarsh')]).toEqual([true, false]);
    expect(localDate(Date.parse('2027-05-18T23:30:00Z'), 'Europe/London')).toBe('2027-05-19');
  });
});

const fine: SiteHour = {
  airTempC: 16,
  surfaceTempC: 18,
  rh: 0.6,
  dewPointC: 8,
  dewGapC: 10,
  windMPerS: 3,
  airSpeedMPerS: 1.8,
  rainMm: 0,
  cloud: 0.3,
  mcPercent: 14,
  sunElevationDeg: 30,
  sunWPerM2: 0
};
const limits = layingLimits(
  card('marrum-deck'),
  'thin',
  { setting: 'outdoor', countertop: false, lamps: false },
  house
);

const quickCard = card('marrum-deck');
quickCard.hours.recoatOpens = { label: { low: 4, high: 4 } };
quickCard.hours.touchDry = { label: { low: 2, high: 2 } };
delete quickCard.hours.recoatCloses;
delete quickCard.hours.rainSafe;

describe('may we lay oil this hour', () => {
  it('a fine hour is open', () => expect(closuresOf(fine, limits)).toEqual([]));
  /** A case that closes the hour for each rule that reads it: no rule can be added that never closes. */
  type HourRule = Exclude<Rule, 'no data' | 'no reading' | 'not ready' | 'no time to wipe' | 'no access' | 'off hours'>;
  const CASES: Record<HourRule, [change: Partial<SiteHour>, value: number, limit: number, grade: string]> = {
    rain: [{ rainMm: 0.2 }, 0.2, 0, 'law'],
    'boards wet': [{ mcPercent: 23 }, 23, 16, 'house'],
    dew: [{ dewGapC: 1.5 }, 1.5, 3, 'house'],
    'air too cold': [{ airTempC: 4 }, 4, 6, 'label'],
    'surface too cold': [{ surfaceTempC: 4 }, 4, 6, 'label'],
    'air too hot': [{ airTempC: 33 }, 33, 30, 'label'],
    'surface too hot': [{ surfaceTempC: 38 }, 38, 32, 'label'],
    'air too damp': [{ rh: 0.92 }, 0.92, 0.85, 'label'],
    wind: [{ windMPerS: 9 }, 9, 8, 'house'],
    'too dry': [{ mcPercent: 4 }, 4, 6, 'house'],
    dark: [{ sunElevationDeg: -2 }, -2, 0, 'law']
  };
  const wanted: LayingLimits = { ...limits, mcMin: 6 };
  it.each(Object.entries(CASES))('%s closes it, and says by how much', (rule, [change, value, limit, grade]) =>
    expect(closuresOf({ ...fine, ...change }, wanted)).toContainEqual({ rule, value, limit, grade })
  );
  it('no time to wipe closes it where the longest dwell leaves no room over the shortest', () => {
    const hot: SiteHour = { ...fine, surfaceTempC: 31.5, airSpeedMPerS: 6 };
    const tight: LayingLimits = { ...limits, dwell: { minMinutes: 15, maxMinutes: 30, keptWet: false } };
    const found = closuresOf(hot, tight);
    expect(found.map((c) => c.rule)).toEqual(['no time to wipe']);
    expect(found[0]!.value!).toBeLessThan(found[0]!.limit!);
    expect(found[0]!.limit!).toBeCloseTo((1.2 * 15) / temperatureFactor(31.5, 25), 9);
    expect(closuresOf({ ...fine, surfaceTempC: 18 }, tight)).toEqual([]);
    const flooded: LayingLimits = { ...tight, dwell: { ...tight.dwell!, keptWet: true } };
    expect(closuresOf(hot, flooded)).toEqual(
      found[0]!.value! < 10 ? [{ rule: 'no time to wipe', value: found[0]!.value, limit: 10, grade: 'label' }] : []
    );
    expect(closuresOf({ ...fine, surfaceTempC: 18 }, { ...limits, dwell: null })).toEqual([]);
  });
  it('wood that nobody has read closes it', () =>
    expect(closuresOf({ ...fine, mcPercent: null }, wanted)).toEqual([{ rule: 'no reading', grade: 'house' }]));
  it('each rule has a bit of its own', () => {
    const bits = RULES.map((r) => BITS[r]);
    expect(new Set(bits).size).toBe(RULES.length);
    expect(bits.every((b) => b > 0)).toBe(true);
    expect(RULES.map((r) => firstRule(BITS[r]))).toEqual([...RULES]);
  });
  it('no data closes it', () => expect(closuresOf(null, limits)).toEqual([{ rule: 'no data', grade: 'law' }]));
  it('lamps open the dark; spraying wants less wind; counters are drier than floors', () => {
    const use = { setting: 'outdoor' as const, countertop: false, lamps: true };
    expect(closuresOf({ ...fine, sunElevationDeg: -9 }, layingLimits(card('marrum-deck'), 'thin', use, house))).toEqual(
      []
    );
    expect(closuresOf({ ...fine, windMPerS: 5 }, layingLimits(card('marrum-deck'), 'spray', use, house))).toHaveLength(
      1
    );
    const top = layingLimits(
      {
        ...card('corvane-worktop'),
        limits: { ...card('corvane-worktop').limits, mcMaxPercent: undefined, rhMax: 0.85 }
      },
      'thin',
      { setting: 'indoor', countertop: true, lamps: true },
      house
    );
    const still = { ...fine, airSpeedMPerS: 0.2 };
    expect(closuresOf({ ...still, mcPercent: 11 }, top)).toEqual([
      { rule: 'boards wet', value: 11, limit: 10, grade: 'house' }
    ]);
    expect(closuresOf({ ...still, mcPercent: 4, rh: 0.5 }, top)).toEqual([
      { rule: 'too dry', value: 4, limit: 6, grade: 'house' }
    ]);
  });
});

describe('a sequence of coats outdoors', () => {
  const start = Date.parse('2027-06-14T00:00:00Z');
  const day = (change: Partial<WeatherHour> = {}): WeatherHour => ({
    airTempC: 18,
    rh: 0.5,
    windMPerS: 2,
    rainMm: 0,
    cloud: 0.9,
    ...change
  });
  const context = (weather: (WeatherHour | null)[]) => {
    const job = deckJob();
    const climate = siteClimate(
      job,
      { startMs: start, hours: weather, issuedMs: start, source: 't' },
      { startMs: start, hours: 1 }
    )!;
    return sequenceContext(job, climate, coatPlans(job, house), knowledge, start);
  };
  const settled = Array.from({ length: 168 }, () => day());
  const eight = Date.parse('2027-06-14T07:00:00Z');

  it('lays coat 2 only when coat 1 has opened and the hour is open', () => {
    const ctx = context(settled);
    const o = simulateStart(ctx, eight);
    expect(o.ok).toBe(true);
    const [one, two] = o.coats;
    expect(two!.laidFromMs).toBeGreaterThanOrEqual(one!.recoatOpens.p50);
    const minutes = one!.rounds.map((r) => (r.toMs - r.fromMs) / 60_000);
    const sum = (list: readonly number[]) => list.reduce((a, b) => a + b);
    expect(sum(minutes)).toBe(sum(ctx.coats[0]!.roundMinutes));
  });
  it('undersides that lie face down go on first, and nobody turns a board before they are touch dry', () => {
    const ctx = context(settled);
    expect(ctx.coats.map((c) => c.roundMinutes.length)).toEqual([2, 1]);
    const o = simulateStart(ctx, eight);
    const [backs, fronts] = o.coats[0]!.rounds;
    const alone = simulateStart(
      { ...ctx, coats: [{ ...ctx.coats[0]!, roundMinutes: [ctx.coats[0]!.roundMinutes[0]!] }] },
      eight
    );
    expect(backs!.fromMs).toBe(eight);
    expect(fronts!.fromMs).toBeGreaterThanOrEqual(alone.coats[0]!.touchDry!.p50);
  });
  it('one coat a day waits for the next day; as it opens does not; several thin ones go on once touch dry', () => {
    const ctx = context(settled);
    const quick = {
      ...ctx,
      coats: ctx.coats.map((c) => ({ ...c, roundMinutes: [30], needs: coatNeeds(quickCard, c, c.kappa) }))
    };
    const secondAt = (rhythm: SequenceContext['rhythm']) =>
      simulateStart({ ...quick, rhythm }, eight).coats[1]!.laidFromMs;
    expect(secondAt('as it opens') - eight).toBeLessThan(10 * HOUR_MS);
    expect(secondAt('one a day') - eight).toBeGreaterThan(16 * HOUR_MS);
    expect(secondAt('several thin')).toBe(secondAt('one a day'));
  });
  it('refuses a start whose coat is rained on before it is safe, and names the rule and hour', () => {
    const wet = settled.map((h, i) => (i === 12 ? day({ rainMm: 2, cloud: 1 }) : h));
    expect(simulateStart(context(wet), eight)).toMatchObject({
      ok: false,
      failed: {
        coat: 1,
        closure: { rule: 'rain', value: 2 },
        atMs: start + 12 * HOUR_MS
      }
    });
  });
  it('a later coat waits for the rain to pass and the boards to dry', () => {
    const wet = settled.map((h, i) => (i >= 26 && i < 44 ? day({ rainMm: 1, cloud: 1, rh: 0.95 }) : h));
    const o = simulateStart(context(wet), eight);
    expect(o.coats.length === 2 ? o.coats[1]!.laidFromMs : Infinity).toBeGreaterThan(start + 44 * HOUR_MS);
  });
  it('a gap in the weather closes the hours, and a coat over it is not promised', () => {
    const gap = settled.map((h, i) => (i >= 10 && i < 20 ? null : h));
    expect(simulateStart(context(gap), eight)).toMatchObject({
      ok: false,
      failed: { closure: { rule: 'no data' } }
    });
  });
  it('past the end there is no data', () =>
    expect(simulateStart(context(settled.slice(0, 12)), eight).failed?.closure.rule).toBe('no data'));
  it('the search finds every open hour and puts good starts first, soonest finish first', () => {
    const ctx = context(settled.map((h, i) => (i % 24 === 17 && i < 48 ? day({ rainMm: 1, cloud: 1 }) : h)));
    const found = searchStarts(ctx);
    expect(found).toHaveLength(startCandidates(ctx).length);
    const firstBad = found.findIndex((s) => !s.ok);
    expect(found.slice(firstBad < 0 ? found.length : firstBad).every((s) => !s.ok)).toBe(true);
    const good = found.filter((s) => s.ok);
    expect(good.length).toBeGreaterThan(0);
    for (let i = 1; i < good.length; i++) expect(good[i]!.finishMs).toBeGreaterThanOrEqual(good[i - 1]!.finishMs);
  });
  it('in still 4 °C nothing is open, and every hour says why', () => {
    const ctx = context(settled.map(() => day({ airTempC: 4 })));
    expect(startCandidates(ctx)).toEqual([]);
    expect(ctx.coats[0]!.closed.every((bits) => bits !== 0)).toBe(true);
  });
});

describe('a held room', () => {
  it('is the same every hour, its wood unknown until it is read, and has no horizon', () => {
    const job = floorJob();
    const span = { startMs: Date.parse('2027-05-18T08:40:00Z'), hours: 48 };
    const climate = siteClimate(job, null, span)!;
    const h = siteHourAt(climate, span.startMs)!;
    expect(h.surfaceTempC).toBeCloseTo(18.1, 9);
    job.site.moisture = undefined;
    expect(siteHourAt(siteClimate(job, null, span)!, span.startMs)!.mcPercent).toBeNull();
    expect(climate.hours.length).toBeGreaterThan(60 * 24);
    job.site.moisture = { percent: 8, at: '2027-05-18T08:00:00Z' };
    expect(siteHourAt(siteClimate(job, null, span)!, span.startMs)!.mcPercent).toBe(8);
    expect(siteClimate(deckJob(), null, span)).toBeNull();
  });
});
