import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/fixtures';
import { emcPercent, speciesOf } from '../wood';
import {
  emptySurvey,
  findingTable,
  latestReadings,
  moistureStats,
  moistureTrend,
  readingsWanted,
  testTable,
  timedResult,
  verdictOf,
  type MoistureAir,
  type Survey,
  type VerdictInput
} from '.';
import verdictRules from './verdict-rules.json';

const AT = { atMs: 0, by: 'Tove', id: 'x' };
const room = (tempC: number, rh: number, hours = 240): MoistureAir => ({
  hours: Array.from({ length: hours }, () => ({ airTempC: tempC, rh, rainMm: 0, sunWPerM2: 0 }))
});
const oak22 = { thicknessMm: 22, hardness: 'hardwood' as const };

describe('moisture readings', () => {
  it('wants three, or one for every ten square metres', () =>
    expect([1, 30, 31, 68.4, 100].map(readingsWanted)).toEqual([3, 3, 4, 7, 10]));
  it('shows mean, extremes and spread', () => {
    expect(moistureStats([8, 10, 12], 20)).toEqual({
      count: 3,
      wanted: 3,
      meanPercent: 10,
      highestPercent: 12,
      lowestPercent: 8,
      spreadPercent: 2
    });
    expect(moistureStats([], 20)).toBeNull();
    expect(moistureStats([9], 20)!.spreadPercent).toBe(0);
  });
  it('looks at the last round only', () =>
    expect(latestReadings([{ atMs: 0 }, { atMs: 40 * 3_600_000 }, { atMs: 41 * 3_600_000 }])).toHaveLength(2));
  it('says where the wood is going, and when it will be there, by the board model', () => {
    const stats = moistureStats([14, 15, 16], 10)!;
    const trend = moistureTrend(stats, 12, room(20, 0.5), oak22);
    const emc = emcPercent(20, 0.5);
    expect(trend.emcPercent).toBeCloseTo(emc, 9);
    expect(trend.going).toBe('drying');
    const tauDays = (120 * (22 / 28) ** 2) / 24;
    expect(trend.daysToLimit!).toBeGreaterThan(tauDays * Math.log((16 - emc) / (12 - emc)) - 1 / 24);
    expect(trend.daysToLimit!).toBeLessThan(tauDays * Math.log((16 - emc) / (12 - emc)) + 2 / 24);
    expect(moistureTrend(stats, 12, room(20, 0.77), oak22).going).toBe('settled');
    expect(moistureTrend(stats, 12, room(20, 0.95), oak22)).toMatchObject({ going: 'taking up', daysToLimit: null });
    expect(moistureTrend(stats, 18, room(20, 0.5), oak22).daysToLimit).toBe(0);
  });
  it('past the hours given it goes on in their mean', () => {
    const stats = moistureStats([24], 10)!;
    const short = moistureTrend(stats, 12, room(20, 0.5, 24), oak22).daysToLimit!;
    const long = moistureTrend(stats, 12, room(20, 0.5, 1000), oak22).daysToLimit!;
    expect(Math.abs(short - long)).toBeLessThan(0.1);
  });
  it('wetter wood never takes less time, a higher limit never more', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 28, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 10, max: 16, noNaN: true }),
        (mc, more, limit) => {
          const days = (m: number, l: number) =>
            moistureTrend(moistureStats([m], 5)!, l, room(18, 0.45, 48), oak22).daysToLimit ?? Infinity;
          expect(days(mc + more, limit)).toBeGreaterThanOrEqual(days(mc, limit));
          expect(days(mc, limit + more)).toBeLessThanOrEqual(days(mc, limit));
        }
      )
    ));
});

describe('tests', () => {
  it('a timed drop gives its result by minutes', () => {
    const drop = testTable.find((t) => t.id === 'water drop')!;
    expect([0.5, 2.99, 3, 9.9, 10, 60].map((m) => timedResult(drop, m).id)).toEqual([
      'soaks in',
      'soaks in',
      'slow',
      'slow',
      'beads',
      'beads'
    ]);
    expect(() => timedResult(testTable[1]!, 3)).toThrow(/not timed/);
  });
  it('every result says what it means', () => {
    for (const t of testTable) for (const r of t.results) expect(r.means.length, `${t.id} ${r.id}`).toBeGreaterThan(15);
  });
});

