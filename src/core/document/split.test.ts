import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob, whole } from '../../../tests/fixtures';
import { checkJobDocument } from '../../formats/job-json';
import { blankShape, faceAreas, withDivision, type Surface } from '../surface';
import { partNames } from './names';
import { cellsOf, ownersOf, wholeSurfaceId, type Cell } from './owners';
import { partJob, partJobs, withPartJob } from './part-job';
import type { JobDocument } from './schema';
import { assignCells, freeId, joinPart, splitPart, tidyParts } from './split';

const door = (units: string[]): Surface => ({
  id: 'doors',
  name: 'Doors',
  kind: 'door',
  speciesId: 'pine',
  thicknessM: 0.04,
  lastGrit: 120,
  waterPopped: false,
  weathered: false,
  shape: { type: 'door', widthM: 0.8, heightM: 2 },
  units,
  faces: (['outside', 'inside', 'hinge-edge'] as const).map((kind) => ({
    id: kind,
    kind,
    texture: 'sanded',
    profile: 'flat',
    coats: 2
  }))
});
/** A stair of four treads, each a piece of its own, with two strings over all of them. */
const stair = (): Surface =>
  withDivision(
    {
      ...door([]),
      id: 'stair',
      name: 'Stair',
      kind: 'stair',
      shape: {
        ...blankShape('stair'),
        treads: 4,
        depthM: 0.3,
        widthM: 0.9,
        riserM: 0.18,
        strings: 2,
        stringLengthM: 3,
        stringGirthM: 0.3
      },
      faces: (['tread', 'riser', 'string'] as const).map((kind) => ({ ...door([]).faces[0]!, id: kind, kind }))
    } as Surface,
    true
  );
const job = (): JobDocument => {
  const d = whole(floorJob());
  return { ...d, surfaces: [...d.surfaces, door(['1', '2', '3', '4'])] };
};
const cells = (d: JobDocument, like: Partial<Cell>) =>
  cellsOf(d).filter((c) => Object.entries(like).every(([k, v]) => c[k as keyof Cell] === v));
const areaM2 = (surfaces: readonly Surface[]) =>
  surfaces.reduce((sum, s) => {
    const areas = faceAreas(s);
    return sum + s.faces.reduce((n, f) => n + (areas.get(f.id)!.effective as { areaM2: number }).areaM2, 0);
  }, 0);

