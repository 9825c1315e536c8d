import { describe, expect, it } from 'vitest';
import { floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { deskSeries } from '../../stand-ins/weather-desk';
import { siteHourAt } from '../climate';
import { blockingProblems, partJob, withPartJob, type JobDocument } from '../document';
import { fold, type WorkEvent } from '../log';
import { newPlace } from '../place';
import { nextSteps } from '../site';
import { DAY_MS, HOUR_MS } from '../units';
import { hoursBeyond, moistureRead, needsWeather } from '../window';
import { view } from '.';

/** A floor's boards that are coated in a warm room, carried to a cold shed before coat 2, and outdoors before coat 3. */
function job(moves: JobDocument['parts'][number]['moves']): JobDocument {
  const d = whole(floorJob());
  const hours = d.places[0]!.workingHours;
  const shed = newPlace('shed', 'indoor', hours);
  d.places.push({ ...shed, name: 'Shed', room: { ...shed.room, tempC: 12 } }, newPlace('yard', 'outdoor', hours));
  const [first] = d.parts;
  d.parts = [{ ...first!, ...(moves && { moves }) }];
  d.surfaces[0]!.faces[0]!.coats = 3;
  delete first!.finish!.coats;
  return d;
}
function seen(document: JobDocument, events: readonly WorkEvent[] = [], nowMs = NOW) {
  const weather = deskSeries(document.site, NOW, NOW - 5 * DAY_MS, NOW + 20 * DAY_MS);
  const span = { startMs: NOW - 5 * DAY_MS, hours: 360 };
  const state = fold(events);
  return view({ id: 'j', document, state, weather, span, measured: [], others: knowledge, nowMs }).parts[0];
}
const coat = (n: number, minutes: number) => [
  made('coat.opened', { coat: n }, minutes),
  made('coat.closed', { coat: n, usedL: 2, guessed: false }, minutes + 20)
];
const SHED = [{ before: 2, placeId: 'shed' }];

describe('a part that is carried to another place', () => {
  it('has each coat laid and dried in the air of its own place', () => {
    const start = (d: JobDocument) => ({ ...d, parts: [{ ...d.parts[0]!, startAt: '2027-05-19T08:00:00Z' }] });
    const [stays, goes] = [seen(start(job(undefined))), seen(start(job(SHED)))];
    const hoursOf = (p: typeof stays) => p.plan.chosen!.coats.map((c) => c.recoatOpens.p50 - c.laidToMs);
    const [one, two] = [hoursOf(stays), hoursOf(goes)];
    expect(two[0]).toBeCloseTo(one[0]!, -3);
    expect(two[1]!).toBeGreaterThan(1.3 * one[1]!);
    // The same as if the second coat had been planned in the shed all along.
    const d = job(undefined);
    d.parts[0]!.placeId = 'shed';
    d.places[1]!.moisture = d.places[0]!.moisture;
    const shed = hoursOf(seen(start(d)));
    expect(two[2]! / shed[2]!).toBeCloseTo(1, 1);
  });
  it('needs weather and reaches beyond the forecast for a place outdoors alone', () => {
    const [held, open] = [job(SHED), job([{ before: 3, placeId: 'yard' }])];
    expect(needsWeather(partJob(held, 'first'))).toBe(false);
    expect(needsWeather(partJob(open, 'first'))).toBe(true);
    expect(hoursBeyond(held, NOW, NOW + DAY_MS)).toBe(0);
    expect(hoursBeyond(open, NOW, NOW + DAY_MS)).toBeGreaterThan(0);
    expect(seen(open).climate!.then!.map((t) => t.before)).toEqual([3]);
  });
  it('has no climate while nobody has told the weather of the place it goes to', () => {
    const document = job([{ before: 3, placeId: 'yard' }]);
    const state = fold([]);
    const span = { startMs: NOW - 5 * DAY_MS, hours: 360 };
    const at = { id: 'j', document, state, span, measured: [], others: knowledge, nowMs: NOW };
    expect(view({ ...at, weather: null }).parts[0].climate).toBeNull();
  });
  it('begins only as far ahead as the weather of every place is told', () => {
    const { climate } = seen(job([{ before: 3, placeId: 'yard' }]));
    expect(climate!.toldToMs).toBe(
      climate!.then![0]!.climate.startMs + climate!.then![0]!.climate.hours.length * HOUR_MS
    );
  });
  it('is carried when somebody says so, and the air counts from then', () => {
    const events = [...coat(1, -2880), made('part.moved', { place: 'shed' }, -600)];
    const part = seen(job(SHED), events);
    expect([part.job.placeId, part.job.placeName, part.job.moves]).toEqual(['shed', 'Shed', undefined]);
    expect(siteHourAt(part.climate!, NOW - 700 * 60_000)!.airTempC).toBeGreaterThan(17);
    expect(siteHourAt(part.climate!, NOW)!.airTempC).toBeCloseTo(12, 6);
    const stayed = seen(job(undefined), coat(1, -2880));
    expect(part.live.coats[0]!.fullCure!.p50).toBeGreaterThan(stayed.live.coats[0]!.fullCure!.p50);
  });
  it('is carried by the coat that was to be laid there, where nobody wrote it down', () => {
    const events = [...coat(1, -2880), ...coat(2, -60)];
    const part = seen(job([...SHED, { before: 3, placeId: 'yard' }]), events);
    expect(part.job.placeId).toBe('shed');
    expect(part.job.was!.map((w) => [w.placeId, w.untilMs])).toEqual([['place-1', NOW - 3_600_000]]);
    expect(part.job.moves!.map((m) => m.placeId)).toEqual(['yard']);
  });
  it('a carry answers the move of its own time alone: carried along early, it still goes where it was planned later', () => {
    const d = job([{ before: 3, placeId: 'yard' }]);
    const early = [...coat(1, -2880), made('part.moved', { place: 'shed' }, -2000)];
    const along = seen(d, early).job;
    expect([along.placeId, along.moves!.map((m) => m.placeId)]).toEqual(['shed', ['yard']]);
    const laid = seen(d, [...early, ...coat(2, -1000), ...coat(3, -60)]).job;
    expect([laid.placeId, laid.was!.map((w) => w.placeId)]).toEqual(['yard', ['place-1', 'shed']]);
  });
  it('carried elsewhere than was planned it is there, and goes on from there', () => {
    const yard = [...coat(1, -2880), made('part.moved', { place: 'yard' }, -2000)];
    expect(seen(job(SHED), yard).job.moves!.map((m) => m.placeId)).toEqual(['shed']);
    const laid = seen(job(SHED), [...yard, ...coat(2, -60)]).job;
    expect([laid.placeId, laid.moves]).toEqual(['yard', undefined]);
    // Straight to where it was to go later: what lay between is passed over.
    const straight = seen(job([...SHED, { before: 3, placeId: 'yard' }]), yard).job;
    expect([straight.placeId, straight.moves]).toEqual(['yard', undefined]);
  });
  it('in a place already it is not carried there again', () => {
    const before = [made('part.moved', { place: 'shed' }, -5000), ...coat(1, -2880)];
    expect(seen(job(SHED), before).job).toMatchObject({ placeId: 'shed' });
    expect(seen(job(SHED), before).job.moves).toBeUndefined();
  });
  it('keeps what an older entry read in the first place, which named none', () => {
    const d = job(SHED);
    delete d.places[0]!.moisture;
    const events = [made('reading.taken', { mcPercent: 13 }, -1000), made('part.moved', { place: 'shed' }, -600)];
    const part = seen(d, events);
    expect(moistureRead(part.state, part.job).map((r) => r.percent)).toEqual([13]);
    expect(siteHourAt(part.climate!, NOW)!.mcPercent).not.toBeNull();
  });
  it('takes its moisture along, and what was read where it stood', () => {
    const d = job(SHED);
    delete d.places[0]!.moisture;
    const events = [
      made('reading.taken', { place: 'place-1', mcPercent: 14 }, -1000),
      made('reading.taken', { place: 'yard', mcPercent: 25 }, -900),
      made('part.moved', { place: 'shed' }, -600)
    ];
    const part = seen(d, events);
    expect(moistureRead(part.state, part.job).map((r) => r.percent)).toEqual([14]);
    const mc = siteHourAt(part.climate!, NOW)!.mcPercent!;
    expect(mc).toBeGreaterThan(12);
    expect(mc).toBeLessThan(14.5);
  });
  it('says at the wood when to carry it: once the coat below is touch dry', () => {
    const carry = (events: WorkEvent[], nowMs: number) => {
      const { job: part, state, live } = seen(job(SHED), events, nowMs);
      return nextSteps(part, state, live, nowMs).find((s) => s.kind === 'carry');
    };
    expect(carry([], NOW)).toBeUndefined();
    expect(carry(coat(1, -60), NOW)).toMatchObject({ place: 'Shed', coat: 2, closed: 'coat 1 is not touch dry' });
    expect(carry(coat(1, -60), NOW + 3 * DAY_MS)!.closed).toBeUndefined();
    const there = [...coat(1, -60), made('part.moved', { place: 'shed' }, 2880)];
    expect(carry(there, NOW + 3 * DAY_MS)).toBeUndefined();
  });
  it('is changed where it is: the air that is shown is the air that is edited', () => {
    const d = job(SHED);
    const here = partJob(d, 'first', 'shed');
    here.site.room.tempC = 9;
    const after = withPartJob(d, here);
    expect(after.places.map((p) => p.room.tempC)).toEqual([19.4, 9, 19]);
    expect(after.parts[0]!.moves).toEqual(SHED);
  });
  it('goes to a place that is there, later coats later', () => {
    const paths = (moves: { before: number; placeId: string }[]) => blockingProblems(job(moves)).map((p) => p.path);
    expect(paths(SHED)).toEqual([]);
    expect(paths([{ before: 2, placeId: 'attic' }])).toEqual(['/parts/0/moves/0/placeId']);
    expect(paths([...SHED, { before: 2, placeId: 'yard' }])).toEqual(['/parts/0/moves/1/before']);
  });
});

describe('what meters say', () => {
  const air = (events: WorkEvent[], placeId = 'place-1') => {
    const d = job(undefined);
    d.parts[0]!.placeId = placeId;
    return siteHourAt(seen(d, events).climate!, NOW)!;
  };
  it('counts in its own place, and in the first where an old entry does not say', () => {
    const read = [made('reading.taken', { place: 'shed', airTempC: 7 }, 0)];
    expect(air(read).airTempC).toBeGreaterThan(15);
    expect(air(read, 'shed').airTempC).toBeCloseTo(7, 6);
    expect(air([made('reading.taken', { airTempC: 7 }, 0)]).airTempC).toBeCloseTo(7, 6);
    expect(air([made('reading.taken', { airTempC: 7 }, 0)], 'shed').airTempC).toBeCloseTo(12, 6);
  });
});
