import { describe, expect, it } from 'vitest';
import type { VerdictRun } from '../../../core/judge';
import { NOW } from '../../../../tests/fixtures';
import { openAhead } from './open-ahead';

const HOUR = 3_600_000;
const run = (from: number, to: number, rule: VerdictRun['rule']) =>
  ({ fromMs: NOW + from * HOUR, toMs: NOW + to * HOUR, rule }) as VerdictRun;

describe('the open hours ahead', () => {
  it('count from now on, in halves of an hour, to the end of what is told', () => {
    const runs = [
      run(-3, -1, null),
      run(-1, 1.25, null),
      run(1.25, 6, 'rain'),
      run(6, 8, null),
      run(8, 20, 'off hours')
    ];
    expect(openAhead(runs, NOW)).toEqual({ hours: 3.5, untilMs: NOW + 20 * HOUR });
  });
  it('none are open where a rule shuts all; nothing is said where nothing is told or all is past', () => {
    expect(openAhead([run(0, 9, 'dew')], NOW)).toEqual({ hours: 0, untilMs: NOW + 9 * HOUR });
    expect(openAhead([], NOW)).toBeNull();
    expect(openAhead([run(-9, -1, null)], NOW)).toBeNull();
  });
});
