import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addPerson } from '../../src/lib/server/accounts/people';
import { createJob } from '../../src/lib/server/jobs/jobs';
import { saveCard } from '../../src/lib/server/shelf/cards';
import { card, floorJob, NOW, whole } from '../fixtures';
import { freshCrew, PASSWORD, phoneEvent } from './database';
import { runningApp } from './running-app';

let app: Awaited<ReturnType<typeof runningApp>>;
let conn: ReturnType<typeof app.connect>;
const cookies: Record<'lead' | 'hand' | 'office' | 'stranger', string> = {
  lead: '',
  hand: '',
  office: '',
  stranger: ''
};
let jobId = '';

beforeAll(async () => {
  app = await runningApp('doors');
  conn = app.connect();
  const { crewId, email } = await freshCrew(conn.db);
  cookies.lead = (await app.signIn(email, PASSWORD)).cookie;
  for (const role of ['hand', 'office'] as const) {
    await addPerson(conn.db, crewId, { name: role, email: `${role}-${email}`, password: PASSWORD, role }, NOW);
    cookies[role] = (await app.signIn(`${role}-${email}`, PASSWORD)).cookie;
  }
  cookies.stranger = (await app.signIn((await freshCrew(conn.db)).email, PASSWORD)).cookie;
  await saveCard(conn.db, crewId, card('ostrel-duo'), 0, 'Ines', NOW);
  jobId = await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW);
});
afterAll(async () => {
  await conn.pool.end();
  await app.stop();
});

type Who = keyof typeof cookies;
const call = (method: string, path: string, who?: Who, body?: unknown, headers: Record<string, string> = {}) =>
  fetch(app.origin + path, {
    method,
    redirect: 'manual',
    headers: {
      ...(who && { Cookie: cookies[who] }),
      ...(body !== undefined && { 'Content-Type': 'application/json' }),
      ...headers
    },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body)
  });

describe('without a session', () => {
  it.each([
    '/',
    '/jobs',
    '/jobs/new',
    '/care',
    '/shelf',
    '/shelf/stock',
    '/bench',
    '/log',
    '/house',
    '/people',
    '/about'
  ])('%s leads to the sign-in page', async (path) => {
    const r = await call('GET', path);
    expect([r.status, r.headers.get('location')]).toEqual([303, `/sign-in?to=${encodeURIComponent(path)}`]);
  });
  it.each([
    ['GET', '/api/jobs/x'],
    ['PUT', '/api/jobs/x'],
    ['POST', '/api/jobs'],
    ['POST', '/api/jobs/x/events'],
    ['GET', '/api/jobs/x/stream'],
    ['POST', '/api/jobs/x/commit'],
    ['PATCH', '/api/me'],
    ['POST', '/api/cards'],
    ['GET', '/stand-ins/weather-desk/position']
  ])('%s %s answers 401', async (method, path) =>
    expect((await call(method, path, undefined, method === 'GET' ? undefined : {})).status).toBe(401)
  );
  it('a made-up cookie opens nothing', async () => {
    const r = await fetch(`${app.origin}/api/jobs/${jobId}`, {
      headers: { Cookie: 'better-auth.session_token=forged.forged' }
    });
    expect(r.status).toBe(401);
  });
});

describe('signing in', () => {
  it('keeps the cookie from scripts and other sites', async () => {
    const { email } = await freshCrew(conn.db);
    const { setCookie, status } = await app.signIn(email, PASSWORD);
    expect(status).toBe(303);
    expect(setCookie).toMatch(/HttpOnly/i);
    expect(setCookie).toMatch(/SameSite=(Lax|Strict)/i);
  });
  it('slows wrong passwords, and then even the right one waits', async () => {
    const { email } = await freshCrew(conn.db);
    const statuses = [];
    for (let i = 0; i < 5; i++) statuses.push((await app.signIn(email, 'wrong-password')).status);
    expect(statuses).toEqual([401, 401, 401, 401, 429]);
    expect((await app.signIn(email, PASSWORD)).status).toBe(429);
  });
  it('a form from another site is turned away', async () => {
    const r = await fetch(`${app.origin}/sign-in`, {
      method: 'POST',
      headers: { Origin: 'https://elsewhere.example', 'Content-Type': 'application/x-www-form-urlencoded' },
      body: 'email=a'
    });
    expect(r.status).toBe(403);
  });
  it('never leads away from this site', async () => {
    const r = await call('GET', '/sign-in?to=//elsewhere.example', 'lead');
    expect(r.headers.get('location')).toBe('/');
  });
});

