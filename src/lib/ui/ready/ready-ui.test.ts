import { describe, expect, it } from 'vitest';
import { prepPlan } from '$core/prep';
import { defaultHouseRules } from '$core/house';
import { floorJob, made } from '../../../../tests/fixtures';
import { parseFactor } from '../measure/factor';
import { newSurface } from '../measure/new-surface';
import { fieldOfSide, KINDS } from '../measure/choices';
import { parseDirection, parseTurn } from '../measure/turn';
import { eventWords } from '$words/event-words';
import { leftOut, moved, oftener, only, ownId, putBack, repeatOf, timed, whyNotMoved } from './step-changes';
import { allConsumables, amountWords, consumableWords, scopeWords, waitWords } from './step-words';
import type { StepEdit } from '$core/surface';
import { kindRow, measureSurface, possibleFaces, stillToMeasure, templateShape, type Shape } from '$core/surface';

describe('words of Ready', () => {
  it('amounts with their units, in either system', () => {
    expect(amountWords({ count: 17, unit: 'm' }, 'metric')).toBe('17 m');
    expect(amountWords({ count: 17, unit: 'm' }, 'us')).toBe('56 ft');
    expect(amountWords({ count: 15, unit: 'm²' }, 'us')).toBe('161.5 sq ft');
    expect(amountWords({ count: 2.2, unit: 'L' }, 'metric')).toBe('2,200 ml');
    expect(amountWords({ count: 100, unit: 'g' }, 'us')).toBe('4 oz');
    expect(consumableWords({ name: 'P60 discs', count: 2 }, 'metric')).toBe('2 P60 discs');
  });
  it('a wait from and to, and what for', () =>
    expect(waitWords({ minMinutes: 20, maxMinutes: 90, why: 'until it is gone' })).toBe(
      '20 min to 1 h 30 min: until it is gone'
    ));
  it('what all surfaces take is summed by name, and the plan is left as it was', () => {
    const plan = prepPlan({
      surface: floorJob().surfaces[0]!,
      demands: new Set(),
      clogs: false,
      isocyanateDust: false,
      people: 2,
      house: defaultHouseRules
    });
    const before = structuredClone(plan);
    const one = allConsumables([plan]);
    const two = allConsumables([plan, plan]);
    two.forEach((c, i) => expect(c.count).toBeCloseTo(one[i]!.count * 2, 6));
    expect(plan).toEqual(before);
  });
  it('the log tells findings, tests, readings, photos, steps and gates in words', () => {
    const words = (e: ReturnType<typeof made>) => eventWords(e, 'metric');
    expect(words(made('finding.noted', { surface: 'floor', finding: 'wax', present: true, note: 'at the desk' }))).toBe(
      'Wax: found, at the desk, Tove'
    );
    expect(words(made('test.made', { surface: 'floor', test: 'water drop', result: 'slow', minutes: 6.5 }))).toBe(
      'Water drop: slow (6.5 min), Tove'
    );
    expect(words(made('moisture.read', { surface: 'floor', percent: 8.4 }))).toBe('Moisture 8.4 %, Tove');
    expect(words(made('prep.done', { surface: 'doors', step: 'sand-80', unit: 'cell 4' }))).toBe(
      'Sand P80, edges and corners too: done on cell 4, Tove'
    );
    expect(
      words(
        made('gate.checked', {
          surface: 'floor',
          step: 'sand-60',
          gate: 'no swirls',
          passed: false,
          note: 'treads 9 to 14'
        })
      )
    ).toBe('No swirls under a raking lamp: failed, Sand P60, edges and corners too again. treads 9 to 14, Tove');
    expect(words(made('gate.checked', { surface: 'floor', step: 'before-oil', gate: 'gloves', passed: true }))).toBe(
      'Gloves on, from here to the last coat: passed, Tove'
    );
    expect(
      words(
        made('photo.added', {
          surface: 'floor',
          photo: '01900000-0000-7000-8000-000000000001',
          stage: 'before',
          caption: 'the hall'
        })
      )
    ).toBe('Photo, before: the hall, Tove');
  });
});

