import { readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';
import rooms from '../../src/rooms.json' with { type: 'json' };
import { circleIn, filesUnder, folderGraph, importGraph, importsOf } from './imports';

/** Rooms of the core from the lowest up: each may import only those before it (src/rooms.json). */
const ROOMS = rooms.core.map((r) => r.room);

describe('the rooms', () => {
  const core = filesUnder('src/core');

  it('the core imports nothing but itself and its few packages', () => {
    for (const f of core)
      for (const i of importsOf(f))
        expect(i.startsWith('src/core/') || rooms.corePackages.includes(i), `${f} imports ${i}`).toBe(true);
  });
  it('the core asks no clock, no dice and no network', () => {
    for (const f of core) {
      const text = readFileSync(f, 'utf8');
      for (const word of ['Date.now(', 'new Date()', 'Math.random(', 'fetch(', 'process.', 'localStorage'])
        expect(text.includes(word), `${f} uses ${word}`).toBe(false);
    }
  });
  it('lower rooms of the core never import higher ones, and only through their face', () => {
    const room = (path: string) => relative('src/core', path).split('/')[0]!;
    for (const f of core)
      for (const i of importsOf(f).filter((x) => x.startsWith('src/core/'))) {
        const [from, to] = [ROOMS.indexOf(room(f)), ROOMS.indexOf(room(i))];
        expect(to, `${f} imports ${i}`).toBeGreaterThanOrEqual(0);
        expect(to <= from, `${f} reaches up to ${i}`).toBe(true);
        if (to !== from)
          expect(i === `src/core/${room(i)}` || i.endsWith('/schema'), `${f} goes past the face of ${i}`).toBe(true);
      }
  });
  it('the list names every room there is, and each of the core has a face', () => {
    const folders = readdirSync('src/core').filter((n) => statSync(join('src/core', n)).isDirectory());
    expect(folders.sort()).toEqual([...ROOMS].sort());
    for (const r of ROOMS) expect(readdirSync(`src/core/${r}`)).toContain('index.ts');
    for (const { room } of rooms.outer) expect(statSync(room).isDirectory(), room).toBe(true);
  });
  it('outside the core imports go only where the list lets them', () => {
    for (const { room, mayImport } of rooms.outer)
      for (const f of filesUnder(room))
        for (const i of importsOf(f).filter((x) => x.startsWith('src/')))
          expect(
            mayImport.some((m) => i === m || i.startsWith(`${m}/`)),
            `${f} imports ${i}`
          ).toBe(true);
  });
  it('nothing runs in circles, neither files nor folders', () => {
    const graph = importGraph(filesUnder('src'));
    expect(graph.size).toBeGreaterThan(300);
    expect(circleIn(graph)).toBeNull();
    expect(circleIn(folderGraph(graph))).toBeNull();
    // The search finds one where there is one.
    const ring = new Map([
      ['a', new Set(['b'])],
      ['b', new Set(['c'])],
      ['c', new Set(['a'])]
    ]);
    expect(circleIn(ring)).toEqual(['a', 'b', 'c', 'a']);
  });
  it('every test that is written is run', () => {
    const config = readFileSync('vite.config.ts', 'utf8');
    const run = [...config.matchAll(/'([\w/-]+)\/\*\*\/\*\.test\.ts'/g)].map((m) => `${m[1]}/`);
    const tests = ['src', 'cli', 'tests', 'bench'].flatMap((f) =>
      (readdirSync(f, { recursive: true }) as string[]).filter((n) => n.endsWith('.test.ts')).map((n) => join(f, n))
    );
    expect(tests.length).toBeGreaterThan(80);
    for (const t of tests)
      expect(
        run.some((r) => t.startsWith(r)),
        t
      ).toBe(true);
  });
  it('nothing in the interface takes more than types from the server', () => {
    for (const f of filesUnder('src/lib/ui')) {
      const text = readFileSync(f, 'utf8');
      for (const m of text.matchAll(/import (type )?[^;]*?from '(?:\$lib|\.\.)\/server[^']*'/g))
        expect(m[1], `${f}: ${m[0]}`).toBe('type ');
    }
  });
});

describe('the documents', () => {
  it('every picture the README shows exists, and there are fewer than twenty', () => {
    const readme = readFileSync('README.md', 'utf8');
    const shown = [...readme.matchAll(/\((docs\/screenshots\/[^)]+)\)/g)].map((m) => m[1]!);
    expect(shown.length).toBeGreaterThan(5);
    for (const s of shown) expect(statSync(s).size).toBeGreaterThan(10_000);
    expect(readdirSync('docs/screenshots').length).toBeLessThan(20);
  });
  it('tell the rooms as the list has them', () => {
    const told = readFileSync('docs/architecture.md', 'utf8');
    for (const { room, what } of [...rooms.core.map((r) => ({ ...r, room: `src/core/${r.room}` })), ...rooms.outer])
      expect(
        [...told.matchAll(/^\| `([^`]+)`\s*\| ([^|]*?)\s*\|/gm)].some((m) => m[1] === room && m[2] === what),
        room
      ).toBe(true);
  });
  it('every link between documents leads somewhere', () => {
    for (const doc of [
      'README.md',
      ...readdirSync('docs')
        .filter((n) => n.endsWith('.md'))
        .map((n) => `docs/${n}`)
    ])
      for (const m of readFileSync(doc, 'utf8').matchAll(/\]\(([^)#:]+)\)/g))
        expect(
          statSync(join(dirname(doc), m[1]!)).isFile() || statSync(join(dirname(doc), m[1]!)).isDirectory(),
          `${doc}: ${m[1]}`
        ).toBe(true);
  });
});
