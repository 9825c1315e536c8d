import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { counterJob, deckJob, floorJob, knowledge, NOW, whole } from '../../tests/fixtures';
import { EVENT_VERSION, eventRow, type EventType } from '../core/log';
import { bestStarts, plan } from '../core/plan';
import { siteClimate } from '../core/window';
import { partJob, partJobs, type JobDocument } from '../core/document';
import { checkJobDocument, readJobFile, writeJobFile } from './job-json';
import { checkEvent } from './work-event';

/** Every place in a document that holds a value, as a path. */
function places(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path];
  return Object.entries(value).flatMap(([k, v]) => places(v, [...path, Array.isArray(value) ? Number(k) : k]));
}

function put(target: unknown, path: (string | number)[], value: unknown): void {
  let at = target as Record<string | number, unknown>;
  for (const step of path.slice(0, -1)) at = at[step] as Record<string | number, unknown>;
  at[path.at(-1)!] = value;
}

const jobs = [floorJob, deckJob, counterJob];
const anything = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    '',
    0,
    -1,
    1e9,
    -0,
    1e-12,
    true,
    [],
    {},
    'NaN',
    '../../etc/passwd',
    '<b>',
    "'; DROP TABLE job; --",
    '💥'.repeat(40)
  ),
  fc.double(),
  fc.string(),
  fc.integer(),
  fc.jsonValue()
);

describe('a job file that somebody spoilt', () => {
  it('is refused with a path, or is a job that can be planned: never a crash', () =>
    fc.assert(
      fc.property(fc.constantFrom(...jobs), fc.nat(), anything, (make, pick, value) => {
        const job = make();
        const all = places(job);
        const path = all[pick % all.length]!;
        put(job, path, value);
        const r = checkJobDocument(JSON.parse(JSON.stringify(job)));
        if (!r.ok) {
          expect(r.problems.length).toBeGreaterThan(0);
          for (const p of r.problems) expect(p.problem.length).toBeGreaterThan(2);
          return;
        }
        for (const part of partJobs(r.value)) {
          const climate = siteClimate(part, null, { startMs: NOW, hours: 48 });
          const p = plan(part, climate, knowledge, NOW);
          for (const c of p.coats) expect(Number.isFinite(c.expectedL)).toBe(true);
          if (climate) bestStarts(part, climate, knowledge, NOW);
        }
      }),
      { numRuns: 400 }
    ));

  it('with a piece torn out it names what is missing', () =>
    fc.assert(
      fc.property(fc.constantFrom(...jobs), fc.nat(), (make, pick) => {
        const job = make() as unknown as Record<string, unknown>;
        const keys = [
          'format',
          'version',
          'title',
          'client',
          'site',
          'places',
          'parts',
          'crew',
          'surfaces',
          'living',
          'usedForFood',
          'products'
        ];
        const key = keys[pick % keys.length]!;
        delete job[key];
        expect(checkJobDocument(job)).toMatchObject({
          ok: false,
          problems: expect.arrayContaining([{ path: `/${key}`, problem: 'is missing' }])
        });
      })
    ));

  it('cut off anywhere it is not JSON, and says so', () => {
    const text = writeJobFile(whole(floorJob()));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: text.length - 3 }), (n) => {
        expect(readJobFile(text.slice(0, n))).toMatchObject({
          ok: false,
          problems: [{ problem: expect.stringContaining('not JSON') }]
        });
      })
    );
  });

  it('cannot reach the prototype of anything', () => {
    const text = writeJobFile(whole(floorJob())).replace(
      '"version": 2,',
      '"version": 2, "__proto__": { "ok": true }, "constructor": { "prototype": { "bad": 1 } },'
    );
    expect(readJobFile(text).ok).toBe(false);
    expect(({} as { bad?: number }).bad).toBeUndefined();
  });

  it('a thousand surfaces are too many, sixty are planned', () => {
    const many = (n: number): JobDocument => ({
      ...whole(floorJob()),
      surfaces: Array.from({ length: n }, (_, i) => ({ ...floorJob().surfaces[0]!, id: `s${i}` }))
    });
    expect(checkJobDocument(many(1000))).toMatchObject({
      ok: false,
      problems: [{ path: '/surfaces', problem: 'may hold 60 at most' }]
    });
    expect(checkJobDocument(many(60)).ok).toBe(true);
    expect(plan(partJob(many(60), 'first'), null, knowledge, NOW).totalAreaM2).toBeCloseTo(60 * 68.4, 6);
  });
});

describe('events at the border, one by one', () => {
  const event = (type: string, data: unknown) => ({
    id: '01900000-0000-7000-8000-000000000001',
    at: NOW,
    device: 'd',
    v: EVENT_VERSION,
    type,
    data: eventRow(type as EventType).ofPart ? { part: 'first', ...(data as object) } : data
  });
  const good: Record<string, unknown> = {
    'coat.opened': { coat: 1 },
    'coat.closed': { coat: 1, usedL: 2, guessed: false },
    'laying.spread': { coat: 1, laying: 2 },
    'laying.wiped': { coat: 1, laying: 2 },
    'batch.mixed': { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres: 1, lot: '' }] },
    'batch.stirred': { batch: 'AB' },
    'batch.emptied': { batch: 'A', leftL: 0 },
    'tack.felt': { coat: 1, felt: 'ready' },
    'reading.taken': { rh: 0.5 },
    'note.added': { text: 'x' },
    'rags.out': { count: 1 },
    'rags.safe': { count: 1, how: 'flat, single, outdoors' },
    'day.closed': { date: '2027-05-18' },
    'handed.over': {},
    'event.undone': { event: '01900000-0000-7000-8000-000000000002' }
  };
  it.each(Object.entries(good))('%s is taken', (type, data) =>
    expect(checkEvent(event(type, data))).toMatchObject({ ok: true })
  );
  it.each([
    ['coat.opened', { coat: 0 }, '/data/coat'],
    ['coat.closed', { coat: 1, usedL: -2, guessed: false }, '/data/usedL'],
    ['coat.closed', { coat: 1, usedL: 1e9, guessed: false }, '/data/usedL'],
    ['laying.spread', { coat: 1, laying: 1.5 }, '/data/laying'],
    [
      'batch.mixed',
      { batch: 'a', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres: 1, lot: '' }] },
      '/data/batch'
    ],
    ['batch.mixed', { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [] }, '/data/components'],
    [
      'batch.mixed',
      { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres: 0, lot: '' }] },
      '/data/components/0/litres'
    ],
    ['tack.felt', { coat: 1, felt: 'fine' }, '/data/felt'],
    ['reading.taken', { rh: 52 }, '/data/rh'],
    ['note.added', { text: '' }, '/data/text'],
    ['note.added', { text: 'x'.repeat(2001) }, '/data/text'],
    ['rags.safe', { count: 1, how: 'in the van' }, '/data/how'],
    ['day.closed', { date: 'today' }, '/data/date'],
    ['handed.over', { to: 'me' }, '/data/to']
  ])('%s with %j is refused at %s', (type, data, path) => {
    const r = checkEvent(event(type, data));
    expect(r.ok ? [] : r.problems.map((p) => p.path)).toEqual([path]);
  });
  it('a reading that says nothing is refused', () => expect(checkEvent(event('reading.taken', {})).ok).toBe(false));
});
