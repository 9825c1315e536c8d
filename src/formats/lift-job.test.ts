import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIRST_PART, partJob } from '../core/document';
import { readJobFile, writeJobFile } from './job-json';
import { readKeptJob } from './kept-job';
import { liftJob, newestJob } from './lift-job';
import { newestCard } from './lift-kinds';
import type { JobFile1 } from './schema/job-1-schema';

const cards = JSON.parse(readFileSync('demo/cards.json', 'utf8')) as unknown[];
const files = readdirSync('demo/jobs').map((f) => JSON.parse(readFileSync(`demo/jobs/${f}`, 'utf8')));
const first = files
  .map((f) => f.document)
  .filter((d) => d.version === 1)
  .map((d) => ({ products: [], ...d })) as JobFile1[];

/** The kinds the demo's files of version 1 name, in their words of today. */
const TODAY = new Map([
  ['countertop', 'counter'],
  ['handrail', 'rail']
]);
const inWordsOfToday = <T extends Pick<JobFile1, 'surfaces'>>(was: T) => ({
  ...was,
  surfaces: was.surfaces.map((s) => ({ ...s, kind: TODAY.get(s.kind) ?? s.kind }))
});

describe('a job file of version 1', () => {
  it('is read as one place and one part, and nothing of it is lost', () => {
    expect(first.length).toBeGreaterThan(5);
    for (const file of first) {
      const { format: _f, version: _v, ...was } = file;
      const { part, placeId: _i, ...is } = partJob(liftJob(file), FIRST_PART);
      expect(part).toBe(FIRST_PART);
      expect(is).toEqual(inWordsOfToday(was));
    }
  });
  it('every optional field of it too', () => {
    const [file] = first;
    fc.assert(
      fc.property(
        fc.record({ startAt: fc.boolean(), compared: fc.boolean(), finish: fc.boolean() }),
        ({ startAt, compared, finish }) => {
          const { finish: held, ...rest } = structuredClone(file!);
          const given: JobFile1 = {
            ...rest,
            ...(finish && { finish: held! }),
            ...(startAt && { startAt: '2027-06-01T08:00:00Z' }),
            ...(compared && { compared: [{ id: 'a', finish: held! }] })
          };
          const { format: _f, version: _v, ...was } = given;
          const { part: _p, placeId: _i, ...is } = partJob(liftJob(given), FIRST_PART);
          expect(is).toEqual(inWordsOfToday(was));
        }
      )
    );
  });
  it('is written as version 2 from then on, which reads as itself', () => {
    for (const f of files) {
      const read = readKeptJob(f, cards, Date.parse('2027-05-18T08:40:00Z'));
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const text = writeJobFile(read.value.document);
      expect(JSON.parse(text).version).toBe(2);
      expect(readJobFile(text)).toEqual({ ok: true, value: read.value.document });
      expect(newestJob(read.value.document)).toBe(read.value.document);
    }
  });
  it('that is wrong is told by its own paths', () => {
    const wrong = structuredClone(first[0]!) as JobFile1;
    wrong.products = [];
    wrong.site.workingHours.mon = { from: '17:00', to: '08:00' };
    expect(readJobFile(JSON.stringify(wrong))).toMatchObject({
      ok: false,
      problems: [{ path: '/site/workingHours/mon' }, { path: '/finish/productId' }]
    });
  });
  it('names kinds and faces in older words, which are read as those of today; nothing of it is lost', () => {
    const file = structuredClone(first[0]!);
    const [floor] = file.surfaces;
    const box = { type: 'box', lengthM: 1, widthM: 0.4, heightM: 0.4 } as const;
    file.surfaces = [
      { ...floor!, id: 'a', kind: 'countertop' },
      { ...floor!, id: 'b', kind: 'bench-or-planter', shape: { ...box, open: true } },
      { ...floor!, id: 'c', kind: 'bench-or-planter', shape: { ...box, open: false } },
      { ...floor!, id: 'd', faces: [{ ...floor!.faces[0]!, orientation: 'upright', exposure: 'open' }] }
    ];
    file.products = [
      { ...(cards[0] as JobFile1['products'][number]), uses: ['floor', 'countertop', 'bench-or-planter'] }
    ];
    const lifted = liftJob(file);
    expect(lifted.surfaces.map((s) => s.kind)).toEqual(['counter', 'planter', 'bench', floor!.kind]);
    expect(lifted.surfaces[3]!.faces[0]).toMatchObject({ lies: { tiltDeg: 90 }, life: 'outdoors' });
    expect(lifted.surfaces[3]!.faces[0]).not.toHaveProperty('orientation');
    expect(lifted.products[0]!.uses).toEqual(['floor', 'counter', 'tabletop', 'bench', 'planter']);
    const card = { id: 'x', uses: ['handrail', 'deck'] };
    expect(newestCard(card)).toEqual({ id: 'x', uses: ['rail', 'deck'] });
    expect(newestCard('no card')).toBe('no card');
  });
});