describe('parts of a job', () => {
  it('a simple job has one, which has everything and names nothing', () => {
    const d = job();
    expect(partJobs(d)).toHaveLength(1);
    expect(partJob(d, 'first').surfaces).toEqual(d.surfaces);
  });
  it('the weather sides of four doors are a part, said in a line; the rest keeps the floor and the inner sides', () => {
    const d = splitPart(job(), cells(job(), { surface: 'doors', face: 'outside' }), 'part-2');
    expect(d.parts[1]).toMatchObject({ placeId: 'place-1', takes: [{ surface: 'doors', face: 'outside' }] });
    expect(d.parts[1]!.finish).toEqual(d.parts[0]!.finish);
    const [rest, weather] = partJobs(d);
    expect(weather!.surfaces.map((s) => s.faces.map((f) => f.id))).toEqual([['outside']]);
    expect(rest!.surfaces.map((s) => s.faces.length)).toEqual([1, 2]);
  });
  it('pieces of one face in a part of their own split what is left by its pieces, each area counted once', () => {
    const whole = job();
    const d = splitPart(
      whole,
      [...cells(whole, { face: 'inside', piece: '1' }), ...cells(whole, { face: 'inside', piece: '2' })],
      'b'
    );
    expect(d.parts[1]!.takes).toEqual([{ surface: 'doors', face: 'inside', pieces: ['1', '2'] }]);
    const rest = partJob(d, 'first').surfaces.filter((s) => wholeSurfaceId(s.id) === 'doors');
    expect(rest.map((s) => [s.id, s.units, s.faces.map((f) => f.id)])).toEqual([
      ['doors', ['1', '2', '3', '4'], ['outside', 'hinge-edge']],
      ['doors~2', ['3', '4'], ['inside']]
    ]);
    expect(partJobs(d).reduce((sum, p) => sum + areaM2(p.surfaces), 0)).toBeCloseTo(areaM2(whole.surfaces), 9);
  });
  it('changed as a part, the others keep what they had; coats come back to the faces of the job', () => {
    const d = splitPart(job(), cells(job(), { surface: 'doors' }), 'b');
    const part = structuredClone(partJob(d, 'b'));
    part.finish!.colour = 'Chalk';
    part.surfaces[0]!.faces[0]!.coats = 5;
    part.site.room.tempC = 7;
    const next = withPartJob(d, part);
    expect(next.parts.map((p) => p.finish!.colour)).toEqual(['Peat', 'Chalk']);
    expect(next.surfaces[1]!.faces.map((f) => f.coats)).toEqual([5, 2, 2]);
    expect(next.places[0]!.room.tempC).toBe(7);
    expect(withPartJob(d, partJob(d, 'b'))).toEqual(d);
  });
  it('of a face that parts share on different pieces each has coats of its own; joined they are one number again', () => {
    const two = cells(job(), { face: 'outside' }).slice(2);
    const d = splitPart(job(), two, 'b');
    const part = structuredClone(partJob(d, 'b'));
    part.surfaces[0]!.faces[0]!.coats = 5;
    const next = withPartJob(d, part);
    const outside = (p: string) =>
      partJob(next, p).surfaces.flatMap((s) => s.faces.filter((f) => f.id === 'outside').map((f) => f.coats));
    expect([outside('first'), outside('b')]).toEqual([[2], [5]]);
    const inner = structuredClone(partJob(next, 'first'));
    for (const s of inner.surfaces) for (const f of s.faces) f.coats = 1;
    expect(partJobs(withPartJob(next, inner)).map((p) => p.surfaces.at(-1)!.faces.at(-1)!.coats)).toEqual([1, 5]);
    const joined = joinPart(next, 'b');
    expect(joined.parts).toHaveLength(1);
    expect(joined.parts[0]).not.toHaveProperty('faceCoats');
    expect(joined.surfaces[1]!.faces.map((f) => f.coats)).toEqual([2, 2, 2]);
    const all = assignCells(next, cells(next, { face: 'outside' }), 'b');
    expect(all.parts[1]).not.toHaveProperty('faceCoats');
    expect(all.surfaces[1]!.faces[0]!.coats).toBe(5);
  });
  it('every other tread of a stair is a part, for people to walk on the rest; its strings stay whole, in one of them', () => {
    const d = { ...job(), surfaces: [stair()] };
    const odd = cellsOf(d).filter((c) => c.piece === 'tread 1' || c.piece === 'tread 3');
    const parted = splitPart(d, odd, 'b');
    expect(parted.parts[1]!.takes).toEqual([{ surface: 'stair', pieces: ['tread 1', 'tread 3'] }]);
    const [rest, half] = partJobs(parted);
    const of = (p: typeof rest) => p!.surfaces.map((s) => [s.units?.length, s.faces.map((f) => f.id)]);
    expect(of(rest)).toEqual([
      [2, ['tread', 'riser']],
      [undefined, ['string']]
    ]);
    expect(of(half)).toEqual([[2, ['tread', 'riser']]]);
    expect(areaM2(half!.surfaces)).toBeCloseTo((4 * 0.3 * 0.9 + 5 * 0.18 * 0.9) / 2, 9);
    expect(areaM2(rest!.surfaces) + areaM2(half!.surfaces)).toBeCloseTo(areaM2(d.surfaces), 9);
    const withString = assignCells(parted, cells(d, { face: 'string' }), 'b');
    expect(withString.parts[1]!.takes).toEqual([
      { surface: 'stair', face: 'tread', pieces: ['tread 1', 'tread 3'] },
      { surface: 'stair', face: 'riser', pieces: ['tread 1', 'tread 3'] },
      { surface: 'stair', face: 'string' }
    ]);
    expect(joinPart(withString, 'b').parts).toHaveLength(1);
  });
  it('the first part with nothing left waits for no start', () => {
    const d = job();
    d.parts[0]!.startAt = '2027-06-01T08:00:00Z';
    const d2 = splitPart(d, cellsOf(d), 'b');
    expect(d2.parts.map((p) => p.startAt)).toEqual([undefined, undefined]);
    expect(partJobs(d2)[0]!.surfaces).toEqual([]);
  });
  it('joined again it is the job it was', () => {
    const d = job();
    expect(joinPart(splitPart(d, cells(d, { surface: 'doors' }), 'b'), 'b')).toEqual(d);
  });
  it('a piece with a new tag stays in its part; a surface that is gone takes its part along', () => {
    const d = splitPart(job(), cells(job(), { piece: '3' }), 'b');
    const renamed = tidyParts({ ...d, surfaces: [d.surfaces[0]!, door(['1', '2', 'porch', '4'])] }, d);
    expect(renamed.parts[1]!.takes).toEqual([{ surface: 'doors', pieces: ['porch'] }]);
    expect(tidyParts({ ...d, surfaces: [d.surfaces[0]!] }, d).parts).toHaveLength(1);
  });
  it('ids are never given twice', () => {
    expect(freeId([{ id: 'part-2' }], 'part')).toBe('part-3');
    expect(freeId([{ id: 'a' }, { id: 'part-3' }], 'part')).toBe('part-4');
  });
});

