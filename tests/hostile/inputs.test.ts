import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addPerson } from '../../src/lib/server/accounts/people';
import { createJob } from '../../src/lib/server/jobs/jobs';
import { addSensor } from '../../src/lib/server/sensors/sensors';
import { saveCard } from '../../src/lib/server/shelf/cards';
import { card, deckJob, floorJob, NOW, whole } from '../fixtures';
import { freshCrew, PASSWORD, phoneEvent } from '../server/database';
import { runningApp } from '../server/running-app';
import { RESERVED_NAMES } from '../../src/core/keyed';

let app: Awaited<ReturnType<typeof runningApp>>;
let conn: ReturnType<typeof app.connect>;
const cookies = { lead: '', hand: '', bystander: '' };
let jobId = '';
let deckId = '';
let crew: Awaited<ReturnType<typeof freshCrew>>;
let sensorToken = '';

beforeAll(async () => {
  app = await runningApp('hostile');
  conn = app.connect();
  crew = await freshCrew(conn.db);
  const other = await freshCrew(conn.db);
  await addPerson(
    conn.db,
    crew.crewId,
    { name: 'Bram', email: `hand-${crew.email}`, password: PASSWORD, role: 'hand' },
    NOW
  );
  cookies.lead = (await app.signIn(crew.email, PASSWORD)).cookie;
  cookies.hand = (await app.signIn(`hand-${crew.email}`, PASSWORD)).cookie;
  cookies.bystander = (await app.signIn(other.email, PASSWORD)).cookie;
  await saveCard(conn.db, crew.crewId, card('ostrel-duo'), 0, 'Ines', NOW);
  sensorToken = (await addSensor(conn.db, crew.crewId, 'puck', null, NOW)).token;
  jobId = await createJob(conn.db, crew.crewId, whole(floorJob()), 'Ines', NOW);
  deckId = await createJob(conn.db, crew.crewId, whole(deckJob()), 'Ines', NOW);
});
afterAll(async () => {
  await conn.pool.end();
  await app.stop();
});

type Body = string | Uint8Array | object | undefined;
const ask = (
  method: string,
  path: string,
  body?: Body,
  headers: { [name in string]: string } = {},
  who: keyof typeof cookies | null = 'lead'
) =>
  fetch(app.origin + path, {
    method,
    redirect: 'manual',
    headers: {
      Origin: app.origin,
      ...(who && { Cookie: cookies[who] }),
      ...(body !== undefined && { 'Content-Type': 'application/json' }),
      ...headers
    },
    ...(body !== undefined && {
      body: typeof body === 'string' ? body : body instanceof Uint8Array ? new Uint8Array(body) : JSON.stringify(body)
    }),
    signal: AbortSignal.timeout(120_000)
  });
const FORM = { 'Content-Type': 'application/x-www-form-urlencoded' };
const form = (fields: { [name in string]: string }) => new URLSearchParams(fields).toString();
const events = (...all: unknown[]) => ({ events: all });
const note = (text: string) => phoneEvent('note.added', { text });
/** JSON text with a field of any name, also those an object literal would not hold. */
const withField = (json: object, name: string, value: string) =>
  `${JSON.stringify(json).slice(0, -1)},${JSON.stringify(name)}:${value}}`;

/** After whatever was sent: the crew, another crew and a stranger are served as before. */
async function everybodyIsServed() {
  for (const who of ['lead', 'bystander'] as const)
    for (const path of ['/', '/jobs', '/api/rail', '/care', '/house'])
      expect([who, path, (await ask('GET', path, undefined, {}, who)).status]).toEqual([who, path, 200]);
  expect((await ask('GET', `/jobs/${jobId}/work`)).status).toBe(200);
  expect((await ask('GET', '/sign-in', undefined, {}, null)).status).toBe(200);
  expect((await ask('PATCH', '/api/me', { units: 'metric' }, {}, 'bystander')).status).toBe(200);
}

interface Case {
  name: string;
  send: () => Promise<Response>;
  /** What must come back. */
  status: number | number[];
  /** Words or fields that must be in the answer. */
  says?: RegExp;
}
const table = (title: string, cases: readonly Case[]) =>
  describe(title, () => {
    it.each(cases)('$name', async ({ send, status, says }) => {
      const r = await send();
      const told = await r.text();
      expect([status].flat(), told.slice(0, 300)).toContain(r.status);
      if (says) expect(told).toMatch(says);
    });
    it('and everybody is served as before', everybodyIsServed);
  });

