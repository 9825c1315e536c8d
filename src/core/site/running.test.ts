import { describe, expect, it } from 'vitest';
import { counterJob, knowledge, made, NOW } from '../../../tests/fixtures';
import type { CoatPlan } from '../coats';
import { fold } from '../log';
import { faceAreas } from '../surface';
import { HOUR_MS } from '../units';
import { siteClimate } from '../window';
import { faceBoard } from './face-board';
import { liveWork } from './live';
import { running, shareOn } from './running';

/** Two coats of one product: 3 L and 2 L expected, 6 L in the van. */
const coats = [
  { number: 1, expectedL: 3 },
  { number: 2, expectedL: 2 }
] as CoatPlan[];
const product = { coats: [1, 2], needL: 6 };
const mixed = (batch: string, litres: number, coat = 1, minutes = -60) =>
  made(
    'batch.mixed',
    { batch, for: [{ part: 'first', coat }], components: [{ role: 'oil', litres, lot: 'a' }] },
    minutes
  );
const ended = (batch: string, leftL: number, done?: number, spiltL?: number, minutes = -30) =>
  made('batch.emptied', { batch, leftL, ...(done && { done }), ...(spiltL && { spiltL }) }, minutes);
const at = (events: Parameters<typeof fold>[0], coat = 1) => running(coats, coat, product, fold(events), 'first');

describe('how a coat runs', () => {
  it('as planned: a third of it took a third of its litres', () =>
    expect(at([mixed('A', 1), ended('A', 0, 1 / 3)])).toMatchObject({
      word: 'as planned',
      comesToL: expect.closeTo(3, 6),
      shortL: 0,
      runsOutAt: null
    }));
  it('heavy: what the coat comes to, what the van is short of, and where it runs out', () => {
    const runs = at([mixed('A', 2), ended('A', 0, 1 / 3)])!;
    expect(runs.word).toBe('heavy');
    expect(runs.comesToL).toBeCloseTo(6, 6);
    // 6 L in the van less 2 L for coat 2 are 4 for this one.
    expect(runs.shortL).toBeCloseTo(2, 6);
    expect(runs.runsOutAt).toBeCloseTo(4 / 6, 6);
  });
  it('what was left or spilt did not go on; what went on earlier coats is gone from the van', () => {
    expect(at([mixed('A', 2), ended('A', 0.7, 1 / 3, 0.3)])).toMatchObject({ goneL: expect.closeTo(1, 6) });
    const second = at(
      [
        made('laying.spread', { coat: 1, laying: 1 }, -2000),
        made('coat.closed', { coat: 1, usedL: 4, guessed: false }, -1990),
        mixed('B', 1.25, 2),
        ended('B', 0, 0.5)
      ],
      2
    )!;
    expect(second.comesToL).toBeCloseTo(2.5, 6);
    expect(second.shortL).toBeCloseTo(0.5, 6);
  });
  it('thin says so; a batch that goes on, or of which nobody judged how much is on, says nothing', () => {
    expect(at([mixed('A', 1), ended('A', 0, 0.5)])!.word).toBe('thin');
    expect(at([mixed('A', 1)])).toBeNull();
    expect(at([mixed('A', 1), ended('A', 0)])).toBeNull();
    expect(running(coats, 1, undefined, fold([mixed('A', 1), ended('A', 0, 0.5)]), 'first')).toBeNull();
  });
});

describe('how much of a coat is on by the faces written down', () => {
  const job = counterJob();
  const board = (events: Parameters<typeof fold>[0]) => {
    const climate = siteClimate(job, null, { startMs: NOW - 240 * HOUR_MS, hours: 600 });
    const state = fold(events);
    return faceBoard(job, state, liveWork(job, state, climate, knowledge, NOW));
  };
  const laid = (faces: string[]) =>
    made('laying.spread', { coat: 1, laying: 1, on: faces.map((face) => ({ surface: 'counter', face })) }, -10);
  it('nothing, a share by area, all of it', () => {
    const all = job.surfaces[0]!.faces.map((f) => f.id);
    expect(shareOn(job, board([]), 1)).toBe(0);
    expect(shareOn(job, board([laid(all)]), 1)).toBe(1);
    const areas = faceAreas(job.surfaces[0]!);
    const m2 = (id: string) => {
      const { plan } = areas.get(id)!;
      return plan.ok ? plan.areaM2 : 0;
    };
    const whole = all.reduce((s, id) => s + m2(id), 0);
    expect(shareOn(job, board([laid(['top'])]), 1)).toBeCloseTo(m2('top') / whole, 9);
  });
});
