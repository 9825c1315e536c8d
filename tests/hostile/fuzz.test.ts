import fc from 'fast-check';
import { Type, type TSchema } from 'typebox';
import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NewEventSchema } from '../../src/core/log/schema';
import { JobDocumentSchema } from '../../src/core/document/schema';
import { HouseDocumentSchema } from '../../src/core/house/schema';
import { ProductCardSchema } from '../../src/core/product/schema';
import {
  FirstAccountSchema,
  NewJobSchema,
  NewPasswordSchema,
  NewTinSchema,
  PasswordChangeSchema,
  PersonSchema,
  RoleSchema,
  SignInSchema,
  TinChangeSchema
} from '../../src/formats/schema/form-schemas';
import { DOORS } from '../../src/lib/server/access/doors';
import { createJob } from '../../src/lib/server/jobs/jobs';
import { addSensor } from '../../src/lib/server/sensors/sensors';
import { saveCard } from '../../src/lib/server/shelf/cards';
import { addTin } from '../../src/lib/server/stock/stock';
import { card, deckJob, floorJob, NOW, whole } from '../fixtures';
import { freshCrew, PASSWORD } from '../server/database';
import { runningApp } from '../server/running-app';
import { arbitraryOf, HOSTILE, spoilt } from './arbitrary';

/** How many requests: bounded, and the same ones for the same seed. */
const REQUESTS = Number(process.env.BASKET_FUZZ ?? 5400);
const SEED = Number(process.env.BASKET_FUZZ_SEED ?? 20270518);
const AT_ONCE = 12;

let app: Awaited<ReturnType<typeof runningApp>>;
let conn: ReturnType<typeof app.connect>;
let cookie = '';
let bystander = '';
let sensorToken = '';
let ids = { job: '', deck: '', tin: '' };

beforeAll(async () => {
  app = await runningApp('fuzz');
  conn = app.connect();
  const { crewId, email } = await freshCrew(conn.db);
  const other = await freshCrew(conn.db);
  cookie = (await app.signIn(email, PASSWORD)).cookie;
  bystander = (await app.signIn(other.email, PASSWORD)).cookie;
  await createJob(conn.db, other.crewId, whole(floorJob()), 'X', NOW);
  sensorToken = (await addSensor(conn.db, crewId, 'puck', null, NOW)).token;
  await saveCard(conn.db, crewId, card('ostrel-duo'), 0, 'Ines', NOW);
  const tin = {
    productId: 'ostrel-duo',
    of: 'kit' as const,
    colour: 'Peat',
    lot: 'K',
    volumeMl: 1500,
    leftMl: 900,
    place: 'v',
    boughtOn: '2027-05-01'
  };
  ids = {
    job: await createJob(conn.db, crewId, whole(floorJob()), 'Ines', NOW),
    deck: await createJob(conn.db, crewId, whole(deckJob()), 'Ines', NOW),
    tin: await addTin(conn.db, crewId, tin, 'Ines', NOW)
  };
});
afterAll(async () => {
  await conn.pool.end();
  await app.stop();
});

const version = Type.Integer({ minimum: 0, maximum: 5 });
const text = Type.String({ maxLength: 40 });
/** What each route takes, by method or action: a schema of its JSON or its form. What a route reads otherwise is told below. */
const TAKES = new Map<string, TSchema>([
  ['/sign-in default', SignInSchema],
  ['/welcome default', FirstAccountSchema],
  ['/new-password/[token] default', NewPasswordSchema],
  ['/(desk)/account password', PasswordChangeSchema],
  ['/(desk)/jobs/new default', NewJobSchema],
  ['/(desk)/people add', PersonSchema],
  ['/(desk)/people role', RoleSchema],
  ['/(desk)/people active', Type.Object({ userId: text, active: text })],
  ['/(desk)/people link', Type.Object({ userId: text })],
  ['/(desk)/sensors add', Type.Object({ name: text })],
  ['/(desk)/sensors place', Type.Object({ id: text, stands: text, place: text })],
  ['/(desk)/sensors renew', Type.Object({ id: text, name: text })],
  ['/(desk)/shelf/[card] prices', Type.Object({ revision: text, 'kit-300': text, 'kit-1500': text, 'kit-3000': text })],
  ['/(desk)/shelf/[card] house', Type.Object({ revision: text, value: text, reason: text, clear: text })],
  ['/(desk)/weeks address', Type.Object({})],
  ['/(desk)/mend/[id] document', Type.Object({ rowVersion: text, text: text })],
  ['/(desk)/mend/[id] aside', Type.Object({ aside: text })],
  ['/(desk)/mend/[id] event', Type.Object({ event: text })],
  ['/api/cards PUT', Type.Object({ cards: Type.Array(Type.Object({ card: ProductCardSchema, revision: version })) })],
  ['/api/cards POST', ProductCardSchema],
  ['/api/house PUT', Type.Object({ document: HouseDocumentSchema, revision: version })],
  ['/api/house/effect POST', HouseDocumentSchema],
  ['/api/jobs POST', JobDocumentSchema],
  ['/api/jobs/[id] PUT', Type.Object({ document: JobDocumentSchema, rowVersion: version })],
  ['/api/jobs/[id]/commit POST', Type.Object({ startMs: Type.Number({ minimum: 0, maximum: 1e15 }) })],
  ['/api/jobs/[id]/events POST', Type.Object({ events: Type.Array(NewEventSchema) })],
  ['/api/jobs/[id]/photos/[photo] PUT', text],
  ['/api/jobs/[id]/weather PUT', text],
  ['/api/me PATCH', Type.Object({ units: Type.Enum(['metric', 'us']) })],
  [
    '/api/senml POST',
    Type.Array(
      Type.Object({
        n: Type.Enum(['air', 'humidity', 'x', 'battery']),
        u: Type.Enum(['Cel', '%RH', '__proto__', 'constructor', '%EL']),
        v: Type.Number(),
        bt: Type.Number({ minimum: -1e9, maximum: 1e10 })
      })
    )
  ],
  ['/api/stock POST', NewTinSchema],
  ['/api/stock/[tin] PATCH', TinChangeSchema]
]);