const JOB = () => `/api/jobs/${jobId}`;
const EVENTS = () => `${JOB()}/events`;
const refusedEvent = (e: unknown) => async () => ask('POST', EVENTS(), events(e), {}, 'hand');

table('names that programs keep for themselves', [
  ...RESERVED_NAMES.flatMap((n): Case[] => [
    {
      name: `an event on surface “${n}”`,
      send: refusedEvent({
        ...phoneEvent('prep.done', { surface: 'floor', step: 'mask' }),
        data: { surface: n, step: 'prototype' }
      }),
      status: 200,
      says: /"refused".*surface/
    },
    {
      name: `a job with a surface “${n}”`,
      send: () => ask('POST', '/api/jobs', { ...whole(floorJob()), surfaces: [{ ...floorJob().surfaces[0]!, id: n }] }),
      status: 422,
      says: /surfaces\/0\/id/
    }
  ]),
  ...['__proto__', 'constructor'].flatMap((n): Case[] => [
    {
      name: `a field “${n}” in an event`,
      send: () => ask('POST', EVENTS(), `{"events":[${withField(note('x'), n, '{"polluted":1}')}]}`, {}, 'hand'),
      status: 200,
      says: /"refused"/
    },
    {
      name: `a field “${n}” in a job`,
      send: () => ask('POST', '/api/jobs', withField(whole(floorJob()), n, '{"polluted":1}')),
      status: 422
    },
    {
      name: `house rules keyed “${n}”`,
      send: () =>
        ask(
          'PUT',
          '/api/house',
          `{"revision":0,"document":{"choices":{${JSON.stringify(n)}:{"option":"a","reason":"r","date":"2027-01-01"}},"numbers":{},"vans":[]}}`
        ),
      status: 422
    },
    {
      name: `numbers of the house keyed “${n}.x”`,
      send: () =>
        ask(
          'PUT',
          '/api/house',
          `{"revision":0,"document":{"choices":{},"numbers":{${JSON.stringify(`${n}.x`)}:{"value":1,"reason":"r","date":"2027-01-01"}},"vans":[]}}`
        ),
      status: 422
    },
    {
      name: `a SenML unit “${n}”`,
      send: () =>
        ask('POST', '/api/senml', [{ n: 'air', u: n, v: 1 }], { Authorization: `Bearer ${sensorToken}` }, null),
      status: 422
    }
  ])
]);

table('ids in another spelling', [
  {
    name: 'events of a job in capitals',
    send: () => ask('POST', `/api/jobs/${jobId.toUpperCase()}/events`, events(note('x')), {}, 'hand'),
    status: 404
  },
  { name: 'its page', send: () => ask('GET', `/jobs/${jobId.toUpperCase()}/work`), status: 404 },
  { name: 'its stream', send: () => ask('GET', `/api/jobs/${jobId.toUpperCase()}/stream`), status: 404 },
  { name: 'a card in capitals', send: () => ask('GET', '/shelf/OSTREL-DUO'), status: 404 },
  {
    name: 'a tin that is no id',
    send: () => ask('PATCH', '/api/stock/constructor', { rowVersion: 1, note: '' }),
    status: 404
  },
  { name: 'an id with what an address may hide', send: () => ask('GET', `/api/jobs/${jobId}%00`), status: [400, 404] },
  {
    name: 'an id in letters of another script',
    send: () => ask('GET', `/api/jobs/${encodeURIComponent('é'.repeat(36))}`),
    status: 404
  }
]);

table('numbers beyond all places', [
  { name: 'after=1e400', send: () => ask('GET', `${EVENTS()}?after=1e400`), status: 200 },
  { name: 'after=-1', send: () => ask('GET', `${EVENTS()}?after=-1`), status: 200 },
  { name: 'page=1e20', send: () => ask('GET', '/care?page=1e20'), status: 200 },
  { name: 'page=999999', send: () => ask('GET', '/care?page=999999'), status: 200 },
  ...[1e15, 0, -1e15, 8.64e15].map((startMs): Case => ({
    name: `a start at ${startMs}`,
    send: () => ask('POST', `/api/jobs/${deckId}/commit`, { startMs }),
    status: 422,
    says: /startMs/
  })),
  { name: 'a cursor of digits', send: () => ask('GET', `/jobs?after=${'9'.repeat(15)}.${'f'.repeat(36)}`), status: 200 }
]);

