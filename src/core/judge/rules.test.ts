import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import type { SiteHour } from '../climate';
import { defaultHouseRules } from '../house';
import {
  BITS,
  closedBits,
  closuresOf,
  firstRule,
  layingLimits,
  limitOf,
  RULE_ROWS,
  RULES,
  type LimitRule,
  type Rule
} from '.';

const unlit = { setting: 'outdoor' as const, countertop: false, lamps: false };
const limits = layingLimits(card('marrum-deck'), 'thin', unlit, defaultHouseRules);
/** An hour nothing speaks against. */
const fine: SiteHour = {
  airTempC: 16,
  surfaceTempC: 18,
  rh: 0.6,
  dewPointC: 8,
  dewGapC: 10,
  windMPerS: 2,
  airSpeedMPerS: 1.2,
  rainMm: 0,
  cloud: 0.5,
  mcPercent: 13,
  sunElevationDeg: 30,
  sunWPerM2: 200
};
const of = (by: string) => RULES.filter((r) => RULE_ROWS[r].by === by);
const shuts = (rule: Rule, h: SiteHour | null, l = limits) => (closedBits([h], l)[0]! & BITS[rule]) !== 0;

describe('rules as rows', () => {
  it('a fine hour is open by every one of them', () => expect(closuresOf(fine, limits)).toEqual([]));
  it('each that holds a value against its limit closes just beyond it, and opens at it', () => {
    for (const rule of of('value') as LimitRule[]) {
      const { reads, closed } = RULE_ROWS[rule];
      const { value: limit, grade } = limitOf(rule, limits);
      const beyond = { ...fine, [reads]: limit + (closed === 'above' ? 0.01 : -0.01) };
      expect(shuts(rule, beyond), rule).toBe(true);
      expect(shuts(rule, { ...fine, [reads]: limit }), rule).toBe(false);
      expect(closuresOf(beyond, limits), rule).toContainEqual({ rule, value: beyond[reads], limit, grade });
    }
  });
  it('no two hold the same side of one value: the judge keeps one limit there', () => {
    const sides = (of('value') as LimitRule[]).map((r) => `${RULE_ROWS[r].reads} ${RULE_ROWS[r].closed}`);
    expect(new Set(sides).size).toBe(sides.length);
  });
  it('a value nobody knows closes no rule that reads it', () => {
    const unknown = { ...fine, mcPercent: null };
    expect(closuresOf(unknown, limits).map((c) => c.rule)).toEqual(['no reading']);
  });
  it('each that wants something known closes without it', () => {
    for (const rule of of('record')) {
      expect(shuts(rule, rule === 'no data' ? null : { ...fine, mcPercent: null }), rule).toBe(true);
      expect(shuts(rule, fine), rule).toBe(false);
    }
  });
  it('each with a look of its own closes when what it finds falls below what it wants', () => {
    const tight = { ...limits, dwell: { minMinutes: 15, maxMinutes: 20, keptWet: false } };
    for (const rule of of('hour')) {
      expect(shuts(rule, { ...fine, surfaceTempC: 33, airSpeedMPerS: 3 }, tight), rule).toBe(true);
      expect(shuts(rule, { ...fine, surfaceTempC: 15, airSpeedMPerS: 0.2 }, tight), rule).toBe(false);
    }
  });
  it('those of the coats and the calendar are set by others, and named all the same', () => {
    expect([...of('coats'), ...of('calendar')]).toEqual(['not ready', 'no access', 'off hours']);
    for (const rule of RULES) expect(firstRule(BITS[rule])).toBe(rule);
  });
  it('are read without a slip by every kind there is', () => {
    const kinds = ['value', 'hour', 'record', 'coats', 'calendar'];
    expect(kinds.flatMap(of).sort()).toEqual([...RULES].sort());
  });
});