/** Ways in that end a session or hold a stream open: asked elsewhere. */
const APART = new Set(['/sign-out POST', '/api/jobs/[id]/stream GET']);

interface Asked {
  key: string;
  method: string;
  path: string;
  body?: { type: string; text: string };
}

const oneOf = <T>(...all: T[]) => fc.constantFrom(...all);
const hostileText = fc.oneof(
  fc.constantFrom(...HOSTILE.filter((h) => typeof h === 'string')),
  fc.string({ maxLength: 30 })
);

/** The varying parts of an address: right ones, foreign ones, other spellings, rubbish. */
function paramsOf(name: string): fc.Arbitrary<string> {
  const right =
    name === 'tin'
      ? fc.constant(ids.tin)
      : name === 'card'
        ? fc.constant('ostrel-duo')
        : name === 'photo'
          ? fc.nat().map(() => uuidv7())
          : name === 'kind'
            ? oneOf('csv', 'covjson')
            : name === 'id'
              ? oneOf(ids.job, ids.deck)
              : fc.constant('f'.repeat(name === 'secret' ? 48 : 32));
  return fc.oneof(
    { weight: 7, arbitrary: right },
    { weight: 1, arbitrary: right.map((r) => r.toUpperCase()) },
    { weight: 1, arbitrary: fc.uuid() },
    {
      weight: 1,
      arbitrary: hostileText
        .filter((t) => t.length > 0 && t !== '.' && t !== '..')
        .map((t) => encodeURIComponent(t.replace(/[\uD800-\uDFFF]/g, '')))
    }
  );
}

const search = fc.oneof(
  { weight: 3, arbitrary: fc.constant('') },
  {
    weight: 2,
    arbitrary: fc
      .array(
        fc.tuple(
          oneOf('after', 'page', 'find', 'id', 'to', 'size', 'name', 'kind', 'past', 'aside', 'x'),
          fc.oneof(
            oneOf('1e400', '1e20', '-1', '9'.repeat(40), '0', '/%09/host', '%', '💥', 'constructor', "' OR 1=1"),
            fc.string({ maxLength: 12 })
          )
        ),
        { maxLength: 3 }
      )
      .map((pairs) => `?${new URLSearchParams(pairs as [string, string][]).toString()}`)
  }
);

function pathOf(route: string): fc.Arbitrary<string> {
  const bare = route.replace(/\/\([^)]*\)/g, '') || '/';
  const names = [...bare.matchAll(/\[(\w+)\]/g)].map((m) => m[1]!);
  return fc.tuple(fc.tuple(...names.map(paramsOf)), search).map(([values, s]) => {
    let i = 0;
    return bare.replace(/\[\w+\]/g, () => values[i++] || 'x') + s;
  });
}

