import { blockingProblems, type JobDocument } from '../core/document';
import { jobDocument } from './validate/gen/jobDocument.gen.js';
import { jobDocumentFirst } from './validate/gen/jobDocumentFirst.gen.js';
import { check, type Checked } from './validate/validate';

/** Largest job file read, bytes. A job of 60 surfaces with 12 cards stays below 200 kB. */
export const JOB_FILE_LIMIT_BYTES = 2_000_000;

/** Checks a job document: its shape by the schema, then what no schema can say (outlines, cards, zones). */
export function checkJobDocument(data: unknown): Checked<JobDocument> {
  if (typeof data === 'object' && data !== null && 'version' in data && (data as { version: unknown }).version !== 1)
    return {
      ok: false,
      problems: [
        {
          path: '/version',
          problem: `is ${JSON.stringify((data as { version: unknown }).version)}; this Basket reads version 1`
        }
      ]
    };
  const shape = check<JobDocument>(jobDocument, data, jobDocumentFirst);
  if (!shape.ok) return shape;
  const problems = blockingProblems(shape.value);
  return problems.length
    ? {
        ok: false,
        problems: problems.map(({ path, problem }) => ({ path, problem }))
      }
    : shape;
}

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