describe('fields of Measure', () => {
  it('reads turns, directions and factors, and refuses the rest', () => {
    expect(parseTurn('45°')).toMatchObject({ ok: true, value: 45, echo: '45°' });
    expect(parseTurn('90 deg')).toMatchObject({ ok: true, value: 90 });
    for (const bad of ['', '180', '-5', 'square']) expect(parseTurn(bad).ok, bad).toBe(false);
    expect(parseDirection('-22.5')).toMatchObject({ ok: true, value: -22.5 });
    expect(parseDirection('200').ok).toBe(false);
    expect(parseFactor('× 1.15')).toMatchObject({ ok: true, value: 1.15, echo: '× 1.15' });
    for (const bad of ['', '0.9', '4', 'much']) expect(parseFactor(bad).ok, bad).toBe(false);
  });
  it('a new surface of every kind knows nothing nobody measured; measured, its usual faces have areas', () => {
    for (const { value } of KINDS) {
      const blank = newSurface(value, 1, defaultHouseRules.sanding.endGrit);
      expect(blank.speciesId, value).toBe('unknown');
      expect(stillToMeasure(blank).length, value).toBeGreaterThan(0);
      expect(JSON.stringify(blank.shape), value).not.toMatch(/M2?":[^0]/);
      const s = {
        ...blank,
        thicknessM: 0.03,
        shape: { ...templateShape(kindRow(value).shape), ...(kindRow(value).open && { open: true }) } as Shape,
        ...(blank.boards && { boards: { widthM: 0.12, gapM: 0.006 } })
      };
      const m = measureSurface(s);
      expect(m.ok, value).toBe(true);
      for (const f of s.faces) expect(m.ok && m.parts[f.kind]?.ok, `${value} ${f.kind}`).toBe(true);
      expect(possibleFaces(s), value).toEqual(expect.arrayContaining(s.faces.map((f) => f.kind)));
    }
  });
  it('a tapped side leads to the field that rules it', () => {
    expect(fieldOfSide(templateShape('rectangle'), 3)).toBe('dim-widthM');
    expect(fieldOfSide(templateShape('door'), 0)).toBe('dim-widthM');
    expect(fieldOfSide(templateShape('L'), 4)).toBe('wall-4');
    expect(fieldOfSide(templateShape('triangle'), 2)).toBe('dim-cM');
    expect(fieldOfSide(templateShape('area'), 0)).toBeNull();
  });
});

describe('a list of steps changed by hand', () => {
  const after = (steps: StepEdit[]) =>
    prepPlan({
      surface: { ...floorJob().surfaces[0]!, look: undefined, ...(steps.length && { steps }) },
      demands: new Set(['fill' as const]),
      maxGrit: 120,
      clogs: false,
      isocyanateDust: false,
      people: 2,
      house: defaultHouseRules
    });
  const ids = (steps: StepEdit[]) => after(steps).steps.map((s) => s.id);
  it('one place later and earlier again is as it was; no grit goes before a coarser one', () => {
    const later = moved(after([]), [], 'mask', 1)!;
    expect(ids(later).slice(0, 2)).toEqual(['sand-60', 'mask']);
    expect(ids(moved(after(later), later, 'mask', -1)!)).toEqual(ids([]));
    expect(moved(after([]), [], 'sand-80', -1)).toBeNull();
    expect(moved(after([]), [], 'dust-off', 1)).toBeNull();
    expect(whyNotMoved(after([]), 'dust-off', 1)).toBe('the last look stays last');
    expect(whyNotMoved(after([]), 'sand-80', -1)).toBe('grits go from coarse to fine');
    expect(whyNotMoved(after([]), 'mask', -1)).toBe('it is the first');
    expect(whyNotMoved(after([]), 'mask', 1)).toBeNull();
    expect(moved(after([]), [], 'mask', -1)).toBeNull();
  });
  it('once more, three times, and down to once: nothing of it is left', () => {
    const twice = oftener([], 'sand-80', 1);
    const spots = only(twice, 'sand-80-x2', 'bad spots');
    const thrice = oftener(spots, 'sand-80', 1);
    expect(ids(thrice).filter((id) => id.startsWith('sand-80'))).toEqual(['sand-80', 'sand-80-x2', 'sand-80-x3']);
    expect(after(thrice).steps.find((s) => s.id === 'sand-80-x2')!.on).toBe('bad spots');
    expect(repeatOf('sand-80-x3')).toBe('sand-80');
    expect(oftener(oftener(thrice, 'sand-80', -1), 'sand-80', -1)).toEqual([]);
  });
  it('minutes, place and reason are said once and taken back whole', () => {
    expect(timed(timed([], 'mask', 30), 'mask', 40)).toEqual([{ do: 'time', step: 'mask', minutes: 40 }]);
    expect(timed(timed([], 'mask', 30), 'mask', null)).toEqual([]);
    expect(only(only([], 'mask', 'edges'), 'mask', null)).toEqual([]);
    const out = leftOut([], 'fill', false, ' The client likes it ');
    expect(out).toEqual([{ do: 'drop', step: 'fill', why: 'The client likes it' }]);
    expect(putBack(out, 'fill')).toEqual([]);
    const own: StepEdit = { do: 'add', step: 'own-a', name: 'A', before: 'mask', minutes: 3 };
    expect(leftOut(timed([own], 'own-a', 9), 'own-a', true, '')).toEqual([]);
  });
  it('an own step is known by its name, apart from what is on the list', () => {
    expect(ownId('own', 'Heating off!', [])).toBe('own-heating-off');
    expect(ownId('house', 'Heating off', ['house-heating-off'])).toBe('house-heating-off-2');
    expect(ownId('own', '…', [])).toBe('own-step');
    expect(scopeWords({ on: 'edges', pieces: ['door 1', 'door 2'], own: 'house' })).toBe(
      'edges, door 1 and door 2 · our house’s'
    );
  });
});
