/** A size a product is sold in. */
export interface PackSize {
  id: string;
  volumeMl: number;
  priceCents: number;
}

/** What to buy: counts by pack, in order of size from the largest. */
export interface TinChoice {
  tins: { id: string; volumeMl: number; count: number; priceCents: number }[];
  totalMl: number;
  leftOverMl: number;
  costCents: number;
}

/** More than any crew lays; a need beyond it is a typing error. */
export const MOST_LITRES = 20_000;

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a);

/**
 * The cheapest tins that cover a need. Exact: a table over every reachable total, in whole ml and whole cents.
 * Ties: least left over, then fewest tins, then more of the larger tin (handbook 6). The need is rounded up to whole ml.
 * Throws when there is no pack or the need is not a finite number from 0 to 20,000 L.
 */
export function cheapestTins(needMl: number, packs: readonly PackSize[]): TinChoice {
  if (!(needMl >= 0 && needMl <= MOST_LITRES * 1000))
    throw new RangeError(`the need must be between 0 and ${MOST_LITRES} L`);
  if (packs.length === 0) throw new RangeError('there is no pack to buy');
  const need = Math.max(0, Math.ceil(needMl - 1e-6));
  const sizes = [...packs].sort((a, b) => b.volumeMl - a.volumeMl || a.priceCents - b.priceCents);
  const grain = sizes.reduce((g, p) => gcd(g, p.volumeMl), 0);
  const first = Math.ceil(need / grain);
  const last = first + sizes[0]!.volumeMl / grain;
  const table = fill(sizes, grain, last);
  let best = -1;
  for (let u = first; u <= last; u++)
    if (table.cost[u]! < Infinity && (best < 0 || table.cost[u]! < table.cost[best]!)) best = u;
  const counts = new Map<number, number>();
  for (let u = best; u > 0;) {
    const p = table.pick[u]!;
    counts.set(p, (counts.get(p) ?? 0) + 1);
    u -= sizes[p]!.volumeMl / grain;
  }
  return {
    tins: sizes.flatMap((p, i) => (counts.has(i) ? [{ ...p, count: counts.get(i)! }] : [])),
    totalMl: best * grain,
    leftOverMl: best * grain - need,
    costCents: table.cost[best]!
  };
}

/**
 * Least (cost, tins) to reach each exact total; among equals the largest tin is picked first, which makes the counts
 * the ones with more of the larger tin. Totals only ever grow by whole packs, so best parts make best wholes.
 */
function fill(sizes: readonly PackSize[], grain: number, last: number) {
  const cost = new Float64Array(last + 1).fill(Infinity);
  const tins = new Int32Array(last + 1);
  const pick = new Int16Array(last + 1).fill(-1);
  cost[0] = 0;
  const steps = sizes.map((p) => p.volumeMl / grain);
  for (let u = 1; u <= last; u++)
    for (let i = 0; i < steps.length; i++) {
      const from = u - steps[i]!;
      if (from < 0 || cost[from] === Infinity) continue;
      const c = cost[from]! + sizes[i]!.priceCents;
      if (c < cost[u]! || (c === cost[u] && tins[from]! + 1 < tins[u]!)) {
        cost[u] = c;
        tins[u] = tins[from]! + 1;
        pick[u] = i;
      }
    }
  return { cost, tins, pick };
}
