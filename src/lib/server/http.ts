import { json } from '@sveltejs/kit';
import { JOB_FILE_LIMIT_BYTES } from '../../formats/job-json';
import type { FieldProblem } from '../../formats/validate/validate';

/** An answer that refuses an input: which fields, what is wrong, what would be right. */
export const refuse = (problems: FieldProblem[], status = 422) => json({ problems }, { status });

/** The largest number an address may carry for a place in a list or a log. */
const MOST_PLACES = 2 ** 48;

/** A sequence number as it stands in an address or header; what is none begins at the beginning. */
export function seqOf(text: string | null): number {
  const n = /^\d{1,16}$/.test(text ?? '') ? Number(text) : 0;
  return n <= MOST_PLACES ? n : 0;
}

/** A page's number as it stands in an address, from 1; what is none, or lies beyond any list, is the first. */
export function pageOf(text: string | null): number {
  const n = /^\d{1,6}$/.test(text ?? '') ? Number(text) : 1;
  return Math.max(1, n);
}

/** Reads a JSON body of at most a job file's size; the answer says what is wrong when it is none. */
export async function readJson(
  request: Request
): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  const no = (problem: string, status: number) => ({
    ok: false as const,
    response: refuse([{ path: '', problem }], status)
  });
  if (Number(request.headers.get('content-length') ?? 0) > JOB_FILE_LIMIT_BYTES)
    return no('is larger than 2 MB; a job file is at most 2 MB', 413);
  const text = await request.text().catch(() => null);
  if (text === null || text.length > JOB_FILE_LIMIT_BYTES)
    return no('is larger than 2 MB; a job file is at most 2 MB', 413);
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (e) {
    return no(`is not JSON: ${(e as Error).message}`, 400);
  }
}
