import { readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import { describe, expect, it } from 'vitest';

/** Files under a folder, tests left out. */
const filesUnder = (folder: string): string[] =>
  readdirSync(folder).flatMap((n) => {
    const path = join(folder, n);
    if (statSync(path).isDirectory()) return filesUnder(path);
    return /\.(ts|svelte)$/.test(n) && !/\.test\.ts$/.test(n) && !path.includes('/gen/') ? [path] : [];
  });

/** What a file imports: packages by name, own files by their path from the root. */
function importsOf(file: string): string[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/(?:from|import)\s+'([^']+)'|import\('([^']+)'\)/g)].map((m) => {
    const spec = m[1] ?? m[2]!;
    if (spec.startsWith('.')) return normalize(join(dirname(file), spec));
    return spec
      .replace(/^\$core/, 'src/core')
      .replace(/^\$formats/, 'src/formats')
      .replace(/^\$lib/, 'src/lib');
  });
}

const CORE_PACKAGES = ['clipper2-ts', 'suncalc', 'temporal-polyfill', 'typebox'];
/** Rooms of the core from the lowest up: each may import only those before it. */
const ROOMS = [
  'keyed',
  'units',
  'air',
  'wood',
  'surface',
  'product',
  'house',
  'coverage',
  'stock',
  'layers',
  'mix',
  'drying',
  'window',
  'upkeep',
  'safety',
  'survey',
  'sanding',
  'prep',
  'job'
];

describe('the rooms', () => {
  const core = filesUnder('src/core');

  it('the core imports nothing but itself and four packages', () => {
    for (const f of core)
      for (const i of importsOf(f))
        expect(i.startsWith('src/core/') || CORE_PACKAGES.includes(i), `${f} imports ${i}`).toBe(true);
  });
  it('the core asks no clock, no dice and no network', () => {
    for (const f of core) {
      const text = readFileSync(f, 'utf8');
      for (const word of ['Date.now(', 'new Date()', 'Math.random(', 'fetch(', 'process.', 'localStorage'])
        expect(text.includes(word), `${f} uses ${word}`).toBe(false);
    }
  });
  it('lower rooms never import higher ones, and only through their face', () => {
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
  it('imports run one way: routes, lib, formats, core', () => {
    const forbidden: [string, RegExp][] = [
      ['src/formats', /^src\/(lib|routes|stand-ins)/],
      ['src/stand-ins', /^src\/(lib|routes)/],
      ['src/lib', /^src\/routes/]
    ];
    for (const [folder, wrong] of forbidden)
      for (const f of filesUnder(folder))
        for (const i of importsOf(f)) expect(wrong.test(i), `${f} imports ${i}`).toBe(false);
  });
  it('nothing in the interface takes more than types from the server', () => {
    for (const f of filesUnder('src/lib/ui')) {
      const text = readFileSync(f, 'utf8');
      for (const m of text.matchAll(/import (type )?[^;]*?from '(?:\$lib|\.\.)\/server[^']*'/g))
        expect(m[1], `${f}: ${m[0]}`).toBe('type ');
    }
  });
  it('every room of the core has a face', () => {
    for (const r of ROOMS) expect(readdirSync(`src/core/${r}`)).toContain('index.ts');
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
