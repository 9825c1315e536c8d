import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, deckJob, floorJob, knowledge, made, NOW } from '../../../tests/fixtures';
import { deskSeries } from '../../stand-ins/weather-desk';
import { DAY_MS, HOUR_MS } from '../units';
import { fold, type WorkEvent } from '../log';
import { lookTally, surveySurfaces } from './surface-survey';
import { siteClimate } from '../window';
import type { PartJob } from '../document';

/** A job nobody has looked at: as in the demo, without what it says of the wood. */
const bare = (job: PartJob): PartJob => ({
  ...job,
  surfaces: job.surfaces.map((s) => ({ ...s, look: undefined }))
});
function survey(job: PartJob, events: WorkEvent[], atMs = NOW) {
  const weather = deskSeries(job.site, NOW, NOW - 5 * DAY_MS, NOW + 10 * DAY_MS);
  const climate = siteClimate(job, weather, { startMs: NOW - 24 * HOUR_MS, hours: 240 });
  return surveySurfaces(job, fold(events), climate, knowledge.house, atMs);
}
const found = (finding: string, present = true, minutes = -60) =>
  made('finding.noted', { surface: 'floor', finding, present }, minutes);
const reading = (percent: number, surface = 'floor', minutes = -30) =>
  made('moisture.read', { surface, percent }, minutes);
const done = (step: string, minutes = 0) => made('prep.done', { surface: 'floor', step }, minutes);
const gate = (step: string, name: string, passed: boolean, minutes = 0) =>
  made('gate.checked', { surface: 'floor', step, gate: name, passed }, minutes);

describe('what the log says of a surface', () => {
  it('the last word on a finding counts, and an undone one never was', () => {
    const wax = found('wax');
    const state = fold([
      wax,
      found('wax', false, -50),
      made('event.undone', { event: wax.id }, -10),
      found('grease', true, -5)
    ]);
    const { findings } = state.surveys.get('floor')!;
    expect([findings.get('wax')!.present, findings.get('grease')!.present]).toEqual([false, true]);
  });
  it('a result that the test does not have is set aside', () => {
    const state = fold([made('test.made', { surface: 'floor', test: 'scratch', result: 'beads' })]);
    expect(state.surveys.get('floor')!.tests).toEqual([]);
    expect(state.setAside[0]!.reason).toMatch(/no result of the test “scratch”/);
  });
  it('looking is not working: it does not call for the day to be closed', () =>
    expect(fold([found('wax')]).lastAtMs).toBe(0));
  it('a failed gate takes the step back, records it, and asks for all gates anew', () => {
    const events = [
      done('sand-60', 0),
      gate('sand-60', 'pencil grid', true, 1),
      gate('sand-60', 'no swirls', false, 2)
    ];
    expect(fold(events).prep.get('floor')!.get('sand-60')).toMatchObject({
      gates: new Map(),
      failures: [{ gate: 'no swirls', by: 'Tove' }]
    });
    const again = fold([...events, done('sand-60', 20), gate('sand-60', 'pencil grid', true, 21)]);
    const record = again.prep.get('floor')!.get('sand-60')!;
    expect([record.gates.get('pencil grid')!.passed, record.failures.length]).toEqual([true, 1]);
  });
  it('a step done twice, and a gate before its step, are set aside', () => {
    const state = fold([done('mask'), done('mask', 1), gate('sand-60', 'no swirls', true, 2)]);
    expect(state.setAside.map((s) => s.reason)).toEqual([
      'the step mask was done already',
      'the step sand-60 was not done when its gate was checked'
    ]);
  });
  it('units are kept apart', () => {
    const state = fold([
      made('prep.done', { surface: 'doors', step: 'dismount', unit: 'door 1' }),
      made('prep.done', { surface: 'doors', step: 'dismount', unit: 'door 2' }, 1)
    ]);
    expect([...state.prep.get('doors')!.keys()]).toEqual(['dismount | door 1', 'dismount | door 2']);
    expect(state.setAside).toEqual([]);
  });
  it('order and repeats of survey and gate events do not matter', () => {
    const events = [
      found('wax'),
      reading(9),
      done('sand-60'),
      gate('sand-60', 'no swirls', false, 1),
      done('sand-60', 2),
      gate('sand-60', 'no swirls', true, 3)
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray([...events, ...events], { minLength: 12 }), (shuffled) => {
        const [a, b] = [fold(events), fold(shuffled)];
        expect([b.surveys, b.prep]).toEqual([a.surveys, a.prep]);
      })
    );
  });
});

describe('a surface surveyed', () => {
  it('a waxed floor is stripped, and the wax no longer weighs once it is', () => {
    const events = [found('wax'), ...[8.5, 9, 8.8, 9.1, 8.7, 9.2, 8.9].map((p) => reading(p))];
    const [before] = survey(bare(floorJob()), events);
    expect(before!.verdict).toMatchObject({ word: 'ready after', reasons: [{ id: 'wax', settled: false }] });
    expect(before!.prep.steps.map((s) => s.id)).toContain('strip');
    const [after] = survey(bare(floorJob()), [...events, done('mask', 1), done('strip', 2), done('spirit-wipe', 3)]);
    expect(after!.verdict).toMatchObject({ word: 'ready', reasons: [{ id: 'wax', settled: true }] });
  });
  it('a lead test is not settled by work, only by its result', () => {
    const events = [found('old paint'), ...[8, 8, 8, 8, 8, 8, 8].map((p) => reading(p)), done('lead-test', 1)];
    expect(survey(bare(floorJob()), events)[0]!.verdict.word).toBe('ready after');
  });
  it('shows the air beside the readings: this room settles oak at its EMC', () => {
    const [s] = survey(bare(floorJob()), [reading(14), reading(14.5), reading(15)]);
    expect(s!.moisture).toMatchObject({
      limit: { value: card('ostrel-duo').limits.mcMaxPercent, grade: 'label' },
      trend: { going: 'drying' }
    });
    expect(s!.moisture!.trend.daysToLimit).toBeGreaterThan(1);
    expect(s!.readingsWanted).toBe(7);
    expect(s!.verdict.word).toBe('wait until');
  });
  it('a deck is judged by its card’s limit and the weather ahead', () => {
    const [s] = survey(
      bare(deckJob()),
      [20, 19, 21, 20, 20].map((p) => reading(p, 'deck'))
    );
    expect(s!.moisture!.limit).toEqual({ value: 16, grade: 'house' });
    expect(s!.verdict.reasons[0]!.id).toMatch(/too wet|stays wet/);
  });
  it('cautions come with the steps that need them, lead first of all where paint is', () => {
    const [s] = survey(bare(floorJob()), [found('old paint')]);
    expect(s!.cautions.map((c) => c.id)).toEqual(
      expect.arrayContaining(['lead', 'dust', 'sanding-bags', 'isocyanate'])
    );
  });
  it('counts what was looked at, and the gravest word of all', () => {
    expect(lookTally(survey(bare(floorJob()), []))).toEqual({ looked: 0, of: 1, worst: 'not looked at' });
    expect(lookTally(survey(bare(floorJob()), [found('rot')])).worst).toBe('do not oil');
  });
});
