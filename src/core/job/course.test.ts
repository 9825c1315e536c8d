import { describe, expect, it } from 'vitest';
import { counterJob, deckJob, floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import type { JobDocument } from '../document';
import { allMinutes } from '../hands';
import { fold, type WorkEvent } from '../log';
import { METHODS, methodRow, type Method } from '../method';
import { climateSpan } from '../window';
import { courseMinutes, courseOf, courseTally, view, type CourseStep } from '.';

function seenOf(document: JobDocument, events: readonly WorkEvent[] = [], nowMs = NOW) {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  return view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs });
}
const courseAt = (document: JobDocument, events: readonly WorkEvent[] = [], nowMs = NOW) =>
  courseOf(seenOf(document, events, nowMs), document.parts[0]!.id);
const by = (method: Method, start = true): JobDocument => {
  const job = counterJob();
  job.finish = { ...job.finish!, method, coats: undefined };
  if (start) job.startAt = new Date(NOW + 24 * 3_600_000).toISOString();
  return whole(job);
};
const ORDER: readonly CourseStep['kind'][] = ['set up', 'carry', 'between', 'mix', 'lay', 'off', 'clean up', 'rest'];

describe('the course of a part', () => {
  it('getting ready first, then coat by coat, then cure: one list, each step once', () => {
    const steps = courseAt(by('thin'));
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
    const firstCoat = steps.findIndex((s) => s.coat !== undefined);
    expect(steps.slice(0, firstCoat).every((s) => s.kind === 'prep')).toBe(true);
    expect(firstCoat).toBeGreaterThan(0);
    const coats = steps.flatMap((s) => s.coat ?? []);
    expect(coats).toEqual([...coats].sort((a, b) => a - b));
    expect(steps.at(-1)!.kind).toBe('cure');
    expect(steps.filter((s) => s.kind === 'rest')).toHaveLength(3);
  });

  it.each(METHODS)('%s: every stage of its row stands in every coat, in the order it is done', (method) => {
    const document = by(method);
    const { plan } = seenOf(document).parts[0];
    const steps = courseAt(document);
    const { wet, after } = methodRow(method);
    for (const c of plan.coats) {
      const mine = steps.filter((s) => s.coat === c.number);
      const plain = mine.filter((s) => s.kind !== 'stage').map((s) => ORDER.indexOf(s.kind));
      expect(plain).toEqual([...plain].sort((a, b) => a - b));
      const at = (stage: string) => mine.findIndex((s) => s.kind === 'stage' && s.stage === stage);
      const [lay, off] = ['lay', 'off'].map((k) => mine.findIndex((s) => s.kind === k));
      for (const s of wet) {
        expect(at(s.stage)).toBeGreaterThan(lay!);
        expect(at(s.stage)).toBeLessThan(off!);
      }
      for (const s of after) expect(at(s.stage)).toBeGreaterThan(Math.max(lay!, off!));
      // Nothing of what hands take is lost between plan and course, nothing counted twice.
      const hands = mine
        .filter((s) => !['set up', 'clean up', 'between', 'carry'].includes(s.kind))
        .reduce((sum, s) => sum + s.minutes, 0);
      expect(hands).toBeCloseTo(allMinutes(c.hands), 6);
    }
  });

  it('a crew sets up and cleans up once a visit, each coat by itself while no start is chosen', () => {
    const count = (d: JobDocument, kind: CourseStep['kind']) => courseAt(d).filter((s) => s.kind === kind).length;
    expect(count(by('thin', false), 'set up')).toBe(4);
    expect(count(by('thin', false), 'clean up')).toBe(4);
    expect(count(by('thin'), 'set up')).toBe(count(by('thin'), 'clean up'));
  });

  it('what was done is done, with its time; a last rub stands where it is asked for', () => {
    const job = counterJob();
    job.finish = { ...job.finish!, lastRub: true };
    const document = whole(job);
    const events = [
      made('prep.done', { surface: 'counter', step: 'mask' }, -900),
      made('laying.spread', { coat: 1, laying: 1 }, -600),
      made('laying.wiped', { coat: 1, laying: 1 }, -584),
      made('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, -583)
    ];
    const steps = courseAt(document, events);
    expect(steps.find((s) => s.kind === 'lay' && s.coat === 1)).toMatchObject({ done: true, atMs: NOW - 600 * 60_000 });
    expect(steps.find((s) => s.kind === 'lay' && s.coat === 2)!.done).toBe(false);
    expect(courseTally(steps).done).toBeGreaterThan(courseTally(courseAt(document)).done);
    expect(steps.map((s) => s.kind).slice(-2)).toEqual(['last rub', 'cure']);
    const rubbed = courseAt(document, [...events, made('part.rubbed', {}, 1)]);
    expect(rubbed.find((s) => s.kind === 'last rub')).toMatchObject({ done: true });
  });

  it('a flaw’s coat more, a step of the crew’s own and one left out all stand in the one list', () => {
    const document = whole(floorJob());
    document.surfaces[0]!.steps = [
      { do: 'add', step: 'own-heat-off', name: 'Heating off', before: 'dust-off', minutes: 30 },
      { do: 'drop', step: 'mask', why: 'No walls near it' }
    ];
    const ids = (d: JobDocument, e: WorkEvent[] = []) => courseAt(d, e).map((s) => s.id);
    const floor = document.surfaces[0]!.id;
    expect(ids(document)).toContain(`${floor} own-heat-off`);
    expect(ids(document)).not.toContain(`${floor} mask`);
    const plain = whole(floorJob());
    expect(courseMinutes(courseAt(document)) - courseMinutes(courseAt(plain))).toBeLessThan(30.5);
    const flaw = made('flaw.found', { coat: 1, flaw: 'nibs', on: [{ surface: floor }], extent: 'spot', more: true });
    const coats = Math.max(...courseAt(plain).map((s) => s.coat ?? 0));
    expect(ids(plain, [flaw])).toContain(`${coats + 1} lay`);
  });

  it('a job without a finish has no course; a deck’s is flooded, topped up and looked at again', () => {
    expect(courseAt(whole({ ...counterJob(), finish: undefined }))).toEqual([]);
    const deck = deckJob();
    deck.finish = { ...deck.finish!, method: 'flood', coats: undefined };
    const stages = courseAt(whole(deck)).flatMap((s) => (s.kind === 'stage' ? [s.stage] : []));
    expect(stages).toEqual(expect.arrayContaining(['top up', 'look again']));
  });
});
