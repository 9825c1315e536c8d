import { describe, expect, it } from 'vitest';
import { deckJob, floorJob, knowledge, NOW } from '../../../tests/fixtures';
import { deskArchive } from '../../stand-ins/weather-desk';
import type { WeatherHour } from '../air';
import { DAY_MS, HOUR_MS } from '../units';
import { hoursBeyond, monthsOdds, nextLikelyMonth, type MonthOdds } from '.';
import { whole } from '../../../tests/fixtures';

/** Years in which it is 18 °C and dry, but for rain all day on some days, and frost in some months. */
function past(rains: (day: Date) => boolean, cold: (month: number) => boolean, from = 2023, to = 2025) {
  const startMs = Date.UTC(from, 0, 1);
  const count = (Date.UTC(to, 11, 31, 23) - startMs) / HOUR_MS + 1;
  const hours = Array.from({ length: count }, (_, i): WeatherHour => {
    const at = new Date(startMs + i * HOUR_MS);
    return {
      airTempC: cold(at.getUTCMonth() + 1) ? -3 : 18,
      rh: 0.5,
      windMPerS: 2,
      rainMm: rains(at) ? 1 : 0,
      cloud: 0.6
    };
  });
  return { series: { startMs, hours, issuedMs: startMs, source: 'archive' }, typical: false };
}
const deck = deckJob();
const odds = (p: ReturnType<typeof past>) => monthsOdds(deck, p, knowledge)!;

describe('the odds of a month', () => {
  const mixed = odds(
    past(
      (d) => d.getUTCMonth() === 9 || (d.getUTCMonth() === 10 && d.getUTCDate() > 3),
      (m) => m <= 2
    )
  );
  const of = (m: number) => mixed[m - 1]!;
  it('are whole in a fair month, none in frost or in a month of rain', () => {
    expect(of(6).share).toBe(1);
    expect(of(6).waitDays).toBe(0);
    expect(of(1).share).toBe(0);
    expect(of(10).share).toBe(0);
  });
  it('count working days only, of every year but its run-up', () => {
    // Monday to Saturday: 26 days of June in three years, and one more or less.
    expect(of(6).days).toBeGreaterThan(75);
    expect(of(6).days).toBeLessThan(81);
    expect(of(1).days).toBeLessThan(of(6).days);
  });
  it('a coat that would not be rain-safe before the rain does not count; the wait goes to the next day that does', () => {
    // Two dry days in November that follow a month of rain; on the last of them the rain comes too soon.
    expect(of(11).share).toBeLessThan(0.1);
    expect(of(11).waitDays).toBeGreaterThan(10);
    expect(of(2).waitDays).toBeGreaterThan(5);
  });
  it('of a typical year every date counts for the days it is shifted to', () => {
    const year = past(
      (d) => d.getUTCMonth() === 3,
      () => false,
      2001,
      2001
    );
    const typical = monthsOdds(deck, { ...year, typical: true }, knowledge)!;
    // Rain all April: the twelve days on either side of it are told by it too.
    expect(typical[6]!.share).toBe(1);
    expect(typical[3]!.share).toBeGreaterThan(0);
    expect(typical[3]!.share).toBeLessThan(0.4);
    expect(typical[2]!.share).toBeLessThan(1);
  });
  it('without any rain told there are none outdoors; a room needs none', () => {
    const dry = past(
      () => false,
      () => false
    );
    expect(monthsOdds(deck, dry, knowledge)).toBeNull();
    const room = floorJob();
    room.site.room.kind = 'follows outdoors';
    room.site.room.offsetC = 2;
    expect(monthsOdds(room, dry, knowledge)![5]!.share).toBeGreaterThan(0.9);
  });
  it('are those of the first coat in the open, where the ones before go on in a held room', () => {
    const rainy = past(
      (d) => d.getUTCMonth() === 9,
      () => false
    );
    const { site } = deck;
    const held = floorJob().site;
    const bench = { ...held, latitudeDeg: site.latitudeDeg, longitudeDeg: site.longitudeDeg, timeZone: site.timeZone };
    const moves = [{ before: 2, placeId: 'yard', name: 'Yard', site }];
    const carried = monthsOdds({ ...deck, site: bench, moves }, rainy, knowledge)!;
    expect(carried[9]!.share).toBe(0);
    expect(carried[5]!.share).toBeGreaterThan(0.9);
    const dry = past(
      () => false,
      () => false
    );
    expect(monthsOdds({ ...deck, site: bench, moves }, dry, knowledge)).toBeNull();
  });
  it('nothing to lay has no odds; what a job waits for, or is booked for, plays no part', () => {
    expect(
      monthsOdds(
        { ...deck, finish: undefined },
        past(
          () => true,
          () => false
        ),
        knowledge
      )
    ).toBeNull();
    const waiting = { ...deck, waits: { untilMs: null, why: 'the floor' }, startAt: new Date(NOW).toISOString() };
    const weather = past(
      (d) => d.getUTCMonth() === 9,
      () => false
    );
    expect(monthsOdds(waiting, weather, knowledge)).toEqual(odds(weather));
  });
  it('the island of the demo has better months and worse, ten years of them', () => {
    const series = deskArchive(deck.site, NOW, Date.UTC(2024, 0, 1), NOW);
    const island = monthsOdds(deck, { series, typical: false }, knowledge)!;
    const shares = island.map((m) => m.share);
    expect(Math.max(...shares)).toBeGreaterThan(Math.min(...shares) + 0.05);
    for (const m of island) expect(m.days).toBeGreaterThan(40);
  }, 60_000);
  it('the next likely month is looked for after this one, round the year, and may be none', () => {
    const at = (likely: number[]): MonthOdds[] =>
      Array.from({ length: 12 }, (_, i) => ({
        month: i + 1,
        days: 20,
        share: likely.includes(i + 1) ? 0.51 : 0.5,
        waitDays: 2
      }));
    expect(nextLikelyMonth(at([3, 9]), Date.UTC(2027, 9, 5))?.month).toBe(3);
    expect(nextLikelyMonth(at([10]), Date.UTC(2027, 9, 5))?.month).toBe(10);
    expect(nextLikelyMonth(at([10, 11]), Date.UTC(2027, 9, 5))?.month).toBe(11);
    expect(nextLikelyMonth(at([]), NOW)).toBeNull();
  });
});

describe('how far a job’s weather has to reach', () => {
  const endMs = NOW + 10 * DAY_MS;
  it('no further than the forecast while its coats fit into it, further the more coats or the later the start', () => {
    const job = whole(deck);
    expect(hoursBeyond(job, NOW, endMs)).toBe(0);
    expect(hoursBeyond(job, endMs, endMs)).toBeGreaterThan(48);
    const eight = structuredClone(job);
    for (const s of eight.surfaces) for (const f of s.faces) f.coats = f.coats && 8;
    expect(hoursBeyond(eight, NOW, endMs)).toBeGreaterThan(100);
    expect(hoursBeyond(eight, endMs, endMs)).toBeGreaterThan(hoursBeyond(job, endMs, endMs));
  });
  it('is nothing for a held room, however many its coats', () =>
    expect(hoursBeyond(whole(floorJob()), NOW, endMs)).toBe(0));
});
