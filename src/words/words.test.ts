import { describe, expect, it } from 'vitest';
import type { Deadline } from '../core/site';
import { closureWords } from './closure-words';
import { deadlineWords, leftWords } from './deadline-words';
import { clockTime, dayMonth, hourWords, laidWords, spanWords, whenWords } from './time';

const NOW = Date.parse('2027-05-18T09:40:00+01:00');
const ZONE = 'Europe/London';
const min = (n: number) => NOW + n * 60_000;

describe('times in words', () => {
  it('a clock has a colon; another day its name; another season its date', () => {
    expect(whenWords(min(62), NOW, ZONE)).toBe('10:42');
    expect(whenWords(min(60 * 24 * 3), NOW, ZONE)).toBe('Fri 21, 09:40');
    expect(whenWords(min(60 * 24 * 40), NOW, ZONE)).toBe('Sun 27 Jun');
    expect(hourWords(min(60 * 24 * 3), NOW, ZONE)).toBe('Fri 21, 09:40');
    expect(hourWords(min(60 * 24 * 7), NOW, ZONE)).toBe('Tue 25, 09:40');
    expect(hourWords(min(60 * 24 * 40), NOW, ZONE)).toBe('Sun 27 Jun, 09:40');
    expect(whenWords(min(60 * 24 * 400), NOW, ZONE)).toBe('21 Jun 2028');
    expect(dayMonth(NOW, ZONE)).toBe('Tue 18 May');
  });
  it('follow the site through a clock change', () => {
    const before = Date.parse('2027-10-31T00:30:00Z');
    expect([clockTime(before, ZONE), clockTime(before + 3_600_000, ZONE)]).toEqual(['01:30', '01:30']);
    expect(clockTime(NOW, 'Asia/Kolkata')).toBe('14:10');
  });
  it('the hours of a coat always have their day, and both days over a night', () => {
    const laid = (from: number, to: number) => laidWords({ laidFromMs: min(from), laidToMs: min(to) }, ZONE);
    expect(laid(0, 90)).toBe('Tue 18, 09:40 to 11:10');
    expect(laid(0, 24 * 60)).toBe('Tue 18, 09:40 to Wed 19, 09:40');
  });
  it('a span is said as 80 %, by its hours where both fall on one day', () => {
    expect(spanWords({ p10: min(210), p90: min(420) }, NOW, ZONE)).toBe('80 % between 13:10 and 16:40');
    const week = 60 * 24 * 7;
    expect(spanWords({ p10: min(week), p90: min(week + 90) }, NOW, ZONE)).toBe('80 % between Tue 25, 09:40 and 11:10');
    expect(spanWords({ p10: min(week), p90: min(2 * week) }, NOW, ZONE)).toBe('80 % between Tue 25 May and Tue 1 Jun');
  });
});

describe('deadlines in words', () => {
  const wipe: Deadline = {
    jobId: 'j',
    kind: 'wipe',
    atMs: min(11) + 8000,
    urgent: true,
    coat: 1,
    laying: 3,
    bay: true,
    fromMs: min(-5),
    spreadAtMs: min(-30),
    batch: 'A',
    end: 'open'
  };
  it('the verb first, then what and since when', () => {
    expect(deadlineWords(wipe, NOW, ZONE, 'metric')).toMatchObject({
      title: 'Wipe bay 3',
      detail: 'coat 1, oil on since 09:10, batch A',
      station: 'work'
    });
    expect(leftWords(wipe, NOW)).toBe('11 min 08 s left');
  });
  it('past its time it counts up', () => expect(leftWords(wipe, min(15) + 8000)).toBe('4 min 00 s over'));
  it('rags are before anyone leaves', () =>
    expect(leftWords({ jobId: 'j', kind: 'rags', atMs: min(50), urgent: true, out: 14, safe: 9 }, NOW)).toBe(
      'before anyone leaves'
    ));
  it('a start the weather has closed says so', () =>
    expect(
      deadlineWords(
        { jobId: 'j', kind: 'start', atMs: min(90), urgent: false, coat: 1, ok: false },
        NOW,
        ZONE,
        'metric'
      ).title
    ).toMatch(/closed/));
  it('a gate that has shut asks to abrade', () => {
    const span = { p10: min(-9), p50: min(-5), p90: min(-1) };
    expect(
      deadlineWords(
        { jobId: 'j', kind: 'recoat closes', atMs: min(-5), urgent: false, coat: 1, next: 2, span },
        NOW,
        ZONE,
        'metric'
      ).title
    ).toBe('Gate shut, abrade first');
  });
});

describe('closed hours in words', () => {
  it('which rule and by how much, in the reader’s units, with its grade', () => {
    expect(closureWords({ rule: 'boards wet', value: 23.04, limit: 18, grade: 'label' }, 'metric')).toBe(
      'boards at 23 %, must be under 18 % (label)'
    );
    expect(closureWords({ rule: 'dew', value: 1.5, limit: 3, grade: 'house' }, 'us')).toBe(
      'boards only 2.7 °F above the dew point, must be 5.4 °F above (house)'
    );
    expect(closureWords({ rule: 'dew', value: -0.5, limit: 3, grade: 'house' }, 'metric')).toContain(
      'below the dew point'
    );
    expect(closureWords({ rule: 'off hours', grade: 'house' }, 'metric')).toBe('outside working hours (house)');
  });
});
