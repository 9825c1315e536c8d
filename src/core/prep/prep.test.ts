import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, floorJob, made } from '../../../tests/fixtures';
import { defaultHouseRules } from '../house';
import type { Surface } from '../surface';
import type { PrepDemand } from '../survey';
import {
  discLifeM2,
  gateTable,
  noRecord,
  prepPlan,
  prepTally,
  restingStep,
  stepKey,
  unitProgress,
  type PrepInput,
  type PrepLog
} from '.';

/** The reading room as if nobody had looked at it: worn, its column and ways out left as they are. */
const floor = (): Surface => ({ ...floorJob().surfaces[0]!, look: undefined });
const doors = (n: number): Surface => ({
  ...floor(),
  kind: 'door',
  shape: { type: 'door', widthM: 0.8, heightM: 2 },
  units: Array.from({ length: n }, (_, i) => `door ${i + 1}`),
  faces: [{ id: 'outside', kind: 'outside', texture: 'sanded', profile: 'panelled', coats: 2 }]
});
const plan = (part: Partial<PrepInput> = {}) =>
  prepPlan({
    surface: floor(),
    demands: new Set<PrepDemand>(),
    maxGrit: card('ostrel-duo').maxGrit,
    clogs: false,
    isocyanateDust: false,
    people: 2,
    house: defaultHouseRules,
    ...part
  });
const ids = (p: ReturnType<typeof plan>) => p.steps.map((s) => s.id);

describe('the prep plan', () => {
  it('a worn oak floor: mask, three grits, dust off, ready for oil', () =>
    expect(ids(plan())).toEqual(['mask', 'sand-60', 'sand-80', 'sand-120', 'dust-off', 'before-oil']));
  it('over an old finish that is sound: cleaned, dried overnight, scuffed with no bare wood, wiped; nothing sanded', () => {
    const over = plan({ over: true });
    expect(ids(over)).toEqual(['mask', 'wash', 'scuff', 'spirit-wipe', 'dust-off', 'before-oil']);
    expect(over.steps.find((s) => s.id === 'wash')!.wait!.minMinutes).toBeGreaterThanOrEqual(720);
    expect(over.steps.find((s) => s.id === 'scuff')!.gates.map((g) => g.id)).toEqual(['no bare wood']);
    expect(over.steps.some((s) => s.grit !== undefined)).toBe(false);
  });
  it('findings bring their steps, in the order of the work', () =>
    expect(
      ids(
        plan({
          demands: new Set<PrepDemand>(['fill', 'strip', 'spirit wipe', 'ease edges', 'last spirit wipe', 'wash'])
        })
      )
    ).toEqual([
      'mask',
      'wash',
      'strip',
      'spirit-wipe',
      'sand-60',
      'sand-80',
      'ease-edges',
      'fill',
      'sand-120',
      'dust-off',
      'last-spirit-wipe',
      'before-oil'
    ]));
  it('never sands finer than the product takes', () => {
    const fine = plan({ surface: { ...floor(), lastGrit: 220 }, maxGrit: 150 });
    expect(fine.ladder.ok && fine.ladder.grits.at(-1)).toBe(150);
  });
  it('minutes are area by machine, edges by the metre, corners each', () => {
    const sand = plan().steps.find((s) => s.id === 'sand-80')!;
    const { sanding } = defaultHouseRules;
    const m = sanding.machines.floor;
    expect(sand.minutes).toBe(
      Math.round((68.4 / m.m2PerHour) * 60 + ((35.72 + 2.4) / m.edgeMPerHour) * 60 + 6 * sanding.cornerMinutes)
    );
    expect(sand.consumables).toEqual([{ name: 'P80 discs', count: Math.ceil(68.4 / 12) }]);
    expect(sand.machine).toBe('walk-behind sander');
  });
  it('wax clogs the paper: twice the discs', () =>
    expect(plan({ clogs: true }).steps.find((s) => s.id === 'sand-60')!.consumables[0]!.count).toBe(
      Math.ceil((68.4 / 12) * 2)
    ));
  it('pieces that come off are tagged, not masked; minutes count every one', () => {
    const p = plan({ surface: doors(12) });
    expect(ids(p)).toContain('dismount');
    expect(ids(p)).not.toContain('mask');
    expect(p.steps[0]).toMatchObject({
      id: 'dismount',
      minutes: 144,
      consumables: [{ name: 'tags', count: 12 }, { count: 12 }]
    });
  });
  it('water pop and brushed texture bring their steps and waits', () => {
    const s = { ...floor(), waterPopped: true, faces: [{ ...floor().faces[0]!, texture: 'wire-brushed' as const }] };
    const p = plan({ surface: s });
    expect(ids(p)).toEqual(expect.arrayContaining(['brush', 'water-pop']));
    expect(p.steps.find((x) => x.id === 'water-pop')!.wait).toMatchObject({ minMinutes: 120, maxMinutes: 240 });
  });
  it('the ladder that can not be made is said, and nothing is sanded meanwhile', () => {
    const house = structuredClone(defaultHouseRules);
    house.sanding.gritsInStock = [60, 120];
    const p = plan({ house });
    expect(p.ladder).toMatchObject({ ok: false, problem: expect.stringContaining('P60 to P120') });
    expect(ids(p).some((x) => x.startsWith('sand-'))).toBe(false);
  });
  it('holds the other school’s ladder against its own', () => {
    const { ladder, otherSchool } = plan();
    expect(otherSchool.rule).toBe('skip one');
    expect(otherSchool.ladder.ok && otherSchool.ladder.grits).toEqual([60, 120]);
    expect(ladder.ok && ladder.grits).toEqual([60, 80, 120]);
  });
  it('elapsed time is the crew’s share of the minutes and the shortest waits', () => {
    const p = plan({ demands: new Set<PrepDemand>(['wash']) });
    expect(p.elapsedMinutes).toBeCloseTo(p.personMinutes / 2 + 720, 9);
  });
  it('a disc lasts as its next coarser row says', () =>
    expect([24, 30, 36, 80, 320].map((g) => discLifeM2(g, defaultHouseRules.sanding.discM2))).toEqual([
      8, 8, 10, 12, 18
    ]));
  it('isocyanate dust is warned of at every grit', () => {
    for (const s of plan({ isocyanateDust: true }).steps.filter((x) => x.grit))
      expect(s.cautions).toContain('isocyanate');
  });
  it('more area never takes less time or fewer discs', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (m2, times) => {
          const of = (areaM2: number) => plan({ surface: { ...floor(), shape: { type: 'area', areaM2 } } });
          const [small, large] = [of(m2), of(m2 * times)];
          expect(large.personMinutes).toBeGreaterThanOrEqual(small.personMinutes);
          large.steps.forEach((s, i) =>
            s.consumables.forEach((c, k) =>
              expect(c.count).toBeGreaterThanOrEqual(small.steps[i]!.consumables[k]!.count)
            )
          );
        }
      )
    ));
});