describe('after any edits', () => {
  const edit = fc.record({
    what: fc.constantFrom('split', 'coats', 'move', 'join', 'piece', 'face', 'drop'),
    pick: fc.array(fc.nat(), { minLength: 1, maxLength: 6 }),
    to: fc.nat()
  });
  const apply = (d: JobDocument, { what, pick, to }: { what: string; pick: number[]; to: number }): JobDocument => {
    const all = cellsOf(d);
    const some = all.length ? pick.map((n) => all[n % all.length]!) : [];
    const part = d.parts[to % d.parts.length]!.id;
    const doors = d.surfaces.find((s) => s.id === 'doors');
    if (what === 'split') return splitPart(d, some, freeId(d.parts, 'part'));
    if (what === 'coats') {
      const worked = structuredClone(partJob(d, part));
      for (const s of worked.surfaces) for (const f of s.faces) f.coats = to % 13;
      return withPartJob(d, worked);
    }
    if (what === 'move') return assignCells(d, some, part);
    if (what === 'join') return joinPart(d, part);
    if (!doors) return d;
    const others = d.surfaces.filter((s) => s !== doors);
    if (what === 'piece' && !doors.units!.includes(`n${to}`))
      return tidyParts({ ...d, surfaces: [...others, { ...doors, units: [...doors.units!.slice(1), `n${to}`] }] }, d);
    if (what === 'face' && doors.faces.length > 1)
      return tidyParts({ ...d, surfaces: [...others, { ...doors, faces: doors.faces.slice(1) }] }, d);
    return what === 'drop' && to % 7 === 0 ? tidyParts({ ...d, surfaces: others }, d) : d;
  };
  it('every face of every piece is in exactly one part, and the document is sound', () =>
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
        const start = job();
        const d = edits.reduce(apply, { ...start, surfaces: [...start.surfaces, stair()] });
        const seen = partJobs(d).flatMap((p) =>
          cellsOf(p).map((c) => `${wholeSurfaceId(c.surface)} ${c.face} ${c.piece ?? ''}`)
        );
        expect([...seen].sort()).toEqual(
          cellsOf(d)
            .map((c) => `${c.surface} ${c.face} ${c.piece ?? ''}`)
            .sort()
        );
        const owner = ownersOf(d);
        for (const c of cellsOf(d)) expect(d.parts.some((p) => p.id === owner(c))).toBe(true);
        expect(checkJobDocument(JSON.parse(JSON.stringify(d)))).toMatchObject({ ok: true });
      }),
      { numRuns: 300 }
    ));
  it('what parts take is read once, however many faces there are: a hostile file holds nobody up', () => {
    const tags = Array.from({ length: 200 }, (_, i) => `${i}`);
    const faces = Array.from({ length: 20 }, (_, i) => ({ ...door([]).faces[0]!, id: `f${i}` }));
    let read = 0;
    const counted = (list: string[]) =>
      new Proxy(list, {
        get: (of, key) => (typeof key === 'string' && /^\d+$/.test(key) && read++, Reflect.get(of, key))
      });
    const [first] = job().parts;
    const others = Array.from({ length: 23 }, (_, i) => ({
      ...first!,
      id: `p${i}`,
      takes: Array.from({ length: 12 }, (__, k) => ({
        surface: 'doors',
        pieces: counted(tags.filter((t) => +t % 12 !== k))
      }))
    }));
    const d: JobDocument = { ...job(), surfaces: [{ ...door(tags), faces }], parts: [first!, ...others] };
    expect(partJobs(d).map((p) => p.surfaces.length)).toEqual([0, 1, ...Array.from({ length: 22 }, () => 0)]);
    const named = others.reduce((n, p) => n + p.takes.reduce((m, t) => m + t.pieces.length, 0), 0);
    expect(read).toBeLessThanOrEqual(named);
    read = 0;
    expect(partNames(d).size).toBe(24);
    expect(read).toBeLessThanOrEqual(2 * named);
  });
});