describe('roles', () => {
  const jobAs = async (who: Who, change: (j: ReturnType<typeof whole>) => void) => {
    const { document, rowVersion } = { document: whole(floorJob()), rowVersion: await version() };
    change(document);
    return (await call('PUT', `/api/jobs/${jobId}`, who, { document, rowVersion })).status;
  };
  const version = async () =>
    Number(
      ((await conn.pool.query('SELECT row_version AS v FROM job WHERE id = ?', [jobId]))[0] as { v: number }[])[0]!.v
    );

  it('a hand measures but changes no price, not even inside a job', async () => {
    expect(await jobAs('hand', (j) => (j.surfaces[0]!.faces[0]!.coats = 1))).toBe(200);
    expect(await jobAs('hand', (j) => (j.products[0]!.packs[0]!.priceCents = 1))).toBe(403);
  });
  it('a hand imports no card, makes no job, adds nobody', async () => {
    expect((await call('POST', '/api/cards', 'hand', card('marrum-deck'))).status).toBe(403);
    expect((await call('POST', '/api/jobs', 'hand', whole(floorJob()))).status).toBe(403);
    expect((await call('GET', '/jobs/new', 'hand')).status).toBe(403);
    const form = (action: string, who: Who) =>
      fetch(`${app.origin}${action}`, {
        method: 'POST',
        headers: { Cookie: cookies[who], Origin: app.origin, 'Content-Type': 'application/x-www-form-urlencoded' },
        body: 'name=X&email=x@x.example&password=long-enough-1&role=lead&revision=1&kit-300=1'
      });
    expect((await form('/people?/add', 'hand')).status).toBe(403);
    expect((await form('/shelf/ostrel-duo?/prices', 'hand')).status).toBe(403);
    expect((await form('/shelf/ostrel-duo?/house', 'office')).status).toBe(403);
  });
  it('the office reads the log and does not write it', async () => {
    const r = await call('POST', `/api/jobs/${jobId}/events`, 'office', {
      events: [phoneEvent('note.added', { text: 'n' })]
    });
    expect(await r.json()).toMatchObject({
      receipts: [{ outcome: 'refused', reason: 'The office reads the log; the crew on site writes it.' }]
    });
    const log = await call('GET', `/api/jobs/${jobId}/events`, 'office');
    expect([log.status, await log.json()]).toEqual([200, { events: [] }]);
  });
  it('another crew finds nothing', async () => {
    for (const path of [
      `/api/jobs/${jobId}`,
      `/api/jobs/${jobId}/events`,
      `/api/jobs/${jobId}/stream`,
      `/jobs/${jobId}/measure`
    ])
      expect((await call('GET', path, 'stranger')).status).toBe(404);
    expect(
      (await call('POST', `/api/jobs/${jobId}/events`, 'stranger', { events: [phoneEvent('rags.out', { count: 1 })] }))
        .status
    ).toBe(404);
    expect(
      (await call('PUT', `/api/jobs/${jobId}`, 'stranger', { document: whole(floorJob()), rowVersion: 1 })).status
    ).toBe(404);
  });
});

describe('bad input', () => {
  const problems = async (r: Response) =>
    ((await r.json()) as { problems: { path: string; problem: string }[] }).problems;
  it('names the field, the problem and the cure', async () => {
    const job = whole(floorJob());
    (job.surfaces[0]!.shape as { walls: { lengthM: number }[] }).walls[0]!.lengthM = -4;
    const r = await call('POST', '/api/jobs', 'lead', job);
    expect(r.status).toBe(422);
    expect(await problems(r)).toContainEqual({
      path: '/surfaces/0/shape/walls/0/lengthM',
      problem: 'must be 0 or more'
    });
  });
  it('a job file of 50 MB is refused', async () =>
    expect(
      (await call('POST', '/api/jobs', 'lead', 'x'.repeat(50_000_000)).catch(() => ({ status: 413 }))).status
    ).toBe(413));
  it('what is not JSON, and what is of another version, is refused', async () => {
    expect((await call('POST', '/api/jobs', 'lead', '{"half":')).status).toBe(400);
    expect(await problems(await call('POST', '/api/jobs', 'lead', { ...whole(floorJob()), version: 7 }))).toMatchObject(
      [{ path: '/version' }]
    );
  });
  it('one bad event stops nothing but itself, and says by field what is wrong', async () => {
    const good = phoneEvent('rags.out', { count: 1 });
    const r = await call('POST', `/api/jobs/${jobId}/events`, 'hand', {
      events: [good, { ...good, type: 'rags.burnt' }]
    });
    const { receipts } = (await r.json()) as { receipts: unknown[] };
    expect([r.status, receipts]).toMatchObject([
      200,
      [
        { id: good.id, outcome: 'stored' },
        { outcome: 'refused', problems: [{ path: '/type' }] }
      ]
    ]);
    const log = await (await call('GET', `/api/jobs/${jobId}/events`, 'hand')).json();
    expect((log as { events: { id: string }[] }).events.map((e) => e.id)).toEqual([good.id]);
  });
  it('a hostile import runs nothing and is shown as text', async () => {
    const title = '<script>alert(1)</script>"\'; DROP TABLE job; --';
    const r = await call('POST', '/api/jobs', 'lead', { ...whole(floorJob()), title });
    const { id } = (await r.json()) as { id: string };
    const page = await (await call('GET', `/jobs/${id}/measure`, 'lead')).text();
    expect(page).not.toContain('<script>alert(1)');
    expect((await call('GET', `/api/jobs/${id}`, 'lead')).headers.get('content-disposition')).toMatch(
      /^attachment; filename="[a-z0-9-]+\.basket-job\.json"$/
    );
    const polluted = await call(
      'POST',
      '/api/jobs',
      'lead',
      JSON.stringify(whole(floorJob())).replace('"version":2', '"version":2,"__proto__":{"admin":true}')
    );
    expect(polluted.status).toBe(422);
  });
  it('an export imports again as the same job', async () => {
    const text = await (await call('GET', `/api/jobs/${jobId}`, 'lead')).text();
    const { id } = (await (await call('POST', '/api/jobs', 'lead', text)).json()) as { id: string };
    expect(await (await call('GET', `/api/jobs/${id}`, 'lead')).text()).toBe(text);
  });
  it('pages carry a strict content-security policy', async () => {
    const csp = (await call('GET', '/', 'lead')).headers.get('content-security-policy') ?? '';
    expect(csp).toContain("script-src 'self' 'nonce-");
    expect(csp).not.toContain("'unsafe-eval'");
  });
});