describe('what rests', () => {
  const washed = plan({ demands: new Set<PrepDemand>(['wash', 'spirit wipe']) });
  const log = (done: [string, number][]): PrepLog =>
    new Map(done.map(([id, min]) => [stepKey(id), { ...noRecord(), doneAtMs: min * 60_000 }]));
  const rests = (done: [string, number][], nowMin: number) =>
    restingStep(unitProgress(washed, log(done)), nowMin * 60_000);
  it('a wash dries overnight, from when it was done; nothing rests before it was', () => {
    expect(rests([], 10)).toBeNull();
    expect(rests([['wash', 0]], 10)).toMatchObject({ step: { id: 'wash' }, untilMs: 720 * 60_000 });
    expect(rests([['wash', 0]], 720)).toBeNull();
  });
  it('of several the one that holds back longest', () => {
    const both: [string, number][] = [
      ['wash', 0],
      ['spirit-wipe', 715]
    ];
    expect(rests(both, 716)).toMatchObject({ step: { id: 'spirit-wipe' } });
    expect(rests([both[0]!, ['spirit-wipe', 600]], 605)).toMatchObject({ step: { id: 'wash' } });
  });
});

describe('gates and progress', () => {
  // The fold lives above this room; its records are what it is read by.
  const p = plan({ surface: doors(2) });
  const grit = p.steps.find((s) => s.grit)!;
  it('the first undone step is next, the rest lie ahead', () => {
    const status = unitProgress(p, new Map()).map((x) => x.status);
    expect(status[0]).toBe('next');
    expect(status.slice(1).every((s) => s === 'ahead')).toBe(true);
  });
  it('a done step waits for its gates, and is done when all have passed', () => {
    const passed = { passed: true, atMs: 1, by: 'Bram', id: 'e' };
    const done = (gates: string[]): PrepLog =>
      new Map([
        [stepKey('dismount', 'door 1'), { ...noRecord(), doneAtMs: 1 }],
        [stepKey(grit.id, 'door 1'), { ...noRecord(), doneAtMs: 1, gates: new Map(gates.map((g) => [g, passed])) }]
      ]);
    const at = (gates: string[], unit = 'door 1') =>
      unitProgress(p, done(gates), unit).find((x) => x.step.id === grit.id)!;
    expect(at([])).toMatchObject({ status: 'gate', open: ['pencil grid', 'no swirls', 'pad clean'] });
    expect(at(['pencil grid', 'no swirls'])).toMatchObject({ status: 'gate', open: ['pad clean'] });
    expect(at(['pencil grid', 'no swirls', 'pad clean']).status).toBe('done');
    expect(at(['pencil grid', 'no swirls', 'pad clean'], 'door 2').status).toBe('ahead');
    expect(prepTally(p, done(['pencil grid', 'no swirls', 'pad clean']), ['door 1', 'door 2'])).toEqual({
      done: 2,
      of: 2 * p.steps.length
    });
  });
  it('a failed gate repeats the grit', () => {
    const log: PrepLog = new Map([
      [stepKey('dismount'), { ...noRecord(), doneAtMs: 1 }],
      [stepKey(grit.id), { ...noRecord(), failures: [{ gate: 'no swirls', atMs: 2, by: 'Bram' }] }]
    ]);
    expect(unitProgress(p, log).find((x) => x.step.id === grit.id)!.status).toBe('again');
  });
  it('every gate is a check in words', () => {
    for (const g of gateTable) expect(g.words.length).toBeGreaterThan(10);
    expect(made('gate.checked', { surface: 'floor', step: 'sand-60', gate: 'pencil grid', passed: false }).type).toBe(
      'gate.checked'
    );
  });
});
