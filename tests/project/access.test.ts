import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';
import { accessTable } from '../../src/lib/server/access/access-table';
import { doorOf, DOORS } from '../../src/lib/server/access/doors';
import { PARAMS, paramsAreCanonical } from '../../src/lib/server/access/params';
import { may, PERMISSIONS, ROLES, type Permission } from '../../src/lib/server/accounts/permissions';
import { ownPath } from '../../src/lib/server/access/own-path';

const ROUTES = 'src/routes';
const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() ? files(join(folder, e.name)) : [join(folder, e.name)]
  );
const routeOf = (file: string) =>
  `/${relative(ROUTES, file).split('/').slice(0, -1).join('/')}`.replace(/\/$/, '') || '/';

/** What the routes' own files say may be asked: methods of endpoints, actions of pages. */
function waysIn(): string[] {
  const out = new Set<string>();
  for (const f of files(ROUTES)) {
    const text = readFileSync(f, 'utf8');
    if (f.endsWith('+page.svelte')) out.add(`${routeOf(f)} GET`);
    if (f.endsWith('+page.server.ts') && !files(ROUTES).includes(f.replace('+page.server.ts', '+page.svelte')))
      out.add(`${routeOf(f)} GET`);
    if (f.endsWith('+server.ts'))
      for (const m of text.matchAll(/^export const (GET|POST|PUT|PATCH|DELETE|HEAD): RequestHandler/gm))
        out.add(`${routeOf(f)} ${m[1]}`);
    if (f.endsWith('+page.server.ts')) {
      const actions = /export const actions: Actions = \{([\s\S]*)\n\};/.exec(text)?.[1] ?? '';
      for (const m of actions.matchAll(/^ {2}(\w+): async/gm)) out.add(`${routeOf(f)} ${m[1]}`);
    }
  }
  return [...out].sort();
}

describe('the doors', () => {
  it('are those the routes have, every one, and no other', () =>
    expect([...DOORS].flatMap(([route, ways]) => [...ways.keys()].map((w) => `${route} ${w}`)).sort()).toEqual(
      waysIn()
    ));
  it('every varying part of an address has its form', () => {
    for (const route of DOORS.keys())
      for (const [, name] of route.matchAll(/\[(\w+)\]/g)) expect(PARAMS.has(name!), `${route} ${name}`).toBe(true);
    expect(paramsAreCanonical({ unheard: 'x' })).toBe(false);
    expect(paramsAreCanonical({ id: '01900000-0000-7000-8000-000000000001' })).toBe(true);
    expect(paramsAreCanonical({ id: '01900000-0000-7000-8000-00000000000A' })).toBe(false);
  });
  it('what writes has a body of a told size, what is open to all a small one', () => {
    for (const [route, ways] of DOORS)
      for (const [way, door] of ways) {
        if (['GET', 'HEAD', 'DELETE'].includes(way)) expect(door.bytes, `${route} ${way}`).toBe(0);
        else expect(door.bytes, `${route} ${way}`).toBeGreaterThan(0);
        if (door.who === 'anyone' || door.who === 'secret')
          expect(door.bytes, `${route} ${way}`).toBeLessThanOrEqual(500_000);
      }
  });
  it('an action comes to its own door, a HEAD to the GET’s, anything else to none', () => {
    expect(doorOf('/(desk)/people', 'POST', new URLSearchParams('/add'))).toBe(DOORS.get('/(desk)/people')!.get('add'));
    expect(doorOf('/sign-in', 'POST', new URLSearchParams('to=/x'))).toBe(DOORS.get('/sign-in')!.get('default'));
    expect(doorOf('/(desk)', 'HEAD', new URLSearchParams())).toBe(DOORS.get('/(desk)')!.get('GET'));
    expect(doorOf('/(desk)/people', 'POST', new URLSearchParams('/constructor'))).toBeNull();
    expect(doorOf('/constructor', 'GET', new URLSearchParams())).toBeNull();
  });
  it('nothing but reading is there for those who have not signed in, but for the ways to sign in and a sensor’s', () => {
    const open = [...DOORS].flatMap(([route, ways]) =>
      [...ways].filter(([, d]) => d.who === 'anyone' || d.who === 'secret').map(([w]) => `${route} ${w}`)
    );
    expect(open.sort()).toEqual([
      '/api/senml POST',
      '/calendar/[secret].ics GET',
      '/health GET',
      '/new-password/[token] GET',
      '/new-password/[token] default',
      '/sign-in GET',
      '/sign-in default',
      '/welcome GET',
      '/welcome default'
    ]);
  });
});

describe('the roles', () => {
  it('a lead may all; a hand neither books nor touches money, cards, people, house or weather; an office lays no oil', () => {
    const all = Object.keys(PERMISSIONS) as Permission[];
    expect(all.filter((p) => may('lead', p))).toEqual(all);
    expect(all.filter((p) => may('hand', p))).toEqual([
      'edit jobs',
      'log work',
      'log at the desk',
      'take photos',
      'place sensors',
      'edit stock'
    ]);
    expect(all.filter((p) => !may('office', p))).toEqual([
      'log work',
      'overrule',
      'take photos',
      'edit cards',
      'edit house rules',
      'edit people'
    ]);
    expect(ROLES).toEqual(['lead', 'hand', 'office']);
  });
  it('the table in the documents is this one', () =>
    expect(readFileSync('docs/operations.md', 'utf8')).toContain(accessTable()));
});

describe('where a sign-in may lead', () => {
  it.each([
    ['/jobs/1?x=2', '/jobs/1?x=2'],
    [null, '/'],
    ['', '/'],
    ['jobs', '/'],
    ['//host', '/'],
    ['/\t/host', '/'],
    ['/\\host', '/'],
    ['https://host/', '/'],
    ['/%09/host', '/%09/host'],
    ['/a/../../b', '/b']
  ])('%j leads to %s', (to, path) => expect(ownPath(to, 'http://127.0.0.1:4180')).toBe(path));
});