function bodyOf(key: string): fc.Arbitrary<Asked['body']> {
  const schema = TAKES.get(key);
  if (!schema) return fc.constant(undefined);
  const value = arbitraryOf(schema);
  const isForm = !/ (GET|HEAD|PUT|POST|PATCH|DELETE)$/.test(key);
  const filled = fc.oneof({ weight: 3, arbitrary: value }, { weight: 5, arbitrary: spoilt(value) });
  if (!isForm)
    return fc.oneof(
      { weight: 9, arbitrary: filled.map((v) => ({ type: 'application/json', text: JSON.stringify(v) ?? 'null' })) },
      {
        weight: 1,
        arbitrary: oneOf('', '{', '[1,', 'nul', '"\\ud83d"', '{"a":1e999}', '[]').map((t) => ({
          type: 'application/json',
          text: t
        }))
      }
    );
  return filled.map((v) => {
    const fields = typeof v === 'object' && v !== null ? Object.entries(v) : [['x', v]];
    const form = new URLSearchParams(
      fields.map(([k, x]): [string, string] => [String(k), typeof x === 'object' ? JSON.stringify(x) : String(x)])
    );
    return { type: 'application/x-www-form-urlencoded', text: form.toString() };
  });
}

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];
/** Every way in, and now and then a method no door has. */
const asked = (): fc.Arbitrary<Asked> => {
  const ways = [...DOORS]
    .flatMap(([route, doors]) => [...doors.keys()].map((way) => ({ route, way })))
    .filter((w) => !APART.has(`${w.route} ${w.way}`));
  return fc.oneof(
    {
      weight: 12,
      arbitrary: fc.constantFrom(...ways).chain(({ route, way }) => {
        const action = !METHODS.includes(way);
        const key = `${route} ${way}`;
        return fc.tuple(pathOf(route), bodyOf(key)).map(([path, body]) => ({
          key,
          method: action ? 'POST' : way,
          path: action && way !== 'default' ? `${path.split('?')[0]}?/${way}` : path,
          ...(body && { body })
        }));
      })
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(
          fc.constantFrom(...[...DOORS.keys()].filter((r) => !r.endsWith('/stream') && r !== '/sign-out')),
          oneOf(...METHODS)
        )
        .chain(([route, method]) => pathOf(route).map((path) => ({ key: `${route} ${method}`, method, path })))
    }
  );
};

/** Asks; once more where the line was let go of as the request went out on it. An app that is gone refuses the second. */
const ask = (q: Asked): Promise<Response> =>
  askOnce(q).catch((fault: Error) => {
    if (!String(fault.cause).includes('other side closed')) throw fault;
    return askOnce(q);
  });

async function askOnce(q: Asked): Promise<Response> {
  return fetch(app.origin + q.path, {
    method: q.method,
    redirect: 'manual',
    headers: {
      Cookie: cookie,
      Origin: app.origin,
      ...(q.body && { 'Content-Type': q.body.type }),
      ...(q.key.startsWith('/api/senml') && { Authorization: `Bearer ${sensorToken}` })
    },
    ...(q.body && { body: q.body.text }),
    signal: AbortSignal.timeout(120_000)
  });
}

describe('requests made at random from the routes’ own schemas', () => {
  it(`${REQUESTS} of them: none breaks the app, and nobody else notices`, async () => {
    const all = fc.sample(asked(), { numRuns: REQUESTS, seed: SEED });
    const broken: string[] = [];
    const seen = new Map<string, number>();
    let next = 0;
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        for (let q = all[next++]; q; q = all[next++]) {
          try {
            const r = await ask(q);
            await r.arrayBuffer();
            seen.set(q.key, (seen.get(q.key) ?? 0) + 1);
            if (r.status >= 500) broken.push(`${r.status} ${q.method} ${q.path} ${q.body?.text.slice(0, 600) ?? ''}`);
          } catch (fault) {
            broken.push(
              `${String((fault as Error).cause ?? fault)} ${q.method} ${q.path} ${q.body?.text.slice(0, 300) ?? ''}`
            );
          }
        }
      })
    );
    expect(broken.slice(0, 5)).toEqual([]);
    // Every way in was tried.
    for (const [route, doors] of DOORS)
      for (const way of doors.keys())
        if (!APART.has(`${route} ${way}`) && way !== 'HEAD')
          expect(seen.get(`${route} ${way}`) ?? 0, `${route} ${way}`).toBeGreaterThan(0);
    for (const path of [
      '/',
      '/jobs',
      '/care',
      '/shelf',
      '/house',
      '/log',
      '/weeks',
      '/people',
      '/sensors',
      `/jobs/${ids.job}/work`,
      `/jobs/${ids.deck}/when`
    ]) {
      const r = await fetch(app.origin + path, { headers: { Cookie: cookie }, redirect: 'manual' });
      expect([path, r.status < 400]).toEqual([path, true]);
    }
    for (const path of ['/', '/jobs', '/shelf']) {
      const r = await fetch(app.origin + path, { headers: { Cookie: bystander }, redirect: 'manual' });
      expect([path, r.status]).toEqual([path, 200]);
    }
  }, 600_000);
});
