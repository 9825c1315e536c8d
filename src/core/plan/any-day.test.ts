import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deckJob, floorJob, knowledge, made, NOW } from '../../../tests/fixtures';
import type { WeatherHour } from '../air';
import { HOUR_MS } from '../units';
import { closuresOf } from '../judge';
import { searchStarts } from '../window';
import { siteHourAt } from '../climate';
import { coatPlans } from '../coats';
import { deadlines, liveWork, nextSteps } from '../site';
import { fold, foldNext, ragsNotSafe, ragsUnaccounted, type WorkEvent } from '../log';
import { sequenceContext, siteClimate } from '../window';

/** A day on site as anybody might log it: in any order, twice, or wrong. */
const anyEvent = fc.oneof(
  fc.record({ coat: fc.integer({ min: 1, max: 3 }) }).map((d) => ['coat.opened', d] as const),
  fc
    .record({
      coat: fc.integer({ min: 1, max: 3 }),
      usedL: fc.double({ min: 0, max: 9, noNaN: true }),
      guessed: fc.boolean()
    })
    .map((d) => ['coat.closed', d] as const),
  fc
    .record({ coat: fc.integer({ min: 1, max: 3 }), laying: fc.integer({ min: 1, max: 4 }) })
    .map((d) => ['laying.spread', d] as const),
  fc
    .record({ coat: fc.integer({ min: 1, max: 3 }), laying: fc.integer({ min: 1, max: 4 }) })
    .map((d) => ['laying.wiped', d] as const),
  fc.record({ batch: fc.constantFrom('A', 'B') }).map((d) => ['batch.stirred', d] as const),
  fc
    .record({
      batch: fc.constantFrom('A', 'B'),
      for: fc.constantFrom(
        [{ part: 'first', coat: 1 }],
        [
          { part: 'first', coat: 1 },
          { part: 'stair', coat: 2, litres: 0.4 }
        ]
      ),
      components: fc.constant([{ role: 'oil' as const, litres: 1, lot: 'x' }])
    })
    .map((d) => ['batch.mixed', d] as const),
  fc.record({ count: fc.integer({ min: 1, max: 9 }) }).map((d) => ['rags.out', d] as const),
  fc
    .record({ count: fc.integer({ min: 1, max: 9 }), how: fc.constant('flat, single, outdoors' as const) })
    .map((d) => ['rags.safe', d] as const),
  fc.constant(['day.closed', { date: '2027-05-18' }] as const),
  fc.constant(['handed.over', {}] as const)
);
const anyDay = fc
  .array(fc.tuple(anyEvent, fc.integer({ min: -2000, max: 0 })), { maxLength: 40 })
  .map((list) =>
    list.map(([[type, data], minutes]) => made(type as 'rags.out', data as { count: number }, minutes) as WorkEvent)
  );

describe('any day on site', () => {
  it('folds to the same state in any order, and never throws', () =>
    fc.assert(
      fc.property(anyDay, fc.infiniteStream(fc.nat()), (events, dice) => {
        const shuffled = events
          .map((e) => [dice.next().value, e] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, e]) => e);
        expect(fold(shuffled)).toEqual(fold(events));
      })
    ));
  it('event by event it comes to what it comes to at once', () =>
    fc.assert(
      fc.property(anyDay, (events) => {
        const sorted = [...events].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
        let state = fold([]);
        sorted.forEach((e, i) => (state = foldNext(state, sorted[i - 1], e) ?? fold(sorted.slice(0, i + 1))));
        expect(state).toEqual(fold(events));
      })
    ));
  it('every event has an effect or a reason, and rags never go below none', () =>
    fc.assert(
      fc.property(anyDay, (events) => {
        const s = fold(events);
        expect(s.count).toBe(events.length);
        expect(ragsUnaccounted(s)).toBeGreaterThanOrEqual(0);
        for (const c of s.coats) {
          expect(new Set(c.layings.map((b) => b.laying)).size).toBe(c.layings.length);
          for (const b of c.layings)
            if (b.wipedAtMs !== undefined) expect(b.wipedAtMs).toBeGreaterThanOrEqual(b.spreadAtMs);
        }
      })
    ));
  it('leads to steps and deadlines whatever happened; the day stays open while rags are out', () => {
    const job = floorJob();
    const climate = siteClimate(job, null, { startMs: NOW - 96 * HOUR_MS, hours: 336 });
    fc.assert(
      fc.property(anyDay, (events) => {
        const state = fold(events);
        const live = liveWork(job, state, climate, knowledge, NOW);
        const steps = nextSteps(job, state, live, NOW);
        const close = steps.find((s) => s.kind === 'close day');
        if (close && ragsUnaccounted(state) > 0) expect(close.closed).toBe(ragsNotSafe(ragsUnaccounted(state)));
        const list = deadlines('j', job, state, live, null, NOW);
        expect(list.some((d) => d.kind === 'rags')).toBe(ragsUnaccounted(state) > 0);
        for (const d of list) expect(Number.isFinite(d.atMs)).toBe(true);
      })
    );
  });
});

