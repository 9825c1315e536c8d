import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, floorJob } from '../../../tests/fixtures';
import { defaultHouseRules, type HouseStep } from '../house';
import type { StepEdit, Surface } from '../surface';
import type { PrepDemand } from '../survey';
import { noRecord, outOfOrder, prepPlan, prepStepName, prepTally, stepKey, unitProgress } from '.';

const floor = (steps?: StepEdit[]): Surface => ({
  ...floorJob().surfaces[0]!,
  look: undefined,
  ...(steps?.length && { steps })
});
const doors = (steps: StepEdit[]): Surface => ({
  ...floor(steps),
  kind: 'door',
  shape: { type: 'door', widthM: 0.8, heightM: 2 },
  units: ['door 1', 'door 2', 'door 3', 'door 4'],
  faces: [{ id: 'outside', kind: 'outside', texture: 'sanded', profile: 'panelled', coats: 2 }]
});
const plan = (surface: Surface, demands: PrepDemand[] = [], steps: HouseStep[] = []) =>
  prepPlan({
    surface,
    demands: new Set(demands),
    maxGrit: card('ostrel-duo').maxGrit,
    clogs: false,
    isocyanateDust: false,
    people: 2,
    house: { ...defaultHouseRules, steps }
  });
const ids = (p: ReturnType<typeof plan>) => p.steps.map((s) => s.id);
const add = (more: Partial<Extract<StepEdit, { do: 'add' }>> = {}): StepEdit => ({
  do: 'add',
  step: 'own-heat-off',
  name: 'Underfloor heating off',
  before: 'dust-off',
  minutes: 6,
  ...more
});
const ALL: PrepDemand[] = ['lead test', 'wash', 'strip', 'fill', 'ease edges', 'condition', 'spirit wipe'];

describe('a list of steps as the crew has it', () => {
  it('a step of its own stands where it was put, with its minutes, its rest and its gate', () => {
    const p = plan(floor([add({ restMinutes: 240, gate: 'The floor is at room temperature' })]));
    expect(ids(p)).toEqual(['mask', 'sand-60', 'sand-80', 'sand-120', 'own-heat-off', 'dust-off', 'before-oil']);
    const own = p.steps[4]!;
    expect(own).toMatchObject({ own: 'job', minutes: 6, wait: { minMinutes: 240 } });
    expect(own.gates).toEqual([expect.objectContaining({ id: 'as asked', words: 'The floor is at room temperature' })]);
    expect(p.personMinutes - plan(floor()).personMinutes).toBe(6);
    expect(p.elapsedMinutes - plan(floor()).elapsedMinutes).toBe(243);
  });
  it('a house step stands on every surface of its kinds, and a job may still leave it out', () => {
    const step: HouseStep = { step: 'house-heat', kinds: ['floor'], name: 'Heat off', before: 'mask', minutes: 5 };
    expect(ids(plan(floor(), [], [step]))[0]).toBe('house-heat');
    expect(ids(plan({ ...floor(), kind: 'deck' }, [], [step]))).not.toContain('house-heat');
    expect(ids(plan(floor([{ do: 'drop', step: 'house-heat' }]), [], [step]))).not.toContain('house-heat');
  });
  it('a step left out is kept with its reason; the lead test and the last look are never left out', () => {
    const p = plan(
      floor([
        { do: 'drop', step: 'fill', why: 'The client likes the gaps' },
        { do: 'drop', step: 'lead-test' },
        { do: 'drop', step: 'before-oil' }
      ]),
      ['fill', 'lead test']
    );
    expect(p.dropped.map((d) => [d.step.id, d.step.asked, d.why])).toEqual([
      ['fill', true, 'The client likes the gaps']
    ]);
    expect(p.idle).toEqual([1, 2]);
    expect(ids(p)[0]).toBe('lead-test');
  });
  it('a step moves, but no grit before a coarser one, and nothing behind the last look', () => {
    const to = (step: string, before: string) => plan(floor([{ do: 'move', step, before }]), ['wash']);
    expect(ids(to('mask', 'dust-off')).indexOf('mask')).toBe(ids(to('mask', 'dust-off')).indexOf('dust-off') - 1);
    expect(to('sand-120', 'sand-80').idle).toEqual([0]);
    expect(to('before-oil', 'mask').idle).toEqual([0]);
    expect(to('mask', 'nothing-there').idle).toEqual([0]);
  });
  it('done twice, the second time on the bad spots alone: a tenth of its minutes', () => {
    const p = plan(
      floor([
        { do: 'repeat', step: 'sand-80', times: 2 },
        { do: 'only', step: 'sand-80-x2', on: 'bad spots' }
      ])
    );
    const [once, again] = ['sand-80', 'sand-80-x2'].map((id) => p.steps.find((s) => s.id === id)!);
    expect(again!.on).toBe('bad spots');
    expect(again!.minutes).toBeCloseTo(once!.minutes / 10, -1);
    expect(again!.minutes).toBeLessThan(once!.minutes / 5);
    expect(prepStepName('sand-80-x2')).toBe('Sand P80, edges and corners too, 2nd time');
    expect(prepStepName('own-heat-off-x3')).toBe('Heat off, 3rd time');
  });
  it('field and edges alone make up the whole step', () => {
    const of = (on: 'field' | 'edges') =>
      plan(floor([{ do: 'only', step: 'sand-80', on }])).steps.find((s) => s.id === 'sand-80')!.minutes;
    const whole = plan(floor()).steps.find((s) => s.id === 'sand-80')!.minutes;
    expect(of('field') + of('edges')).toBeCloseTo(whole, -1);
    expect(of('field')).toBeLessThan(whole);
  });
  it('on some pieces alone it is asked of those alone, and counted for them', () => {
    const p = plan(doors([{ do: 'only', step: 'dust-off', pieces: ['door 2'] }]));
    expect(unitProgress(p, new Map(), 'door 1').map((s) => s.step.id)).not.toContain('dust-off');
    expect(unitProgress(p, new Map(), 'door 2').map((s) => s.step.id)).toContain('dust-off');
    const log = new Map(
      p.steps.flatMap((s) =>
        ['door 1', 'door 2', 'door 3', 'door 4']
          .filter((u) => !s.pieces || s.pieces.includes(u))
          .map((u) => [
            stepKey(s.id, u),
            {
              ...noRecord(),
              doneAtMs: 1,
              gates: new Map(s.gates.map((g) => [g.id, { passed: true, atMs: 1, by: 'Jo', id: 'x' }]))
            }
          ])
      )
    );
    const tally = prepTally(p, log, ['door 1', 'door 2', 'door 3', 'door 4']);
    expect(tally.done).toBe(tally.of);
  });
  it('an own step goes on some pieces alone too, its minutes of each with them', () => {
    const each = add({ each: true, before: 'before-oil' });
    expect(plan(doors([each])).steps.find((s) => s.own)!.minutes).toBe(24);
    const p = plan(doors([each, { do: 'only', step: 'own-heat-off', on: 'edges', pieces: ['door 1', 'door 3'] }]));
    expect(p.steps.find((s) => s.own)).toMatchObject({ minutes: 12, on: 'edges', pieces: ['door 1', 'door 3'] });
    expect(unitProgress(p, new Map(), 'door 2').some((s) => s.step.own)).toBe(false);
  });
  it('a time of its own stands for the whole step', () =>
    expect(plan(floor([{ do: 'time', step: 'mask', minutes: 90 }])).steps.find((s) => s.id === 'mask')).toMatchObject({
      minutes: 90,
      timed: true
    }));
});

