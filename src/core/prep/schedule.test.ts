import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { workingStretches } from '../calendar';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../units';
import { prepSchedule, type ToPrepare } from '.';

const DAY = { from: '08:00', to: '16:00' };
const WEEK = { mon: DAY, tue: DAY, wed: DAY, thu: DAY, fri: DAY };
const at = (local: string) => Date.parse(`${local}:00+01:00`);
/** Thursday, 20 May 2027, 10:00 in summer time. */
const START = at('2027-05-20T10:00');
const open = workingStretches(WEEK, 'Europe/London', START - 60 * DAY_MS, START);
const step = (id: string, hours: number, restHours = 0) => ({
  id,
  minutes: hours * 60,
  ...(restHours && { wait: { minMinutes: restHours * 60, maxMinutes: restHours * 60, why: '' } })
});
const floor = (...steps: ToPrepare['steps']): ToPrepare => ({ surface: 'floor', steps });

describe('the visits of getting ready', () => {
  it('just before the start, over the night where a day is too short', () => {
    const visits = prepSchedule([floor(step('mask', 1), step('sand-80', 6))], 1, START, open)!;
    expect(visits).toEqual([
      {
        fromMs: at('2027-05-19T11:00'),
        toMs: at('2027-05-19T16:00'),
        steps: [
          { surface: 'floor', step: 'mask' },
          { surface: 'floor', step: 'sand-80' }
        ]
      },
      { fromMs: at('2027-05-20T08:00'), toMs: at('2027-05-20T10:00'), steps: [{ surface: 'floor', step: 'sand-80' }] }
    ]);
  });
  it('a wash rests its night before the sanding, two people halve the work', () => {
    const visits = prepSchedule([floor(step('wash', 2, 12), step('sand-80', 8))], 2, START, open)!;
    expect(visits.map((v) => [v.fromMs, v.toMs])).toEqual([
      [at('2027-05-18T15:00'), at('2027-05-18T16:00')],
      [at('2027-05-19T14:00'), at('2027-05-19T16:00')],
      [at('2027-05-20T08:00'), at('2027-05-20T10:00')]
    ]);
  });
  it('while one surface rests another is worked', () => {
    const apart = prepSchedule([floor(step('wash', 1, 3), step('dust-off', 1))], 1, START, open)!;
    const stair = { surface: 'stair', steps: [step('sand-80', 2)] };
    const both = prepSchedule([floor(step('wash', 1, 3), step('dust-off', 1)), stair], 1, START, open)!;
    const worked = (v: typeof both) => v.reduce((s, x) => s + x.toMs - x.fromMs, 0);
    expect(worked(both) - worked(apart)).toBeLessThanOrEqual(2 * HOUR_MS);
    expect(both[0]!.fromMs).toBeGreaterThanOrEqual(apart[0]!.fromMs - 2 * HOUR_MS);
  });
  it('not enough open hours is said, nothing to do is no visit', () => {
    expect(prepSchedule([floor(step('sand-80', 2000))], 1, START, open)).toBeNull();
    expect(prepSchedule([], 1, START, open)).toEqual([]);
  });
  it('every step has its minutes in open hours, its rest before the next, and ends before the start', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.tuple(fc.integer({ min: 5, max: 600 }), fc.constantFrom(0, 0, 30, 720)), {
            minLength: 1,
            maxLength: 5
          }),
          { minLength: 1, maxLength: 3 }
        ),
        fc.integer({ min: 1, max: 4 }),
        (lists, people) => {
          const surfaces = lists.map((list, s) => ({
            surface: `s${s}`,
            steps: list.map(([minutes, rest], n) => step(`step-${n}`, minutes / 60, rest / 60))
          }));
          const visits = prepSchedule(surfaces, people, START, open)!;
          const work = lists.flat().reduce((s, [minutes]) => s + minutes, 0) / people;
          const booked = visits.reduce((s, v) => s + v.toMs - v.fromMs, 0) / MINUTE_MS;
          // Breaks of up to an hour lie within a visit.
          expect(booked).toBeGreaterThanOrEqual(work - 1);
          expect(visits.at(-1)!.toMs).toBeLessThanOrEqual(START);
          for (const [i, v] of visits.entries()) {
            expect(v.toMs).toBeGreaterThan(v.fromMs);
            if (i) expect(v.fromMs - visits[i - 1]!.toMs).toBeGreaterThan(HOUR_MS);
          }
          for (const { surface, steps } of surfaces) {
            const spans = steps.map((s) => {
              const on = visits.filter((v) => v.steps.some((x) => x.surface === surface && x.step === s.id));
              expect(on.length, s.id).toBeGreaterThan(0);
              return { fromMs: on[0]!.fromMs, toMs: on.at(-1)!.toMs };
            });
            spans.slice(1).forEach((s, i) => expect(s.toMs).toBeGreaterThanOrEqual(spans[i]!.fromMs));
          }
        }
      ),
      { numRuns: 60 }
    ));
});
