import { describe, expect, it } from 'vitest';
import { card, floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { FIRST_PART, splitPart, type JobDocument } from '../document';
import { newPlace } from '../place';
import { fold, type WorkEvent } from '../log';
import { deskSeries } from '../../stand-ins/weather-desk';
import { DAY_MS } from '../units';
import { hangsOnWeather, isBooked, jobDueAt, stageOf, view, withoutJob } from '.';

/** A floor and the worktop beside it: another product, another place. */
function job(): JobDocument {
  const floor = whole(floorJob());
  const top = {
    ...floor.surfaces[0]!,
    id: 'top',
    name: 'Worktop',
    kind: 'counter' as const,
    speciesId: 'beech',
    boards: undefined,
    cutOuts: [],
    exits: [],
    shape: { type: 'rectangle' as const, lengthM: 3, widthM: 0.6 }
  };
  const d = splitPart({ ...floor, surfaces: [...floor.surfaces, top] }, [{ surface: 'top', face: 'top' }], 'top');
  const bench = {
    ...newPlace('bench', 'indoor' as const, floor.places[0]!.workingHours),
    moisture: floor.places[0]!.moisture
  };
  d.places.push({ ...bench, room: { ...bench.room, tempC: 12 } });
  Object.assign(d.parts[1]!, {
    placeId: 'bench',
    finish: { productId: 'corvane-worktop', colour: 'Clear', method: 'thin', bareWood: true }
  });
  d.products.push(card('corvane-worktop'));
  return d;
}
const seen = (document: JobDocument, events: WorkEvent[] = [], nowMs = NOW) =>
  view({
    id: 'j',
    document,
    state: fold(events),
    weather: deskSeries(document.site, NOW, NOW - 5 * DAY_MS, NOW + 10 * DAY_MS),
    span: { startMs: NOW - 5 * DAY_MS, hours: 360 },
    measured: [{ place: document.places[0]!.id, hours: [{ atMs: NOW, airTempC: 30 }] }],
    others: knowledge,
    nowMs
  });
const coat = (part: string | undefined, number: number, minutes: number) => [
  made('coat.opened', { ...(part && { part }), coat: number }, minutes),
  made('coat.closed', { ...(part && { part }), coat: number, usedL: part ? 0.08 : 2, guessed: false }, minutes + 10)
];

describe('one picture of a job in parts', () => {
  it('each part is planned with its own product, faces and air', () => {
    const [floor, top] = seen(job()).parts;
    expect(floor.plan.coats[0]!.productId).toBe('ostrel-duo');
    expect(top!.plan.coats[0]!.productId).toBe('corvane-worktop');
    expect(floor.plan.totalAreaM2).toBeCloseTo(68.4, 6);
    expect(top!.plan.totalAreaM2).toBeCloseTo(1.8, 6);
    expect(top!.plan.now!.airTempC).toBeCloseTo(12, 6);
    // Sensors stand in the first place.
    expect(floor.plan.now!.airTempC).toBeCloseTo(30, 6);
  });
  it('coats are numbered part by part; a coat that names none is the first’s, as in older logs', () => {
    const { parts } = seen(job(), [...coat(undefined, 1, -600), ...coat('top', 1, -300), ...coat('top', 2, -30)]);
    expect(parts.map((p) => p.live.coats.map((c) => c.number))).toEqual([[1], [1, 2]]);
    expect(parts.map((p) => p.state.coats.every((c) => c.part === p.job.part))).toEqual([true, true]);
  });
  it('a batch keeps its part; letters go on over the whole job', () => {
    const mix = (part: string, batch: string, minutes: number) =>
      made(
        'batch.mixed',
        { batch, for: [{ part, coat: 1 }], components: [{ role: 'oil', litres: 1, lot: 'L' }] },
        minutes
      );
    const { parts } = seen(job(), [mix('first', 'A', -60), mix('top', 'B', -50)]);
    expect(parts.map((p) => p.live.batches.map((b) => b.batch))).toEqual([['A'], ['B']]);
    expect(parts.map((p) => p.state.batchesMixed)).toEqual([2, 2]);
  });
  it('what one part used teaches the other like another job would; taken out of what is stored nothing is left', () => {
    const d = job();
    d.parts[1]!.finish = structuredClone(d.parts[0]!.finish!);
    d.surfaces[1]!.speciesId = 'oak';
    const events = coat('top', 1, -600);
    const [floor, top] = seen(d, events).parts;
    expect(floor.knowledge.coverage.size).toBe(1);
    expect(top!.knowledge.before!.get(1)!.size).toBe(0);
    const stored = { ...knowledge, coverage: floor.knowledge.coverage };
    expect(withoutJob(stored, 'j', d, fold(events)).coverage.size).toBe(0);
  });
  it('the job is drying when all its parts have all their coats, and booked with any start', () => {
    const d = job();
    const all = [...coat(undefined, 1, -3000), ...coat(undefined, 2, -1500)];
    expect(stageOf(d, fold(all))).toBe('working');
    expect(stageOf(d, fold([...all, ...coat('top', 1, -3000), ...coat('top', 2, -1500)]))).toBe('drying');
    expect(isBooked(d)).toBe(false);
    d.parts[1]!.startAt = new Date(NOW).toISOString();
    expect([isBooked(d), stageOf(d, fold([]))]).toEqual([true, 'booked']);
  });
  it('comes due with its first part, and hangs on weather with any', () => {
    const d = job();
    const done = [undefined, 'top'].flatMap((p) => [...coat(p, 1, -3000), ...coat(p, 2, -1500)]);
    const state = fold([...done, made('handed.over', {}, -10)]);
    const due = jobDueAt(d, state, knowledge.house)!;
    const each = seen(d, [...done, made('handed.over', {}, -10)]).parts.map((p) =>
      Math.min(...p.live.keep!.surfaces.map((s) => s.reoil.p50))
    );
    expect(due).toBeCloseTo(Math.min(...each), -3);
    expect(hangsOnWeather(d)).toBe(false);
    d.places[1]!.setting = 'outdoor';
    expect(hangsOnWeather(d)).toBe(true);
  });
  it('a part may have a rhythm of its own: thin coats on the worktop, the floor as the house has it', () => {
    const document = job();
    const two = (d: JobDocument) => {
      d.surfaces.find((s) => s.id === 'top')!.faces[0]!.coats = 3;
      return d;
    };
    const own = structuredClone(document);
    own.parts[1]!.finish!.rhythm = 'several thin';
    const [as, thin] = [seen(two(document)), seen(two(own))];
    const film = (v: typeof as, part: number) => v.parts[part]!.plan.coats.map((c) => c.plannedFilm);
    expect(film(as, 1)).toEqual([1, 1, 1]);
    expect(film(thin, 1)).toEqual([1, 0.5, 0.5]);
    expect(film(thin, 0)).toEqual(film(as, 0));
    expect(thin.parts[1]!.plan.load!.netL).toBeLessThan(as.parts[1]!.plan.load!.netL);
    expect([thin.parts[0].knowledge.house.rhythm, thin.parts[1]!.knowledge.house.rhythm]).toEqual([
      'one a day',
      'several thin'
    ]);
  });
  it('a surface is surveyed once, however many parts it is in', () => {
    const d = job();
    expect(seen(d).surveys.map((s) => s.surfaceId)).toEqual(['floor', 'top']);
    expect(seen({ ...d, parts: [d.parts[0]!] }).parts.map((p) => p.job.part)).toEqual([FIRST_PART]);
  });
});
