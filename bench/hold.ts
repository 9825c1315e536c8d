import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { floorJob } from '../tests/fixtures';

/** One figure of a bench: what was measured, against what it must hold. */
export type Add = (what: string, measured: string, budget: string, within: boolean) => void;

const median = (times: number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;

/** What heavy and hostile requests cost, and what everybody else feels of them, against a bare page of the same run. */
export async function holdUnderLoad(app: { origin: string; cookie: string; jobId: string }, add: Add): Promise<void> {
  const { origin, cookie, jobId } = app;
  const call = (method: string, path: string, body?: BodyInit, type = 'application/json') =>
    fetch(origin + path, {
      method,
      redirect: 'manual',
      headers: { Cookie: cookie, Origin: origin, ...(body !== undefined && { 'Content-Type': type }) },
      ...(body !== undefined && { body })
    });
  const timed = async (work: () => Promise<Response>) => {
    const begun = performance.now();
    await (await work()).arrayBuffer();
    return performance.now() - begun;
  };
  const light = () => timed(() => call('GET', '/about'));
  const bare = median(await series(20, light));
  const note = (data: unknown) => ({ id: uuidv7(), at: Date.now(), device: 'bench', type: 'note.added', data });

  const many = JSON.stringify({
    events: [note(Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`k${i}`, 0])))]
  });
  const unknown = median(await series(5, () => timed(() => call('POST', `/api/jobs/${jobId}/events`, many))));
  add(
    'an event of 150,000 unknown fields refused',
    `${unknown.toFixed(0)} ms, × ${(unknown / bare).toFixed(1)}`,
    '≤ × 60',
    unknown <= 60 * bare
  );

  const form = Array.from({ length: 15_000 }, (_, i) => `k${i % 10}=`).join('&');
  const forms = median(
    await series(5, () => timed(() => call('POST', '/sign-in', form, 'application/x-www-form-urlencoded')))
  );
  add(
    'a form of 100,000 bytes refused before signing in',
    `${forms.toFixed(1)} ms, × ${(forms / bare).toFixed(1)}`,
    '≤ × 4',
    forms <= 4 * bare
  );

  const giant = JSON.stringify({ ...floorJob(), surfaces: Array.from({ length: 90_000 }, () => 1) });
  const refused = median(await series(5, () => timed(() => call('POST', '/api/jobs', giant))));
  add(
    'a job of 90,000 surfaces that are none refused',
    `${refused.toFixed(0)} ms, × ${(refused / bare).toFixed(1)}`,
    '≤ × 20',
    refused <= 20 * bare
  );

  const picture = await sharp({ create: { width: 7700, height: 7700, channels: 3, background: '#864' } })
    .png()
    .toBuffer();
  const begun = performance.now();
  let done = false;
  const pictures = Promise.all(
    Array.from({ length: 10 }, () =>
      call('PUT', `/api/jobs/${jobId}/photos/${uuidv7()}`, new Uint8Array(picture), 'image/png')
    )
  ).then((all) => ((done = true), all));
  const meanwhile: number[] = [];
  while (!done) {
    meanwhile.push(await light());
    await new Promise((go) => setTimeout(go, 20));
  }
  const all = await pictures;
  const tenS = (performance.now() - begun) / 1000;
  if (all.some((r) => r.status !== 201)) throw new Error(`pictures answered ${all.map((r) => r.status).join()}`);
  const felt = median(meanwhile);
  add('ten pictures of 60 megapixels at once', `${tenS.toFixed(1)} s`, '≤ 35 s', tenS <= 35);
  add('a bare page meanwhile', `${felt.toFixed(1)} ms, × ${(felt / bare).toFixed(1)}`, '≤ × 8', felt <= 8 * bare);

  await followers(app, add);
}

async function series(n: number, work: () => Promise<number>): Promise<number[]> {
  const out: number[] = [];
  for (let i = 0; i < n; i++) out.push(await work());
  return out;
}

/** How long until an entry is seen by all of some phones that follow one job. */
async function followers(
  { origin, cookie, jobId }: { origin: string; cookie: string; jobId: string },
  add: Add
): Promise<void> {
  const seen = async (phones: number): Promise<number> => {
    const end = new AbortController();
    const log = (await (await fetch(`${origin}/api/jobs/${jobId}/events`, { headers: { Cookie: cookie } })).json()) as {
      events: { seq: number }[];
    };
    const after = log.events.at(-1)?.seq ?? 0;
    const waiting = new Map<string, (() => void)[]>();
    await Promise.all(
      Array.from({ length: phones }, async () => {
        const r = await fetch(`${origin}/api/jobs/${jobId}/stream?after=${after}`, {
          headers: { Cookie: cookie },
          signal: end.signal
        });
        const reader = r.body!.getReader();
        await reader.read();
        void (async () => {
          const decoder = new TextDecoder();
          for (let part = await reader.read(); !part.done; part = await reader.read())
            for (const [, id] of decoder.decode(part.value).matchAll(/"id":"([0-9a-f-]{36})"/g))
              waiting.get(id!)?.shift()?.();
        })().catch(() => {});
      })
    );
    const times: number[] = [];
    for (let i = 0; i < 9; i++) {
      const id = uuidv7();
      const all = Promise.all(
        Array.from(
          { length: phones },
          () => new Promise<void>((go) => waiting.set(id, [...(waiting.get(id) ?? []), go]))
        )
      );
      const begun = performance.now();
      const body = JSON.stringify({
        events: [{ id, at: Date.now(), device: 'bench', type: 'note.added', data: { text: 'seen?' } }]
      });
      await fetch(`${origin}/api/jobs/${jobId}/events`, {
        method: 'POST',
        headers: { Cookie: cookie, 'Content-Type': 'application/json' },
        body
      });
      await all;
      times.push(performance.now() - begun);
    }
    end.abort();
    return median(times);
  };
  const [few, crowd] = [await seen(10), await seen(200)];
  add('an entry seen by 10 phones on one job', `${few.toFixed(0)} ms`, 'the measure', true);
  add('the same by 200 phones', `${crowd.toFixed(0)} ms, × ${(crowd / few).toFixed(1)}`, '≤ × 6', crowd <= 6 * few);
}
