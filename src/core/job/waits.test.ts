import { describe, expect, it } from 'vitest';
import { floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { checkJobDocument } from '../../formats/job-json';
import { joinPart, splitPart, type Awaited, type JobDocument } from '../document';
import { fold } from '../log';
import { climateSpan } from '../window';
import { view } from '.';

/** The floor, and its threshold as a part that waits for it. */
function waiting(until: Awaited, startAt?: string): JobDocument {
  const d = whole(floorJob());
  d.surfaces.push({ ...structuredClone(d.surfaces[0]!), id: 'hall', name: 'Hall' });
  const next = splitPart(d, [{ surface: 'hall', face: d.surfaces[0]!.faces[0]!.id }], 'hall');
  next.parts[0] = { ...next.parts[0]!, name: 'Reading room', ...(startAt && { startAt }) };
  next.parts[1] = { ...next.parts[1]!, after: { part: 'first', until } };
  return next;
}
const seen = (document: JobDocument, events: ReturnType<typeof made>[] = [], nowMs = NOW) => {
  const state = fold(events);
  return view({
    id: 'j',
    document,
    state,
    weather: null,
    span: climateSpan(state, nowMs),
    measured: [],
    others: knowledge,
    nowMs
  });
};
const START = new Date(NOW + 3 * 3_600_000).toISOString();

describe('a part that waits for another', () => {
  it('begins when that one has come to it by its plan, and every hour before says why', () => {
    const { parts } = seen(waiting('touch dry', START));
    const last = parts[0].plan.chosen!.coats.at(-1)!;
    const { waits } = parts[1]!.job;
    expect(waits).toEqual({
      untilMs: (last.touchDry ?? last.recoatOpens).p50,
      why: 'waits until Reading room is touch dry'
    });
    const hours = parts[1]!.plan.hours;
    const before = hours.filter((h) => h.work === null && h.closed.some((c) => c.why === waits!.why));
    expect(before.length).toBeGreaterThan(0);
    expect(before.every((h) => h.atMs < waits!.untilMs!)).toBe(true);
    const open = hours.find((h) => h.work && h.closed.length === 0);
    expect(open!.work!.fromMs).toBeGreaterThanOrEqual(waits!.untilMs!);
  });
  it('the more that one must be, the later', () => {
    const until = (a: Awaited) => seen(waiting(a, START)).parts[1]!.job.waits!.untilMs!;
    const at = (['touch dry', 'ready', 'light use', 'full cure'] as const).map(until);
    expect([...at].sort((a, b) => a - b)).toEqual(at);
  });
  it('until it is installed: by the plan when it can be handled, then until somebody says that it is', () => {
    const planned = seen(waiting('installed', START));
    const last = planned.parts[0].plan.chosen!.coats.at(-1)!;
    expect(planned.parts[1]!.job.waits!.untilMs).toBe((last.touchDry ?? last.recoatOpens).p50);
    const laid = [1, 2].flatMap((coat) => [
      made('laying.spread', { coat, laying: 1 }, -9000 + coat * 3000),
      made('laying.wiped', { coat, laying: 1 }, -8980 + coat * 3000),
      made('coat.closed', { coat, usedL: 2, guessed: false }, -8950 + coat * 3000)
    ]);
    const dry = seen(waiting('installed', START), laid);
    expect(dry.parts[1]!.job.waits).toEqual({
      untilMs: null,
      why: 'waits until Reading room is installed, which nobody has said yet'
    });
    const hung = seen(waiting('installed', START), [...laid, made('part.installed', {}, -5)]);
    expect(hung.parts[1]!.job.waits).toBeUndefined();
  });
  it('has no hour while that one has no start, and says so', () => {
    const hall = seen(waiting('ready')).parts[1]!;
    expect(hall.job.waits).toEqual({
      untilMs: null,
      why: 'waits until Reading room is ready for another coat, which has no date yet'
    });
    expect(hall.plan.hours.every((h) => h.closed.length > 0)).toBe(true);
  });
  it('waits no more once that one is there', () => {
    const document = waiting('touch dry');
    document.surfaces[0]!.faces[0]!.coats = 1;
    const laid = [
      made('laying.spread', { coat: 1, laying: 1 }, -60 * 24 * 8),
      made('laying.wiped', { coat: 1, laying: 1 }, -60 * 24 * 8 + 25),
      made('coat.closed', { coat: 1, usedL: 2.4, guessed: false }, -60 * 24 * 8 + 40)
    ];
    expect(seen(document, laid).parts.at(-1)!.job).not.toHaveProperty('waits');
  });
  it('is refused for itself, in a circle, or for one that is not there; nobody waits for a part that is gone', () => {
    const d = waiting('ready');
    expect(checkJobDocument(d).ok).toBe(true);
    const circle = structuredClone(d);
    circle.parts[0]!.after = { part: 'hall', until: 'ready' };
    expect(checkJobDocument(circle)).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([expect.objectContaining({ path: '/parts/1/after/part' })])
    });
    const strange = structuredClone(d);
    strange.parts[1]!.after!.part = 'cellar';
    expect(checkJobDocument(strange)).toMatchObject({ ok: false, problems: [{ path: '/parts/1/after/part' }] });
    const back = structuredClone(d);
    delete back.parts[1]!.after;
    back.parts[0]!.after = { part: 'hall', until: 'ready' };
    expect(joinPart(back, 'hall').parts[0]).not.toHaveProperty('after');
  });
});
