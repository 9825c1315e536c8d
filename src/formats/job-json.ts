import { blockingProblems, type JobDocument } from '../core/document';
import { jobDocument } from './validate/gen/jobDocument.gen.js';
import { jobDocumentFirst } from './validate/gen/jobDocumentFirst.gen.js';
import { jobFile1 } from './validate/gen/jobFile1.gen.js';
import { jobFile1First } from './validate/gen/jobFile1First.gen.js';
import { liftJob } from './lift-job';
import type { JobFile1 } from './schema/job-1-schema';
import { check, type Checked } from './validate/validate';

/** Largest job file read, bytes. A job of 60 surfaces with 12 cards stays below 200 kB. */
export const JOB_FILE_LIMIT_BYTES = 2_000_000;

/**
 * Checks a job document, of version 2 or of version 1, which is lifted: its shape by the schema, then what no schema can say
 * (outlines, cards, zones, parts).
 */
export function checkJobDocument(data: unknown): Checked<JobDocument> {
  const version = typeof data === 'object' && data !== null && 'version' in data ? data.version : 2;
  if (version !== 1 && version !== 2)
    return {
      ok: false,
      problems: [{ path: '/version', problem: `is ${JSON.stringify(version)}; this Basket reads versions 1 and 2` }]
    };
  const shape = version === 1 ? checkFirst(data) : check<JobDocument>(jobDocument, data, jobDocumentFirst);
  if (!shape.ok) return shape;
  const problems = blockingProblems(shape.value);
  return problems.length
    ? {
        ok: false,
        problems: problems.map(({ path, problem }) => ({ path: version === 1 ? pathIn1(path) : path, problem }))
      }
    : shape;
}

function checkFirst(data: unknown): Checked<JobDocument> {
  const shape = check<JobFile1>(jobFile1, data, jobFile1First);
  return shape.ok ? { ok: true, value: liftJob(shape.value) } : shape;
}

/** Where a field of a lifted document stands in the file it came from. */
const pathIn1 = (path: string): string => path.replace(/^\/places\/0/, '/site').replace(/^\/parts\/0/, '');

/** Reads a job file's text. Refuses what is too large before parsing it. */
export function readJobFile(text: string): Checked<JobDocument> {
  if (text.length > JOB_FILE_LIMIT_BYTES)
    return {
      ok: false,
      problems: [
        {
          path: '',
          problem: `the file holds ${Math.ceil(text.length / 1e6)} MB; a job file is at most 2 MB`
        }
      ]
    };
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (e) {
    return {
      ok: false,
      problems: [{ path: '', problem: `this is not JSON: ${(e as Error).message}` }]
    };
  }
  return checkJobDocument(data);
}

/** Writes a job file: stable order of fields, two-space indent, a newline at the end. */
export const writeJobFile = (job: JobDocument): string => `${JSON.stringify(job, null, 2)}\n`;
