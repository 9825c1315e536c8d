import { describe, expect, it } from 'vitest';
import { floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { cellsOf, splitPart, type JobDocument } from '../document';
import { fold, type WorkEvent } from '../log';
import type { Face, Surface } from '../surface';
import { DAY_MS, HOUR_MS } from '../units';
import { climateSpan } from '../window';
import { elsewhereFindings, otherSides, sameDayStart, sidesFindings } from './sides';
import { view } from '.';

/** Three doors on a bench: their outsides and edges are the first part, their insides another. */
function doors(change: Partial<Face> = {}, units: string[] | null = ['1', '2', '3']): JobDocument {
  const d = whole(floorJob());
  const faces = (['outside', 'inside', 'hinge-edge'] as const).map((kind): Face => ({
    id: kind,
    kind,
    texture: 'sanded',
    profile: 'flat',
    coats: 2,
    ...change
  }));
  const surface: Surface = {
    ...d.surfaces[0]!,
    id: 'doors',
    kind: 'door',
    shape: { type: 'door', widthM: 0.9, heightM: 2 },
    ...(units && { units }),
    faces
  };
  delete surface.exits;
  delete surface.cutOuts;
  const job = { ...d, surfaces: [surface] };
  return splitPart(
    job,
    cellsOf(job).filter((c) => c.face === 'inside'),
    'in'
  );
}
const at = (local: string) => Date.parse(`2027-05-${local}:00+01:00`);
function seen(document: JobDocument, starts: { first?: number; in?: number }, events: readonly WorkEvent[] = []) {
  const d = structuredClone(document);
  for (const p of d.parts) {
    const ms = starts[p.id as 'first'];
    if (ms !== undefined) p.startAt = new Date(ms).toISOString();
  }
  const state = fold(events);
  const span = climateSpan(state, NOW);
  return view({ id: 'j', document: d, state, weather: null, span, measured: [], others: knowledge, nowMs: NOW }).parts;
}
const jobs = (d: JobDocument) => seen(d, {}).map((p) => p.job);

describe('the two sides of pieces', () => {
  it('in two parts are known for each other, with tags or without', () => {
    for (const units of [['1', '2'], null])
      expect([...otherSides(jobs(doors({}, units)))]).toEqual([
        ['first', new Set(['in'])],
        ['in', new Set(['first'])]
      ]);
  });
  it('are nobody’s business when the thing stands, or has one side done elsewhere', () => {
    expect(otherSides(jobs(doors({ lies: { tiltDeg: 90 } }))).size).toBe(0);
    expect(otherSides(jobs(doors({ turnOver: false }))).size).toBe(0);
    const apart = doors();
    apart.parts[1]!.takes = [{ surface: 'doors', face: 'hinge-edge' }];
    expect(otherSides(jobs(apart)).size).toBe(0);
  });
  it('are planned one after the other: nothing goes on while it would lie on wet oil', () => {
    const [out, inner] = seen(doors(), { first: at('19T08:00'), in: at('19T08:00') });
    const wet = out.plan.chosen!.coats[0]!;
    const shut = inner!.plan.hours.find((h) => h.atMs === at('19T10:00'))!;
    expect(shut.closed[0]).toMatchObject({ rule: 'no access' });
    expect(shut.closed[0]!.why).toMatch(/it would lie on the wet oil of/);
    const after = inner!.plan.hours.find((h) => h.closed.length === 0 && h.atMs > wet.laidFromMs)!;
    expect(after.work!.fromMs).toBeGreaterThanOrEqual(wet.touchDry!.p50 - HOUR_MS);
    expect(inner!.plan.chosen!.failed!.closure.why).toBe(shut.closed[0]!.why);
  });
  it('a later coat of the one goes round the other where that was begun meanwhile', () => {
    const cool = doors();
    cool.places[0]!.room.tempC = 16;
    const [plain] = seen(cool, { first: at('19T08:00') });
    const second = plain.plan.chosen!.coats[1]!.laidFromMs;
    const parts = seen(cool, { first: at('19T08:00'), in: second - 3 * HOUR_MS });
    const between = parts[1]!.plan.chosen!.coats[0]!;
    expect(between.laidFromMs).toBeCloseTo(second - 3 * HOUR_MS, -1);
    expect(between.touchDry!.p50).toBeGreaterThan(second);
    expect(parts[0].plan.chosen!.coats[1]!.laidFromMs).toBeGreaterThanOrEqual(between.touchDry!.p50 - 1);
    expect(sidesFindings(parts, NOW).map((f) => f.kind)).toEqual(['apart']);
  });
  it('the same when one is on the wood already', () => {
    const events = [
      made('coat.opened', { part: 'in', coat: 1 }, -30),
      made('coat.closed', { part: 'in', coat: 1, usedL: 0.2, guessed: false }, -5)
    ];
    const [out, inner] = seen(doors(), {}, events);
    const until = inner!.live.coats[0]!.touchDry!.p50;
    const open = out.plan.hours.filter((h) => h.closed.length === 0);
    expect(open.length).toBeGreaterThan(0);
    expect(open[0]!.work!.fromMs).toBeGreaterThanOrEqual(until - 1);
  });
  it('on the wood it shuts the other, whichever was begun first', () => {
    const events = [
      made('coat.opened', { part: 'first', coat: 1 }, -4320),
      made('coat.closed', { part: 'first', coat: 1, usedL: 0.2, guessed: false }, -4300),
      made('coat.opened', { part: 'in', coat: 1 }, -30),
      made('coat.closed', { part: 'in', coat: 1, usedL: 0.2, guessed: false }, -5)
    ];
    const parts = seen(doors(), {}, events);
    const until = parts[1]!.live.coats[0]!.touchDry!.p50;
    expect(parts[0].plan.chosen!.coats[0]!.laidFromMs).toBeGreaterThanOrEqual(until - 1);
    expect(sidesFindings(parts, NOW)).toEqual([]);
  });
  it('are carried together: a coat that is planned where the pieces are not is told', () => {
    const d = doors();
    d.places.push({ ...d.places[0]!, id: 'hall', name: 'Hall' });
    d.parts[0]!.moves = [{ before: 2, placeId: 'hall' }];
    const starts = { first: at('19T08:00'), in: at('20T10:00') };
    const parts = seen(d, starts);
    const second = parts[0].plan.chosen!.coats[1]!.laidFromMs;
    const late = parts[1]!.plan.chosen!.coats.find((c) => c.laidFromMs > second);
    const [f, ...more] = elsewhereFindings(parts, NOW);
    expect(more).toEqual([]);
    expect(f).toMatchObject({ part: 'in', other: 'first', coat: late!.number, placeId: 'hall', sinceMs: second });
    d.parts[1]!.moves = [{ before: late!.number, placeId: 'hall' }];
    expect(elsewhereFindings(seen(d, starts), NOW)).toEqual([]);
    // What is fixed stays where it is, whatever is carried.
    for (const s of d.surfaces) s.kind = 'cladding';
    delete d.parts[1]!.moves;
    expect(elsewhereFindings(seen(d, starts), NOW)).toEqual([]);
  });
  it('begun on two days are told, with the hour of the same day that cures it', () => {
    const parts = seen(doors(), { first: at('19T08:00'), in: at('25T08:00') });
    const [out, inner] = parts;
    const [f, ...more] = sidesFindings(parts, NOW);
    expect(more).toEqual([]);
    expect(f).toMatchObject({ kind: 'apart', part: 'in', other: 'first', atMs: at('25T08:00') });
    const cure = sameDayStart(inner!, f!.untilMs, f!.untilMs);
    if (cure !== null) expect(cure).toBeGreaterThanOrEqual(out.plan.chosen!.coats[0]!.touchDry!.p50);
    const cured = seen(doors(), { first: at('19T08:00'), in: cure ?? at('19T16:00') });
    expect(sidesFindings(cured, NOW).some((x) => x.kind === 'apart')).toBe(false);
    expect(sameDayStart(inner!, NOW + 300 * DAY_MS, NOW)).toBeNull();
  });
  it('that were begun are told no more', () => {
    const parts = seen(doors(), { first: at('19T08:00'), in: at('25T08:00') });
    expect(sidesFindings(parts, NOW + 9 * DAY_MS)).toEqual([]);
  });
});
