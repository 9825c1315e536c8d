import { describe, expect, it } from 'vitest';
import { counterJob, floorJob, knowledge, made, NOW } from '../../../tests/fixtures';
import { HOUR_MS } from '../units';
import { batchLetter } from './coat-steps';
import { nextSteps } from './steps';
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
      'stir again',
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
    expect(kinds(floorJob(), events)).toEqual([
      'wipe',
      'stir again',
      'spread',
      'close coat (bay 1 is still open)',
      'close day'
    ]);
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
  it('pigment is stirred up again every quarter of an hour; a clear oil is not', () => {
    const events = [mix('A', 1, -40), made('batch.stirred', { batch: 'A' }, -36)];
    expect(kinds(floorJob(), events)[0]).toBe('stir again');
    expect(kinds(floorJob(), [...events, made('batch.stirred', { batch: 'A' }, -5)])[0]).toBe('spread');
    const clear = floorJob();
    clear.finish = { ...clear.finish!, colour: 'Clear', coats: undefined };
    expect(kinds(clear, events)).not.toContain('stir again');
  });
  it('a mix that has to stand after stirring is not spread before', () => {
    const job = floorJob();
    job.products = job.products.map((p) => ({ ...p, inductionMinutes: 20 }));
    const events = [mix('A', 1, -12), made('batch.stirred', { batch: 'A' }, -9)];
    const [stand, spread] = stepsOf(job, events);
    expect(stand).toMatchObject({ kind: 'stand', fromMs: NOW - 9 * 60_000, untilMs: NOW + 11 * 60_000 });
    expect(spread).toMatchObject({ kind: 'spread', closed: 'batch A is still standing' });
    expect(kinds(job, events, NOW + 11 * 60_000)).toContain('spread');
  });
  it('the last rub waits for the morning and for the coat; done, it is asked no more', () => {
    const job = counterJob();
    job.finish = { ...job.finish!, lastRub: true };
    job.surfaces = job.surfaces.map((s) => ({ ...s, faces: s.faces.map((f) => ({ ...f, coats: 1 })) }));
    const laid = [
      made('laying.spread', { coat: 1, laying: 1 }, -60),
      made('laying.wiped', { coat: 1, laying: 1 }, -44),
      made('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, -43)
    ];
    const rub = (events: WorkEvent[], hours: number) =>
      stepsOf(job, events, NOW + hours * HOUR_MS).find((s) => s.kind === 'last rub');
    expect(rub(laid, 0)).toMatchObject({ later: true });
    expect(rub(laid, 23)).toMatchObject({ kind: 'last rub', coat: 1 });
    expect(rub(laid, 96)?.closed).toBeUndefined();
    expect(rub([...laid, made('part.rubbed', {}, 60)], 96)).toBeUndefined();
    job.finish = { ...job.finish!, lastRub: undefined };
    expect(rub(laid, 96)).toBeUndefined();
  });
  it('a sprayed coat leaves a gun to clean, once it is closed', () => {
    const job = counterJob();
    job.finish = { ...job.finish!, method: 'spray', coats: undefined };
    const laid = [
      made('laying.spread', { coat: 1, laying: 1 }, -60),
      made('laying.wiped', { coat: 1, laying: 1 }, -44),
      made('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, -43)
    ];
    expect(kinds(job, laid)).toContain('clean gun');
    const cleaned = made('gun.cleaned', { coat: 1, thinnerL: 0.25, dirty: 'left to settle, used again' }, -30);
    expect(kinds(job, [...laid, cleaned])).not.toContain('clean gun');
    job.finish = { ...job.finish, method: 'thin' };
    expect(kinds(job, laid)).not.toContain('clean gun');
  });
  it('letters its batches past Z', () =>
    expect([0, 25, 26, 51, 52].map(batchLetter)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']));
  it('a job without a product has nothing to do', () =>
    expect(stepsOf({ ...floorJob(), finish: undefined }, [])).toEqual([]));
});