table('texts that are none', [
  {
    name: 'half an emoji in a note',
    send: refusedEvent(note('💥'.slice(0, 1))),
    status: 200,
    says: /"refused".*half a character/
  },
  {
    name: 'half an emoji in a job’s title',
    send: () => ask('POST', '/api/jobs', { ...whole(floorJob()), title: '💥'.slice(1) }),
    status: 422,
    says: /half a character/
  },
  { name: 'JSON that is cut', send: () => ask('POST', EVENTS(), '{"events":[', {}, 'hand'), status: 400 },
  { name: 'JSON that is nothing', send: () => ask('POST', EVENTS(), 'null', {}, 'hand'), status: 422 },
  {
    name: 'a list of nothing',
    send: () => ask('POST', EVENTS(), events(null, 1, 'x', []), {}, 'hand'),
    status: 200,
    says: /"refused"/
  }
]);

table('forms that are none', [
  {
    name: 'a file where text is due',
    send: () => {
      const body =
        '--b\r\nContent-Disposition: form-data; name="email"; filename="x.txt"\r\nContent-Type: text/plain\r\n\r\nhello\r\n--b--\r\n';
      return ask('POST', '/sign-in', body, { 'Content-Type': 'multipart/form-data; boundary=b' }, null);
    },
    status: 422,
    says: /file/
  },
  {
    name: 'packed values that lead back to themselves',
    send: () => ask('POST', '/jobs/new', form({ __superform_json: '[{"title":0}]' }), FORM),
    status: 422
  },
  {
    name: 'a hundred thousand fields before signing in',
    send: () => ask('POST', '/sign-in', Array.from({ length: 100_000 }, (_, i) => `k${i}=`).join('&'), FORM, null),
    status: 413
  },
  {
    name: 'three hundred short ones',
    send: () => ask('POST', '/sign-in', Array.from({ length: 300 }, (_, i) => `k${i}=`).join('&'), FORM, null),
    status: 422
  },
  { name: 'a form of the wrong kind', send: () => ask('POST', '/sign-in', '{}', {}, null), status: [400, 415] },
  { name: 'an action that is none', send: () => ask('POST', '/people?/rob', form({ a: 'b' }), FORM), status: 405 }
]);

table('where a sign-in leads', [
  ...[
    '//elsewhere.example',
    '/%09/elsewhere.example',
    '/\t/elsewhere.example',
    '/\\elsewhere.example',
    'https://elsewhere.example',
    '/\u0001x',
    'javascript:alert(1)',
    '/\n/x'
  ].map((to): Case => ({
    name: `not to ${JSON.stringify(to)}`,
    send: async () => {
      const r = await ask('GET', `/sign-in?to=${encodeURIComponent(to)}`);
      const where = new URL(r.headers.get('location') ?? '', app.origin);
      return new Response(where.origin === app.origin ? 'own' : 'foreign', { status: r.status });
    },
    status: 303,
    says: /own/
  })),
  {
    name: 'to a page of its own it does',
    send: async () => {
      const r = await ask('GET', `/sign-in?to=${encodeURIComponent(`/jobs/${jobId}/work?x=1`)}`);
      return new Response(r.headers.get('location'), { status: r.status });
    },
    status: 303,
    says: /\/jobs\/[0-9a-f-]{36}\/work\?x=1$/
  }
]);

table('signing in', [
  {
    name: 'a browser that calls itself a novel gets in with the right password',
    send: async () => {
      const r = await ask(
        'POST',
        '/sign-in',
        form({ email: crew.email, password: PASSWORD }),
        { ...FORM, 'User-Agent': 'x'.repeat(6000), Accept: 'text/html' },
        null
      );
      return new Response('', { status: r.status });
    },
    status: 303
  },
  {
    name: 'a wrong password does not come back in the page',
    send: async () => {
      const r = await ask(
        'POST',
        '/sign-in',
        form({ email: 'nobody@x.example', password: 'heron-ladder-quince' }),
        { ...FORM, Accept: 'text/html' },
        null
      );
      const text = await r.text();
      return new Response(text.includes('heron-ladder-quince') ? 'shown' : 'hidden', { status: r.status });
    },
    status: 401,
    says: /hidden/
  },
  {
    name: 'a first account beside a crew that is there',
    send: () =>
      ask(
        'POST',
        '/welcome',
        form({ crewName: 'X', name: 'X', email: 'x@x.example', password: 'heron ladder quince', units: 'metric' }),
        { ...FORM, Accept: 'text/html' },
        null
      ),
    status: 303
  }
]);

