import { describe, expect, it } from 'vitest';
import { counterJob, floorJob, knowledge, made, NOW } from '../../../tests/fixtures';
import { HOUR_MS } from '../units';
import { batchLetter, nextSteps } from './steps';
import { fold, type WorkEvent } from '../log';
import { liveWork } from './live';
import { siteClimate } from '../window';
import type { PartJob } from '../document';

const stepsOf = (job: PartJob, events: WorkEvent[], nowMs = NOW) => {
  const climate = siteClimate(job, null, { startMs: NOW - 240 * HOUR_MS, hours: 600 });
  const state = fold(events);
  return nextSteps(job, state, liveWork(job, state, climate, knowledge, nowMs), nowMs);
};
const kinds = (job: PartJob, events: WorkEvent[], nowMs?: number) =>
  stepsOf(job, events, nowMs).map((s) => s.kind + (s.closed ? ` (${s.closed})` : ''));
const mix = (batch: string, coat: number, minutes: number) =>
  made(
    'batch.mixed',
    {
      batch,
      for: [{ part: 'first', coat }],
      components: [
        { role: 'oil', litres: 1.25, lot: 'a' },
        { role: 'hardener', litres: 0.25, lot: 'b' }
      ]
    },
    minutes
  );

describe('what to do next', () => {
  it('two parts: mix, stir, then spread', () => {
    expect(kinds(floorJob(), [])).toEqual(['mix', 'spread (mix a batch first)']);
    expect(kinds(floorJob(), [mix('A', 1, -1)])).toEqual(['stir', 'spread (batch A is not stirred)', 'close day']);
    expect(kinds(floorJob(), [mix('A', 1, -5), made('batch.stirred', { batch: 'A' }, -1)])).toEqual([
      'spread',
      'close day'
    ]);
  });
  it('a batch that has thickened is no batch', () =>
    expect(kinds(floorJob(), [mix('A', 1, -300), made('batch.stirred', { batch: 'A' }, -297)])).toContain(
      'spread (mix a batch first)'
    ));
  it('an open bay comes before the next, and keeps the coat open; the day closes over it only with a warning', () => {
    const events = [
      mix('A', 1, -30),
      made('batch.stirred', { batch: 'A' }, -27),
      made('coat.opened', { coat: 1 }, -25),
      made('laying.spread', { coat: 1, laying: 1 }, -25)
    ];
    expect(kinds(floorJob(), events)).toEqual(['wipe', 'spread', 'close coat (bay 1 is still open)', 'close day']);
    expect(stepsOf(floorJob(), events).at(-1)!.warn).toBe('bay 1 is still open: left so, it will stay tacky');
    expect(stepsOf(floorJob(), events).find((s) => s.kind === 'spread')).toMatchObject({ laying: 2, batch: 'A' });
  });
  it.each([
    [1, '1 rag is not made safe'],
    [2, '2 rags are not made safe']
  ])('%i out keeps the day open', (count, why) =>
    expect(kinds(floorJob(), [made('rags.out', { count }, -9)])).toContain(`close day (${why})`)
  );
  it('the next coat waits for the touch; early is allowed from touch dry, with a warning', () => {
    const coat = (h: number) => [
      made('coat.opened', { coat: 1 }, -h * 60),
      made('coat.closed', { coat: 1, usedL: 0.66, guessed: false }, -h * 60 + 20)
    ];
    expect(kinds(counterJob(), coat(3))).toContain('spread (coat 1 is not touch dry)');
    expect(stepsOf(counterJob(), coat(11)).find((s) => s.kind === 'spread')).toMatchObject({ coat: 2, early: true });
    expect(kinds(counterJob(), coat(24))).not.toContain('wait');
  });
  it('after the last coat it leads to Leave, and after handing over to nothing', () => {
    const all = [1, 2].flatMap((c) => [
      made('coat.opened', { coat: c }, -900 + c),
      made('coat.closed', { coat: c, usedL: 2, guessed: false }, -800 + c)
    ]);
    expect(kinds(floorJob(), all)).toContain('leave');
    expect(kinds(floorJob(), [...all, made('handed.over', {}, -5)])).toEqual([]);
  });
  it('letters its batches past Z', () =>
    expect([0, 25, 26, 51, 52].map(batchLetter)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']));
  it('a job without a product has nothing to do', () =>
    expect(stepsOf({ ...floorJob(), finish: undefined }, [])).toEqual([]));
});