describe('shelf, stock and house rules at the door', () => {
  const tin = {
    productId: 'ostrel-duo',
    of: 'kit',
    colour: 'Peat',
    lot: 'OD-1',
    volumeMl: 1500,
    leftMl: 1500,
    place: 'store',
    boughtOn: '2027-05-01'
  };
  const problems = async (r: Response) =>
    ((await r.json()) as { problems: { path: string }[] }).problems.map((p) => p.path);

  it('cards are saved all or none, over the revision they were read at, by a lead', async () => {
    const put = (who: Who, cards: unknown) => call('PUT', '/api/cards', who, { cards });
    const [a, b] = [card('tansy-gel'), card('lantern-wax')];
    expect((await put('hand', [{ card: a, revision: 0 }])).status).toBe(403);
    const broken = await put('lead', [
      { card: a, revision: 0 },
      { card: { ...b, class: 'potion' }, revision: 0 }
    ]);
    expect(broken.status).toBe(422);
    expect(await problems(broken)).toContain('/cards/1/class');
    expect((await call('GET', '/api/cards?id=tansy-gel', 'lead')).status).toBe(404);
    expect(
      (
        await put('lead', [
          { card: a, revision: 0 },
          { card: b, revision: 0 }
        ])
      ).status
    ).toBe(200);
    const clash = await put('lead', [
      { card: { ...a, name: 'New' }, revision: 1 },
      { card: b, revision: 0 }
    ]);
    expect(clash.status).toBe(409);
    expect(await clash.json()).toMatchObject({ changed: ['lantern-wax'] });
    expect(await (await call('GET', '/api/cards?id=tansy-gel', 'lead')).json()).toMatchObject({ name: a.name });
  });
  it('a list that is none, twins, and a card that contradicts itself are refused', async () => {
    const put = async (cards: unknown) => problems(await call('PUT', '/api/cards', 'lead', { cards }));
    const c = card('quill-sealer');
    expect(await put('all')).toEqual(['/cards']);
    expect(await put([])).toEqual(['/cards']);
    expect(
      await put([
        { card: c, revision: 0 },
        { card: c, revision: 0 }
      ])
    ).toContain('/cards');
    expect(await put([{ card: c }])).toEqual(['/revision']);
    c.limits.airMinC = 40;
    expect(await put([{ card: c, revision: 0 }])).toContain('/limits/airMaxC');
  });
  it('a tin is taken in by anybody of the crew, and refused with its field', async () => {
    const post = (who: Who, t: object) => call('POST', '/api/stock', who, { ...tin, ...t });
    expect((await post('hand', {})).status).toBe(201);
    for (const [wrong, path] of [
      [{ productId: 'nobody' }, '/productId'],
      [{ of: 'oil' }, '/of'],
      [{ colour: 'Puce' }, '/colour'],
      [{ leftMl: 1600 }, '/leftMl'],
      [{ boughtOn: 'May' }, '/boughtOn'],
      [{ lot: '' }, '/lot']
    ] as const)
      expect(await problems(await post('office', wrong)), path).toContain(path);
    const { id } = (await (await post('office', {})).json()) as { id: string };
    const patch = (who: Who, change: object) =>
      call('PATCH', `/api/stock/${id}`, who, { rowVersion: 1, note: '', ...change });
    expect((await patch('stranger', { leftMl: 1 })).status).toBe(404);
    expect((await patch('hand', { leftMl: 9000 })).status).toBe(422);
    expect((await patch('hand', { leftMl: 700 })).status).toBe(200);
    expect((await patch('hand', { leftMl: 600 })).status).toBe(409);
  });
  it('house rules are a lead’s; what is not in the book is refused; the effect saves nothing', async () => {
    const rules = { choices: {}, numbers: {}, vans: ['Heron'] };
    const put = (who: Who, document: unknown, revision: unknown = 0) =>
      call('PUT', '/api/house', who, { document, revision });
    expect((await put('office', rules)).status).toBe(403);
    expect(
      await problems(
        await put('lead', { ...rules, choices: { tea: { option: 'milk', reason: 'r', date: '2027-01-01' } } })
      )
    ).toEqual(['/choices/tea']);
    expect(
      await problems(await put('lead', { ...rules, numbers: { rhMax: { value: 7, reason: 'r', date: '2027-01-01' } } }))
    ).toEqual(['/numbers/rhMax/value']);
    expect(await problems(await put('lead', rules, 'x'))).toEqual(['/revision']);
    const effect = await call('POST', '/api/house/effect', 'hand', rules);
    expect([effect.status, Array.isArray(((await effect.json()) as { jobs: unknown[] }).jobs)]).toEqual([200, true]);
    expect(await (await call('GET', '/api/house', 'lead')).json()).toEqual({ choices: {}, numbers: {}, vans: [] });
    expect((await put('lead', rules)).status).toBe(200);
    expect((await put('lead', rules)).status).toBe(409);
  });
  it('the office approves a board and packs, but does not lay oil', async () => {
    const post = async (event: unknown) => {
      const r = await call('POST', `/api/jobs/${jobId}/events`, 'office', { events: [event] });
      return ((await r.json()) as { receipts: { outcome: string }[] }).receipts[0]!.outcome;
    };
    expect(await post(phoneEvent('load.packed', { visit: 'ready', item: 'rags', packed: true }))).toBe('stored');
    expect(
      await post(
        phoneEvent('sample.approved', {
          sample: 'b',
          client: 'L',
          layers: [{ productId: 'ostrel-duo', colour: 'Peat' }]
        })
      )
    ).toBe('stored');
    expect(await post(phoneEvent('coat.opened', { coat: 1 }))).toBe('refused');
  });
});