table('what a hand may not', [
  {
    name: 'book',
    send: () => ask('POST', `/api/jobs/${deckId}/commit`, { startMs: NOW + 86_400_000 }, {}, 'hand'),
    status: 403,
    says: /lead or the office books/
  },
  {
    name: 'book by the document',
    send: async () =>
      ask(
        'PUT',
        `/api/jobs/${deckId}`,
        { rowVersion: 1, document: whole({ ...deckJob(), startAt: '2027-06-01T08:00:00Z' }) },
        {},
        'hand'
      ),
    status: 403
  },
  {
    name: 'read weather from a file',
    send: () => ask('PUT', `/api/jobs/${deckId}/weather`, 'x', {}, 'hand'),
    status: 403
  },
  {
    name: 'renew a sensor’s token',
    send: () => ask('POST', '/sensors?/renew', form({ id: deckId }), FORM, 'hand'),
    status: 403
  },
  {
    name: 'mend a job',
    send: () => ask('POST', `/mend/${deckId}?/aside`, form({ aside: '1' }), FORM, 'hand'),
    status: 403
  },
  {
    name: 'make a link for a password',
    send: () => ask('POST', '/people?/link', form({ userId: crew.userId }), FORM, 'hand'),
    status: 403
  }
]);

describe('what is heavy', () => {
  /** Whether a light request is answered while a heavy one is under way. */
  async function beside(heavy: Promise<Response>): Promise<{ status: number; lightFirst: boolean }> {
    let done = false;
    const ended = heavy.then((r) => ((done = true), r));
    const light = await ask('GET', '/about', undefined, {}, 'bystander');
    const lightFirst = !done;
    expect(light.status).toBe(200);
    const r = await ended;
    await r.arrayBuffer();
    return { status: r.status, lightFirst };
  }
  it('an event of a hundred and fifty thousand unknown fields is one refusal', async () => {
    const many = Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`k${i}`, 0]));
    const r = await ask('POST', EVENTS(), events({ ...note('x'), data: many }), {}, 'hand');
    expect([r.status, (await r.text()).length < 1000]).toEqual([200, true]);
  });
  it('a job of ninety thousand surfaces that are none tells its first problem', async () => {
    const r = await ask('POST', '/api/jobs', {
      ...whole(floorJob()),
      surfaces: Array.from({ length: 90_000 }, () => 1)
    });
    expect([r.status, ((await r.json()) as { problems: unknown[] }).problems.length]).toEqual([422, 1]);
  });
  it('ten pictures of sixty megapixels are opened two at a time, and others are answered first', async () => {
    const giant = await sharp({ create: { width: 7700, height: 7700, channels: 3, background: '#864' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    const put = (id: string) => ask('PUT', `${JOB()}/photos/${id}`, giant, { 'Content-Type': 'image/png' }, 'hand');
    const all = Array.from({ length: 10 }, () => put(note('p').id));
    const { lightFirst } = await beside(all[0]!.then((r) => r.clone()));
    const statuses = (await Promise.all(all)).map((r) => r.status);
    expect(statuses.every((s) => s === 201)).toBe(true);
    expect(lightFirst).toBe(true);
  }, 120_000);
  it('a picture for a job that is not there, or not theirs, is not opened at all', async () => {
    const notOne = Buffer.from('GIF89a');
    const r = await ask(
      'PUT',
      `/api/jobs/${note('x').id}/photos/${note('y').id}`,
      notOne,
      { 'Content-Type': 'image/png' },
      'hand'
    );
    expect(r.status).toBe(404);
    const theirs = await ask(
      'PUT',
      `${JOB()}/photos/${note('z').id}`,
      notOne,
      { 'Content-Type': 'image/png' },
      'bystander'
    );
    expect(theirs.status).toBe(404);
  });
  it.each([
    ['POST', '/sign-in', 40_000],
    ['PATCH', '/api/me', 70_000],
    ['POST', '/api/senml', 600_000],
    ['POST', '/api/jobs', 2_100_000]
  ])('%s %s of %i bytes is more than its door lets in', async (method, path, bytes) => {
    const r = await ask(
      method,
      path,
      'x'.repeat(bytes),
      path === '/sign-in' ? FORM : {},
      path === '/sign-in' || path === '/api/senml' ? null : 'lead'
    );
    expect(r.status).toBe(413);
  });
  it('a body without a told length is counted as it comes', async () => {
    const piece = new Uint8Array(20_000);
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull: (c) => (sent++ < 50 ? c.enqueue(piece) : c.close())
    });
    const r = await fetch(`${app.origin}/api/me`, {
      method: 'PATCH',
      headers: { Cookie: cookies.lead, 'Content-Type': 'application/json' },
      body,
      duplex: 'half'
    } as RequestInit);
    expect(r.status).toBe(413);
  });
  it('and everybody is served as before', everybodyIsServed);
});

