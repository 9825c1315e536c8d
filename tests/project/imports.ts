import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';

/** Source files under a folder, tests and generated ones left out. */
export const filesUnder = (folder: string): string[] =>
  readdirSync(folder).flatMap((n) => {
    const path = join(folder, n);
    if (statSync(path).isDirectory()) return filesUnder(path);
    return /\.(ts|svelte)$/.test(n) && !/\.test\.ts$/.test(n) && !path.includes('/gen/') ? [path] : [];
  });

const ALIASES = [
  ['$core', 'src/core'],
  ['$formats', 'src/formats'],
  ['$lib', 'src/lib'],
  ['$words', 'src/words']
] as const;

/** What a file imports: packages by name, own files by their path from the root. */
export function importsOf(file: string): string[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/(?:from|import)\s+'([^']+)'|import\('([^']+)'\)/g)].map((m) => {
    const spec = m[1] ?? m[2]!;
    if (spec.startsWith('.')) return normalize(join(dirname(file), spec));
    const alias = ALIASES.find(([a]) => spec === a || spec.startsWith(`${a}/`));
    return alias ? alias[1] + spec.slice(alias[0].length) : spec;
  });
}

/** The file an import of our own leads to; none for a package, data or something generated. */
export const fileOf = (path: string): string | undefined =>
  [path, `${path}.ts`, `${path}.svelte.ts`, `${path}/index.ts`].find(
    (p) => /\.(ts|svelte)$/.test(p) && existsSync(p) && statSync(p).isFile()
  );

/** Who imports whom among some files. */
export const importGraph = (files: readonly string[]): Map<string, Set<string>> =>
  new Map(
    files.map((f) => [
      f,
      new Set(
        importsOf(f)
          .flatMap((i) => fileOf(i) ?? [])
          .filter((i) => i !== f && files.includes(i))
      )
    ])
  );

/** The same among the folders they lie in. */
export function folderGraph(graph: ReadonlyMap<string, ReadonlySet<string>>): Map<string, Set<string>> {
  const out = new Map<string, Set<string>>();
  for (const [from, to] of graph)
    for (const t of to) {
      const [a, b] = [dirname(from), dirname(t)];
      out.set(a, (out.get(a) ?? new Set()).add(b));
      out.set(b, out.get(b) ?? new Set());
    }
  for (const [a, to] of out) to.delete(a);
  return out;
}

/** One way round in circles in a graph, or null where there is none. */
export function circleIn(graph: ReadonlyMap<string, ReadonlySet<string>>): string[] | null {
  const done = new Set<string>();
  const walk = (at: string, path: readonly string[]): string[] | null => {
    if (path.includes(at)) return [...path.slice(path.indexOf(at)), at];
    if (done.has(at)) return null;
    for (const next of graph.get(at) ?? []) {
      const circle = walk(next, [...path, at]);
      if (circle) return circle;
    }
    done.add(at);
    return null;
  };
  for (const start of graph.keys()) {
    const circle = walk(start, []);
    if (circle) return circle;
  }
  return null;
}
