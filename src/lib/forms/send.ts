/** What is wrong with what was sent: a field by its path, none for the whole; what, and what would be right. */
export interface SentProblem {
  path: string;
  problem: string;
}

/** What became of something sent: the answer, or what is wrong with it. Status 0 where the server was out of reach. */
export type Sent<T> = { ok: true; value: T } | { ok: false; status: number; problems: SentProblem[]; answer: unknown };

export const OUT_OF_REACH = 'The server is out of reach. Nothing was written.';

/**
 * Sends a form of a page to an endpoint: anything as JSON, a text as it is. The one way to do so, and never throws: what the
 * server refused and a server out of reach both come back as problems that stand beside a field or above the form.
 */
export async function send<T>(method: 'POST' | 'PUT' | 'PATCH', address: string, body: unknown): Promise<Sent<T>> {
  const text = typeof body === 'string';
  let status = 0;
  try {
    const r = await fetch(address, {
      method,
      headers: text ? {} : { 'Content-Type': 'application/json' },
      body: text ? body : JSON.stringify(body)
    });
    ({ status } = r);
    const answer = (await r.json().catch(() => ({}))) as { problems?: SentProblem[]; message?: string };
    if (r.ok) return { ok: true, value: answer as T };
    const problems = answer.problems ?? [{ path: '', problem: answer.message ?? 'The server refused it.' }];
    return { ok: false, status, problems, answer };
  } catch {
    return { ok: false, status, problems: [{ path: '', problem: OUT_OF_REACH }], answer: null };
  }
}

/** All that is wrong, as one text of sentences. */
export const asText = (problems: readonly SentProblem[]): string =>
  problems.map(({ problem }) => (/[.!?]$/.test(problem) ? problem : `${problem}.`)).join(' ');
