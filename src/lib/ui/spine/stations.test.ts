import { describe, expect, it } from 'vitest';
import { coatCount, splitPart, type JobDocument, type PartJob } from '$core/document';
import { view } from '$core/job';
import { fold, forPart, jobStage, type WorkEvent } from '$core/log';
import { liveWork, surveySurfaces } from '$core/site';
import { plan } from '$core/plan';
import { siteClimate } from '$core/window';
import { HOUR_MS } from '$core/units';
import { floorJob, knowledge, made, NOW, whole } from '../../../../tests/fixtures';
import { stations, stationsOf } from './stations';

function seen(document: PartJob, events: WorkEvent[] = []) {
  const state = forPart(fold(events), 'first');
  const climate = siteClimate(document, null, { startMs: NOW - 240 * HOUR_MS, hours: 600 });
  return stations({
    document,
    plan: plan(document, climate, knowledge, NOW),
    surveys: surveySurfaces(document, state, climate, knowledge.house, NOW),
    state,
    live: liveWork(document, state, climate, knowledge, NOW),
    stage: jobStage(state, Boolean(document.startAt), coatCount(document)),
    nowMs: NOW,
    units: 'metric'
  });
}
const at = (list: ReturnType<typeof seen>, id: string) => list.find((s) => s.id === id)!;
const coat = (n: number, minutes: number) => [
  made('coat.opened', { coat: n }, minutes),
  made('coat.closed', { coat: n, usedL: 2, guessed: false }, minutes + 40)
];

describe('the spine', () => {
  it('a new job is at Look, the first of nine', () => {
    const list = seen({ ...floorJob(), surfaces: [], finish: undefined, products: [] });
    expect(list.map((s) => s.id)).toEqual([
      'look',
      'measure',
      'ready',
      'choose',
      'load',
      'when',
      'work',
      'leave',
      'keep'
    ]);
    expect(at(list, 'look')).toMatchObject({ state: 'now', word: 'now, what is it?' });
    expect(list.filter((s) => s.state === 'now')).toHaveLength(1);
  });
  it('a measured one is at Choose, a chosen one at When, a booked one at Load', () => {
    expect(at(seen({ ...floorJob(), finish: undefined, products: [] }), 'choose').state).toBe('now');
    expect(at(seen(floorJob()), 'when').state).toBe('now');
    const booked = seen({ ...floorJob(), startAt: new Date(NOW + HOUR_MS).toISOString() });
    expect(at(booked, 'load').state).toBe('now');
    expect(at(booked, 'when').word).toBe('10:40');
  });
  it('Look says the verdict, and holds a job that must wait; a floor nobody looked at is not called done', () => {
    expect(at(seen(floorJob()), 'look')).toMatchObject({ state: 'ahead', word: 'not yet' });
    const wax = [made('finding.noted', { surface: 'floor', finding: 'wax', present: true }, -60)];
    expect(at(seen(floorJob(), wax), 'look')).toMatchObject({ state: 'done', word: 'ready after' });
    const rot = [made('finding.noted', { surface: 'floor', finding: 'rot', present: true }, -60)];
    expect(at(seen(floorJob(), rot), 'look')).toMatchObject({ state: 'check', word: 'do not oil' });
  });
  it('a booked job whose preparation has begun is at Ready', () => {
    const booked = { ...floorJob(), startAt: new Date(NOW + HOUR_MS).toISOString() };
    const list = seen(booked, [made('prep.done', { surface: 'floor', step: 'mask' }, -60)]);
    expect(at(list, 'ready')).toMatchObject({ state: 'now', word: expect.stringMatching(/^now, 1 of \d+ steps$/) });
    expect(at(seen(booked), 'ready').state).toBe('ahead');
  });
  it('says what is so at each station', () => {
    const list = seen(floorJob());
    expect(at(list, 'measure')).toMatchObject({ state: 'done', word: '68.4 m²' });
    expect(at(list, 'choose').word).toBe('Ostrel Duo, Peat');
    expect(at(list, 'load').word).toMatch(/ L to buy$/);
    expect(at(list, 'work').word).toBe('0 of 2 coats');
  });
  it('a limit of the card that is broken stands at its station', () => {
    const job = floorJob();
    job.finish!.colour = 'Puce';
    expect(at(seen(job), 'choose').state).toBe('check');
    const many = floorJob();
    many.surfaces[0]!.faces[0]!.coats = 5;
    expect(at(seen(many), 'measure').state).toBe('check');
  });
  it('work shows the open laying, then the rags, then the coats', () => {
    const open = [
      made('coat.opened', { coat: 1 }, -30),
      made('laying.spread', { coat: 1, laying: 3 }, -20),
      made('rags.out', { count: 2 }, -30)
    ];
    expect(at(seen(floorJob(), open), 'work')).toMatchObject({ state: 'now', word: 'now, bay 3, coat 1' });
    expect(at(seen(floorJob(), [...open, made('laying.wiped', { coat: 1, laying: 3 }, -2)]), 'work').word).toBe(
      'now, 2 rags out'
    );
    expect(at(seen(floorJob(), coat(1, -90)), 'work').word).toBe('now, 1 of 2 coats');
    expect(at(seen(floorJob(), coat(1, -90)), 'when').word).toBe('begun Tue 18 May');
  });
  it('after the last coat Leave is now, after handing over Keep', () => {
    const laid = [...coat(1, -4000), ...coat(2, -900)];
    expect(at(seen(floorJob(), laid), 'leave')).toMatchObject({
      state: 'now',
      word: expect.stringMatching(/^now, from /)
    });
    const mondays = floorJob();
    mondays.site.workingHours = { mon: { from: '08:00', to: '17:00' } };
    expect(at(seen(mondays, laid), 'leave').word).toMatch(/^now, from Mon /);
    const kept = seen(floorJob(), [...laid, made('handed.over', {}, -5)]);
    expect(at(kept, 'keep')).toMatchObject({ state: 'now', word: expect.stringMatching(/^now, \w{3} 20\d\d$/) });
    const unwritten = ['look', 'ready'];
    for (const s of kept.slice(0, -1))
      expect([s.id, s.state]).toEqual([s.id, unwritten.includes(s.id) ? 'ahead' : 'done']);
  });
});

describe('the stations of one part among several', () => {
  const job = () => {
    const document = whole(floorJob());
    const top = { ...document.surfaces[0]!, id: 'top', name: 'Top', exits: [], cutOuts: [] };
    return splitPart({ ...document, surfaces: [...document.surfaces, top] }, [{ surface: 'top', face: 'top' }], 'top');
  };
  const spine = (document: JobDocument, events: WorkEvent[] = []) => {
    const span = { startMs: NOW - 240 * HOUR_MS, hours: 600 };
    const state = fold(events);
    const v = view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs: NOW });
    return v.parts.map((p) => stationsOf(document, p, v.surveys, NOW, 'metric').find((s) => s.state === 'now')!.id);
  };
  it('each stands where its own start and coats say', () => {
    const document = job();
    expect(spine(document)).toEqual(['when', 'when']);
    document.parts[1]!.startAt = new Date(NOW + HOUR_MS).toISOString();
    expect(spine(document)).toEqual(['when', 'load']);
    const part = { part: 'top', coat: 1 };
    const begun = [made('coat.opened', part, -60)];
    expect(spine(document, begun)).toEqual(['when', 'work']);
  });
  it('one without a product is at Choose, though the other is under way', () => {
    const document = job();
    delete document.parts[1]!.finish;
    expect(spine(document, coat(1, -60))).toEqual(['work', 'choose']);
  });
});
