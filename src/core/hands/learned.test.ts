import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coverageLog } from '../coverage';
import { defaultHouseRules } from '../house';
import { MINUTE_MS } from '../units';
import { handsKey, handsSeen, knownHands, learnedHands, observedHands } from '.';

const house = defaultHouseRules;
const at = (minute: number) => minute * MINUTE_MS;
const laying = (on: number, off: number, people = 1) => ({ spreadAtMs: at(on), wipedAtMs: at(off), people });
const coat = { readyAtMs: at(0), soakMinutes: 0, spreadMinutes: 20, onWoodMinutes: 50, peopleGuessed: false };

describe('what a log tells of hands', () => {
  it('is the length of a laying times its people, from the batch that was ready', () =>
    expect(handsSeen([laying(20, 50)], coat)).toEqual({ tookMinutes: 50, plannedMinutes: 50, guessed: false }));
  it('counts two at it twice', () => expect(handsSeen([laying(10, 25, 2)], coat)!.tookMinutes).toBe(50));
  it('takes a soak out that was waited for, and is a guess then', () =>
    expect(handsSeen([laying(20, 80)], { ...coat, soakMinutes: 30 })).toEqual({
      tookMinutes: 50,
      plannedMinutes: 50,
      guessed: true
    }));
  it('counts bays that lie over one another once', () =>
    expect(handsSeen([laying(10, 30), laying(20, 50)], coat)!.tookMinutes).toBe(50));
  it('takes breaks out: a bay begins no earlier than twice its spreading before it is on', () => {
    const seen = handsSeen([laying(10, 25), laying(100, 115)], coat)!;
    // 25 from the batch, then 20 of spreading at the most and 15 of wiping.
    expect(seen.tookMinutes).toBe(60);
  });
  it('leaves the first spreading out on both sides where nothing says when it began', () =>
    expect(handsSeen([laying(20, 50)], { ...coat, readyAtMs: null })).toEqual({
      tookMinutes: 30,
      plannedMinutes: 30,
      guessed: true
    }));
  it('is nothing where no laying was seen', () => expect(handsSeen([], coat)).toBeNull());
});

const shares = [{ key: handsKey('floor', 'thin'), minutes: 50 }];
const seen = (tookMinutes: number, guessed = false) => ({ tookMinutes, plannedMinutes: 50, guessed });

describe('what it teaches', () => {
  it('after one coat that took a third longer, plans go between the rates and what was seen: the conjugate normal', () => {
    const log = coverageLog(observedHands(seen(50 * 1.33), shares, house));
    const known = learnedHands(log.get(shares[0]!.key), 0, house);
    // Precisions 1/0.3² and 1/0.2²: 9 parts of what was seen to 4 of the rates.
    expect(Math.log(known.factor)).toBeCloseTo((Math.log(1.33) * 25) / (25 + 1 / 0.09), 9);
    expect(known.sdLn).toBeCloseTo(Math.sqrt(1 / (25 + 1 / 0.09)), 9);
    expect(known.coats).toBe(1);
  });
  it('a guess counts for half', () => {
    const [sure] = observedHands(seen(60), shares, house);
    const [guess] = observedHands(seen(60, true), shares, house);
    expect(guess!.precision).toBeCloseTo(sure!.precision / 2, 9);
  });
  it('a coat over two kinds teaches each by its share of the minutes', () => {
    const two = [...shares, { key: handsKey('stair', 'thin'), minutes: 150 }];
    const [floor, stair] = observedHands(seen(60), two, house);
    expect(stair!.precision).toBeCloseTo(3 * floor!.precision, 9);
  });
  it('what is four times off is a tap that was forgotten', () => {
    expect(observedHands(seen(50 * 4.1), shares, house)).toEqual([]);
    expect(observedHands(seen(50 / 4.1), shares, house)).toEqual([]);
  });
  it('a rate the house changes moves the guess and not what was seen', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 2.5, noNaN: true }),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.integer({ min: 1, max: 400 }),
        (truly, rated, coats) => {
          const one = observedHands(seen(50 * truly), shares, house);
          const log = coverageLog(Array.from({ length: coats }, () => one).flat());
          const known = learnedHands(log.get(shares[0]!.key), Math.log(rated), house);
          // Minutes the house plans: its own, by the factor. They lie between its rates and what was seen, nearer with each coat.
          const planned = rated * known.factor;
          expect(planned).toBeGreaterThanOrEqual(Math.min(rated, truly) * (1 - 1e-9));
          expect(planned).toBeLessThanOrEqual(Math.max(rated, truly) * (1 + 1e-9));
          if (coats > 300) expect(Math.abs(Math.log(planned / truly))).toBeLessThan(0.01);
        }
      )
    ));
  it('says of each kind and method it saw how long this crew takes, beside the rates as they are now', () => {
    const log = coverageLog(observedHands(seen(60), shares, house));
    const [one, ...others] = knownHands(log, house);
    expect(others).toEqual([]);
    expect(one).toMatchObject({ group: 'floor', method: 'thin', coats: 1 });
    expect(one!.factor).toBeGreaterThan(1);
    const slower = structuredClone(house);
    slower.hands.rates.floor.spread.pad /= 2;
    slower.hands.rates.floor.wipe.wipe /= 2;
    expect(knownHands(log, slower)[0]!.factor).toBeLessThan(1);
  });
});
