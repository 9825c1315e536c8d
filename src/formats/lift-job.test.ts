import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIRST_PART, partJob } from '../core/document';
import { readJobFile, writeJobFile } from './job-json';
import { readKeptJob } from './kept-job';
import { liftJob, newestJob } from './lift-job';
import type { JobFile1 } from './schema/job-1-schema';

const cards = JSON.parse(readFileSync('demo/cards.json', 'utf8')) as unknown[];
const files = readdirSync('demo/jobs').map((f) => JSON.parse(readFileSync(`demo/jobs/${f}`, 'utf8')));
const first = files.map((f) => f.document).filter((d) => d.version === 1) as JobFile1[];

describe('a job file of version 1', () => {
  it('is read as one place and one part, and nothing of it is lost', () => {
    expect(first.length).toBeGreaterThan(5);
    for (const file of first) {
      const { format: _f, version: _v, ...was } = file;
      const { part, ...is } = partJob(liftJob(file), FIRST_PART);
      expect(part).toBe(FIRST_PART);
      expect(is).toEqual(was);
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
          const { part: _p, ...is } = partJob(liftJob(given), FIRST_PART);
          expect(is).toEqual(was);
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
});
