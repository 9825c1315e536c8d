import highsLoader from 'highs';
import { cheapestTins, type PackSize } from '../src/core/coverage';

/** A small seeded generator, 0–1. */
function dice(seed: number): () => number {
  let s = seed >>> 0;
  return () => (s = (s * 1664525 + 1013904223) >>> 0) / 2 ** 32;
}

/** The least cost of tins that cover a need, by an exact integer solver: min Σ price·n, Σ volume·n ≥ need, n whole. */
function problemOf(needMl: number, packs: readonly PackSize[]): string {
  const name = (i: number) => `n${i}`;
  return [
    'Minimize',
    ` cost: ${packs.map((p, i) => `${p.priceCents} ${name(i)}`).join(' + ')}`,
    'Subject To',
    ` cover: ${packs.map((p, i) => `${p.volumeMl} ${name(i)}`).join(' + ')} >= ${needMl}`,
    'Bounds',
    ...packs.map((_, i) => ` 0 <= ${name(i)} <= 400`),
    'General',
    ` ${packs.map((_, i) => name(i)).join(' ')}`,
    'End'
  ].join('\n');
}

/** Random shelves against the solver: how many agreed on the least cost, and how much quicker ours is. */
export async function tinsAgainstSolver(cases: number): Promise<{ agreed: number; oursMs: number; solverMs: number }> {
  const highs = await highsLoader();
  const next = dice(20270518);
  let [agreed, oursMs, solverMs] = [0, 0, 0];
  for (let i = 0; i < cases; i++) {
    const packs = Array.from({ length: 1 + Math.floor(next() * 5) }, (_, k): PackSize => {
      const volumeMl = [100, 250, 300, 375, 500, 750, 1000, 1500, 2500, 3000, 5000, 10_000][Math.floor(next() * 12)]!;
      return { id: `p${k}`, volumeMl, priceCents: Math.round(volumeMl * (2 + 4 * next())) };
    });
    const needMl = Math.ceil(next() * 40_000);
    let begun = performance.now();
    const ours = cheapestTins(needMl, packs).costCents;
    oursMs += performance.now() - begun;
    begun = performance.now();
    const best = Math.round(highs.solve(problemOf(needMl, packs), { mip_rel_gap: 0 }).ObjectiveValue);
    solverMs += performance.now() - begun;
    if (ours === best) agreed++;
  }
  return { agreed, oursMs, solverMs };
}