describe('two tests of the thumb in one millisecond', () => {
  it('are both kept, and the job answers on', async () => {
    const id = await createJob(conn.db, crew.crewId, whole(floorJob()), 'Ines', NOW);
    const post = (...all: unknown[]) => ask('POST', `/api/jobs/${id}/events`, events(...all), {}, 'hand');
    await post(
      phoneEvent('coat.opened', { coat: 1 }, NOW - 9e6),
      phoneEvent('laying.spread', { coat: 1, laying: 1 }, NOW - 9e6),
      phoneEvent('laying.wiped', { coat: 1, laying: 1 }, NOW - 8.9e6),
      phoneEvent('coat.closed', { coat: 1, usedL: 2, guessed: false }, NOW - 8e6)
    );
    const at = NOW - 3e6;
    const both = [
      phoneEvent('tack.felt', { coat: 1, felt: 'tacky' }, at),
      phoneEvent('tack.felt', { coat: 1, felt: 'wet' }, at)
    ];
    for (const e of [...both, phoneEvent('tack.felt', { coat: 1, felt: 'tacky' }, at)]) {
      const r = await post(e);
      expect([r.status, await r.text()]).toEqual([200, expect.stringContaining('"stored"')]);
    }
    expect((await ask('GET', `/jobs/${id}/work`)).status).toBe(200);
    const [rows] = await conn.pool.query('SELECT COUNT(*) AS n FROM tack_test WHERE job_id = ?', [id]);
    // The third says what the first said at the same instant.
    expect((rows as { n: number }[])[0]!.n).toBe(2);
  });
});

describe('a person who is removed', () => {
  it('loses the stream that is open', async () => {
    const email = `gone-${crew.email}`;
    const added = await addPerson(conn.db, crew.crewId, { name: 'Gone', email, password: PASSWORD, role: 'hand' }, NOW);
    if (!added.ok) throw new Error(added.problem);
    const { cookie } = await app.signIn(email, PASSWORD);
    const r = await fetch(`${app.origin}${JOB()}/stream`, { headers: { Cookie: cookie } });
    expect(r.status).toBe(200);
    const ended = (async () => {
      const reader = r.body!.getReader();
      for (;;) if ((await reader.read()).done) return true;
    })();
    const shut = await ask('POST', '/people?/active', form({ userId: added.id, active: '0' }), {
      ...FORM,
      Accept: 'text/html'
    });
    expect(shut.status).toBe(200);
    expect(await Promise.race([ended, new Promise((r) => setTimeout(() => r(false), 15_000))])).toBe(true);
    const after = await fetch(`${app.origin}${JOB()}`, { headers: { Cookie: cookie } });
    expect(after.status).toBe(401);
  });
  it('a stream is headed without being opened', async () => {
    const r = await ask('HEAD', `${JOB()}/stream`);
    expect([r.status, r.headers.get('content-type')]).toEqual([200, 'text/event-stream']);
  });
});

describe('the log of the process', () => {
  it('names the driver’s error and never what people typed', async () => {
    const { readFileSync } = await import('node:fs');
    const secret = 'heron-in-the-reeds-4711';
    await ask(
      'POST',
      '/sign-in',
      form({ email: `${secret}@x.example`, password: secret }),
      { ...FORM, Accept: 'text/html' },
      null
    );
    await ask('POST', '/api/jobs', { ...whole(floorJob()), title: secret });
    await ask('POST', EVENTS(), events(note(secret)), {}, 'hand');
    expect(readFileSync(app.p.appLog, 'utf8')).not.toContain(secret);
  });
});

describe('first visits', () => {
  it('eight at once make one crew, with its cards', async () => {
    const empty = await runningApp('first-visit');
    try {
      const first = (i: number) =>
        fetch(`${empty.origin}/welcome`, {
          method: 'POST',
          redirect: 'manual',
          headers: { Origin: empty.origin, ...FORM, Accept: 'text/html' },
          body: form({
            crewName: `Crew ${i}`,
            name: 'Ines',
            email: `i${i}@x.example`,
            password: 'heron ladder quince',
            units: 'metric'
          })
        });
      const statuses = (await Promise.all(Array.from({ length: 8 }, (_, i) => first(i)))).map((r) => r.status);
      expect(statuses).toEqual(Array.from({ length: 8 }, () => 303));
      const own = empty.connect();
      const count = async (table: string) =>
        ((await own.pool.query(`SELECT COUNT(*) AS n FROM ${table}`))[0] as { n: number }[])[0]!.n;
      expect([await count('crew'), await count('user'), (await count('product_card')) > 10]).toEqual([1, 1, true]);
      await own.pool.end();
    } finally {
      await empty.stop();
    }
  });
});
