import { json } from '@sveltejs/kit';

/** Fields a form may have; the largest here has fourteen. */
const MOST_FIELDS = 200;
/** How much of a body that is too large is let go by, before the line is cut. */
const MOST_DISCARDED_BYTES = 64_000_000;

export type ReadBody = { ok: true; request: Request } | { ok: false; response: Response };

const refused = (problem: string, status: number): ReadBody => ({
  ok: false,
  response: json({ message: `This request ${problem}.`, problems: [{ path: '', problem }] }, { status })
});

/**
 * Reads the body of a request up to what its door lets in, and gives the request on with it. What is larger is refused before
 * it is read whole; forms of hundreds of fields, with files or packed values are refused before any form library sees them.
 */
export async function readBody(request: Request, mostBytes: number): Promise<ReadBody> {
  const larger = `is larger than ${size(mostBytes)}`;
  if (!request.body) return { ok: true, request };
  const told = Number(request.headers.get('content-length') ?? 0);
  const bytes = await upTo(request.body, told > mostBytes ? 0 : mostBytes).catch(() => null);
  // What the server before this cuts off by itself was larger still.
  if (bytes === 'too many' || (!bytes && told > mostBytes)) return refused(larger, 413);
  if (!bytes) return refused('did not arrive whole; send it again', 400);
  const form = formProblem(request.headers.get('content-type') ?? '', bytes);
  if (form) return refused(form, 422);
  return {
    ok: true,
    request: new Request(request.url, { method: request.method, headers: request.headers, body: new Uint8Array(bytes) })
  };
}

/**
 * Reads a body up to a size. What is more is let go by unread, up to a point: who is cut off in the middle of sending sees a
 * broken line where the answer should be, and tries again for ever.
 */
async function upTo(body: ReadableStream<Uint8Array>, most: number): Promise<Buffer | 'too many'> {
  const parts: Uint8Array[] = [];
  let length = 0;
  const reader = body.getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    length += part.value.length;
    if (length > MOST_DISCARDED_BYTES) {
      await reader.cancel().catch(() => {});
      return 'too many';
    }
    if (length <= most) parts.push(part.value);
    else parts.length = 0;
  }
  return length > most ? 'too many' : Buffer.concat(parts);
}

function formProblem(type: string, bytes: Buffer): string | null {
  const urlencoded = type.startsWith('application/x-www-form-urlencoded');
  const multipart = type.startsWith('multipart/form-data');
  if (!urlencoded && !multipart) return null;
  const text = bytes.toString('latin1');
  const fields = text.split(urlencoded ? '&' : /content-disposition:/i).length - (urlencoded ? 0 : 1);
  if (fields > MOST_FIELDS) return `has ${fields} fields; no form here has more than ${MOST_FIELDS}`;
  if (multipart && /content-disposition:[^\r\n]*\bfilename\*?=/i.test(text)) return 'has a file where text is due';
  if (/__superform_(json|file)/.test(text)) return 'has packed values; send each field by its name';
  return null;
}

const size = (bytes: number): string =>
  bytes >= 1e6 ? `${Math.round(bytes / 1e5) / 10} MB` : `${Math.round(bytes / 1000)} kB`;