const step = fc.constantFrom(...ids(plan(floor(), ALL)), 'own-a', 'own-b', 'sand-80-x2', 'no-such-step');
const edit: fc.Arbitrary<StepEdit> = fc.oneof(
  fc.record({
    do: fc.constant('add' as const),
    step: fc.constantFrom('own-a', 'own-b'),
    name: fc.constantFrom('Heat off', 'Holes stitched'),
    before: step,
    minutes: fc.integer({ min: 1, max: 300 }),
    restMinutes: fc.integer({ min: 1, max: 600 })
  }),
  fc.record({ do: fc.constant('drop' as const), step }),
  fc.record({ do: fc.constant('move' as const), step, before: step }),
  fc.record({ do: fc.constant('time' as const), step, minutes: fc.integer({ min: 1, max: 300 }) }),
  fc.record({ do: fc.constant('repeat' as const), step, times: fc.integer({ min: 2, max: 5 }) }),
  fc.record({ do: fc.constant('only' as const), step, on: fc.constantFrom('field', 'edges', 'bad spots') })
);

describe('any list any crew can make', () => {
  it('keeps the order of the trade, each step once, people first, and time for every rest', () =>
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 14 }), (edits) => {
        const p = plan(floor(edits), ALL);
        expect(outOfOrder(p.steps)).toBeNull();
        expect(new Set(ids(p)).size).toBe(p.steps.length);
        expect(ids(p)).toContain('lead-test');
        expect(ids(p).at(-1)).toBe('before-oil');
        const rests = p.steps.reduce((s, x) => s + (x.wait?.minMinutes ?? 0), 0);
        expect(p.elapsedMinutes).toBeCloseTo(p.personMinutes / 2 + rests, 6);
        expect(p.steps.every((s) => Number.isFinite(s.minutes) && s.minutes > 0)).toBe(true);
        expect(p.idle.every((i) => edits[i])).toBe(true);
      }),
      { numRuns: 300 }
    ));
});