describe('any weather', () => {
  const start = Date.parse('2027-06-14T00:00:00Z');
  const anyHour: fc.Arbitrary<WeatherHour | null> = fc.option(
    fc.record({
      airTempC: fc.double({ min: 2, max: 32, noNaN: true }),
      rh: fc.double({ min: 0.3, max: 0.95, noNaN: true }),
      windMPerS: fc.double({ min: 0, max: 9, noNaN: true }),
      rainMm: fc.constantFrom(0, 0, 0, 0, 0, 0, 0, 1.5),
      cloud: fc.double({ min: 0, max: 1, noNaN: true })
    }),
    { freq: 60 }
  );
  /** Weather that keeps for six hours at a time, as weather does. */
  const anyWeek = fc
    .array(anyHour, { minLength: 16, maxLength: 24 })
    .map((blocks) => blocks.flatMap((b) => Array(6).fill(b) as (WeatherHour | null)[]));

  it('a start that is called good keeps every rule for every coat', () =>
    fc.assert(
      fc.property(anyWeek, (hours) => {
        const job = deckJob();
        const climate = siteClimate(
          job,
          { startMs: start, hours, issuedMs: start, source: 't' },
          { startMs: start, hours: 1 }
        )!;
        const ctx = sequenceContext(job, climate, coatPlans(job, knowledge.house), knowledge, start);
        for (const o of searchStarts(ctx).filter((s) => s.ok)) {
          expect(o.coats).toHaveLength(2);
          expect(o.coats[0]!.laidFromMs).toBe(o.startMs);
          expect(o.coats[1]!.laidFromMs).toBeGreaterThanOrEqual(o.coats[0]!.recoatOpens.p50);
          for (const c of o.coats) {
            expect(closuresOf(siteHourAt(climate, c.laidFromMs), ctx.coats[0]!.limits)).toEqual([]);
            const last = c.rounds.at(-1)!.fromMs;
            for (let t = last; t < c.rainSafe!.p50; t += HOUR_MS) expect(siteHourAt(climate, t)!.rainMm).toBe(0);
            for (let t = last; t < c.touchDry!.p50; t += HOUR_MS)
              expect(siteHourAt(climate, t)!.dewGapC).toBeGreaterThanOrEqual(3);
          }
        }
      }),
      { numRuns: 60 }
    ));
  it('a start that is called bad says which coat, which rule and when', () =>
    fc.assert(
      fc.property(anyWeek, (hours) => {
        const job = deckJob();
        const climate = siteClimate(
          job,
          { startMs: start, hours, issuedMs: start, source: 't' },
          { startMs: start, hours: 1 }
        )!;
        const ctx = sequenceContext(job, climate, coatPlans(job, knowledge.house), knowledge, start);
        for (const o of searchStarts(ctx).filter((s) => !s.ok)) {
          expect(o.failed!.coat).toBeGreaterThanOrEqual(1);
          expect(o.failed!.closure.rule.length).toBeGreaterThan(2);
          expect(o.failed!.atMs).toBeGreaterThanOrEqual(start);
        }
      }),
      { numRuns: 40 }
    ));
});