describe('photos', () => {
  const put = (who: Who, job: string, id: string, body: Uint8Array) =>
    fetch(`${app.origin}/api/jobs/${job}/photos/${id}`, {
      method: 'PUT',
      headers: { Cookie: cookies[who], 'Content-Type': 'image/png' },
      body: new Uint8Array(body)
    });
  const id = phoneEvent('note.added', { text: 'x' }).id;
  it('are taken from the crew on site, judged by content, and kept by a device for good', async () => {
    const png = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#864' } })
      .png()
      .toBuffer();
    expect((await put('office', jobId, id, png)).status).toBe(403);
    expect((await put('stranger', jobId, id, png)).status).toBe(404);
    expect((await put('hand', jobId, 'not-an-id', png)).status).toBe(404);
    const broken = await put('hand', jobId, id, Buffer.from('<svg/>'));
    expect([broken.status, await broken.json()]).toEqual([
      422,
      { problems: [{ path: '/photo', problem: 'is no JPEG, PNG or WebP picture' }] }
    ]);
    expect((await put('hand', jobId, id, png)).status).toBe(201);
    expect((await put('hand', jobId, id, png)).status).toBe(200);
    const got = await call('GET', `/api/jobs/${jobId}/photos/${id}?size=small`, 'office');
    expect(got.headers.get('content-type')).toBe('image/jpeg');
    expect(got.headers.get('cache-control')).toContain('immutable');
    expect(await sharp(Buffer.from(await got.arrayBuffer())).metadata()).toMatchObject({ width: 360, height: 270 });
    expect((await call('GET', `/api/jobs/${jobId}/photos/${id}`, 'stranger')).status).toBe(404);
    expect((await call('GET', `/api/jobs/${jobId}/photos/${id}`)).status).toBe(401);
  });
  it('larger than 15 MB are refused before they are read whole', async () => {
    const r = await put('hand', jobId, phoneEvent('note.added', { text: 'y' }).id, new Uint8Array(15_500_000));
    expect(r.status).toBe(413);
  });
});