describe('the verdict', () => {
  const looked = (part: Partial<Survey> = {}): Survey => ({
    ...emptySurvey(),
    moisture: Array.from({ length: 8 }, () => ({ ...AT, percent: 9 })),
    ...part
  });
  const input = (part: Partial<VerdictInput> = {}): VerdictInput => ({
    surface: { ...floorJob().surfaces[0]!, look: undefined },
    species: speciesOf('oak'),
    survey: looked(),
    areaM2: 68.4,
    outdoors: false,
    living: floorJob().living,
    food: false,
    moisture: null,
    chosen: null,
    ...part
  });
  const ids = (i: VerdictInput) => verdictOf(i).reasons.map((r) => r.id);
  const found = (...names: string[]): Partial<VerdictInput> => ({
    survey: looked({ findings: new Map(names.map((n) => [n, { ...AT, present: true }])) })
  });

  it('a sound dry floor is ready; one nobody looked at is not', () => {
    expect(verdictOf(input())).toEqual({ word: 'ready', reasons: [] });
    expect(verdictOf(input({ survey: emptySurvey() })).word).toBe('not looked at');
  });
  it('wax is stripped first', () => {
    const v = verdictOf(input(found('wax')));
    expect(v.word).toBe('ready after');
    expect(v.reasons[0]).toMatchObject({ id: 'wax', prep: ['strip', 'spirit wipe'], stations: ['ready', 'load'] });
  });
  it('a solvent wipe that beads means wax, craters mean silicone', () => {
    const tested = (result: string) => input({ survey: looked({ tests: [{ ...AT, test: 'solvent wipe', result }] }) });
    expect(ids(tested('stain beads'))).toEqual(['wax']);
    expect(verdictOf(tested('craters')).word).toBe('do not oil');
    expect(ids(tested('clean'))).toEqual([]);
  });
  it('only the last result of a test counts', () => {
    const survey = looked({
      tests: [
        { ...AT, atMs: 2, test: 'solvent wipe', result: 'clean' },
        { ...AT, atMs: 1, test: 'solvent wipe', result: 'stain beads' }
      ]
    });
    expect(ids(input({ survey }))).toEqual([]);
  });
  it('old paint wants a lead test before anything; lead stops the job', () => {
    expect(verdictOf(input(found('old paint'))).reasons[0]).toMatchObject({
      id: 'old paint',
      caution: 'lead',
      prep: ['lead test']
    });
    const tested = (result: string) => {
      const i = input(found('old paint'));
      return { ...i, survey: { ...i.survey, tests: [{ ...AT, test: 'lead', result }] } };
    };
    expect(verdictOf(tested('lead'))).toMatchObject({ word: 'do not oil' });
    expect(ids(tested('no lead'))).toEqual(['paint free of lead']);
  });
  it('wet wood waits, and says for how long; air that keeps it wet says so', () => {
    const moisture = (rh: number) => {
      const stats = moistureStats([18], 68.4)!;
      return { stats, trend: moistureTrend(stats, 12, room(20, rh), oak22), limitPercent: 12, leastPercent: 6 };
    };
    const wet = verdictOf(input({ moisture: moisture(0.5) }));
    expect(wet).toMatchObject({ word: 'wait until', reasons: [{ id: 'too wet' }] });
    expect(wet.reasons[0]!.reason).toBe('The highest reading is 18.0 %, the limit 12 %.');
    expect(wet.reasons[0]!.remedy).toMatch(/about \d+ days/);
    expect(ids(input({ moisture: moisture(0.8) }))).toEqual(['stays wet']);
  });
  it('too few readings are asked for', () => {
    const v = verdictOf(input({ survey: looked({ moisture: [{ ...AT, percent: 9 }] }) }));
    expect(v.reasons[0]!.reason).toBe('1 of 7 moisture readings are taken.');
  });
  it('blotchy wood and sapwood under a dark colour want a sample; clear oil in the sun greys', () => {
    const dark = { depth: 'dark' as const, foodClaim: true, bareWood: true };
    expect(ids(input({ species: speciesOf('pine'), chosen: dark }))).toEqual(['blotch']);
    expect(ids(input({ species: speciesOf('pine'), chosen: { ...dark, depth: 'clear' } }))).toEqual([]);
    const sappy = { ...floorJob().surfaces[0]!, look: { sapwood: 'some' as const } };
    expect(ids(input({ surface: sappy, chosen: dark }))).toEqual(['sapwood']);
    const open = { outdoors: true, living: { ...floorJob().living, sun: 1.4 }, species: speciesOf('larch') };
    expect(ids(input({ ...open, chosen: { ...dark, depth: 'clear' } }))).toEqual(['grey early']);
    expect(ids(input({ ...open, chosen: dark }))).toEqual([]);
  });
  it('food needs a card that claims it', () =>
    expect(verdictOf(input({ food: true, chosen: { foodClaim: false, bareWood: true } })).word).toBe('do not oil'));
  it('the gravest reason gives the word, whatever else is found', () =>
    fc.assert(
      fc.property(fc.subarray(findingTable.map((f) => f.id)), (names) => {
        const v = verdictOf(input(found(...names)));
        const order = ['ready', 'ready after', 'wait until', 'do not oil'];
        expect(v.word).toBe(order[Math.max(0, ...v.reasons.map((r) => order.indexOf(r.verdict)))]);
        for (const r of v.reasons) expect(r.reason + r.remedy).not.toMatch(/[{}]/);
      })
    ));
  it('every finding of the checklist has a rule, and no rule asks for what nobody can find', () => {
    const text = JSON.stringify(verdictRules);
    for (const f of findingTable) expect(text, f.id).toContain(`found:${f.id}`);
    for (const m of text.matchAll(/"found:([^"]+)"/g)) expect(findingTable.map((f) => f.id)).toContain(m[1]);
    for (const m of text.matchAll(/"test:([^":]+):([^"]+)"/g))
      expect(
        testTable.find((t) => t.id === m[1])?.results.map((r) => r.id),
        m[0]
      ).toContain(m[2]);
  });
});
