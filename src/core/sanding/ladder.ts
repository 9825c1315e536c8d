import { keyed } from '../keyed';
import data from './grits.json';

/** The schools of the grit ladder. */
export type LadderRule = keyof typeof data.largestJump;
export type WoodCondition = keyof typeof data.startFor;

const MEAN_UM = keyed<number>(data.meanUm);

/** FEPA P-grits from coarse to fine. */
export const GRITS: readonly number[] = [...MEAN_UM.keys()].map(Number).sort((a, b) => a - b);

export const LADDER_RULES = Object.keys(data.largestJump) as LadderRule[];

/** Mean particle of a P-grit, µm (FEPA). Throws for a number that is no P-grit. */
export function meanParticleUm(grit: number): number {
  const um = MEAN_UM.get(String(grit));
  if (um === undefined) throw new RangeError(`P${grit} is no FEPA grit`);
  return um;
}

/** How much the particle shrinks from one grit to the next; above 1 when it gets finer. */
export const gritJump = (from: number, to: number): number => meanParticleUm(from) / meanParticleUm(to);

/** Grit a condition starts with (handbook 11). */
export const startGrit = (condition: WoodCondition): number => data.startFor[condition];

/** The steps from coarse to fine, or the jump that can not be made. */
export type Ladder =
  { ok: true; grits: number[]; worstJump: number } | { ok: false; problem: string; from?: number; to?: number };

/** What a ladder is made from. */
export interface LadderInput {
  start: number;
  end: number;
  stock: readonly number[];
  rule: LadderRule;
}

/**
 * The fewest steps from start to end that keep every jump within the rule, from the grits in stock; ties go to the smallest
 * worst jump, then to the coarser grits (handbook 11). A start at or above the end is one pass with the end grit. A start
 * that is not in stock becomes the next coarser one that is.
 */
export function sandingLadder({ start, end, stock, rule }: LadderInput): Ladder {
  const stocked = [...new Set(stock)].filter((g) => GRITS.includes(g)).sort((a, b) => a - b);
  if (!stocked.includes(end)) return { ok: false, problem: `P${end}, the last grit, is not in stock.`, to: end };
  if (start >= end) return { ok: true, grits: [end], worstJump: 1 };
  const begin = stocked.filter((g) => g <= start).at(-1) ?? stocked[0]!;
  if (begin >= end) return { ok: true, grits: [end], worstJump: 1 };
  const usable = stocked.filter((g) => g >= begin && g <= end);
  const most = data.largestJump[rule];
  const steps = stepsToEnd(usable, most);
  if (steps.get(begin) === undefined) return unreachable(usable, most, rule);
  const [best] = shortest(begin, steps, usable, most).sort(
    (a, b) => a.worstJump - b.worstJump || coarserFirst(a.grits, b.grits)
  );
  return { ok: true, ...best! };
}

/** Steps left from each grit to the last one; none where it can't be reached. */
function stepsToEnd(usable: readonly number[], most: number): Map<number, number> {
  const left = new Map([[usable.at(-1)!, 0]]);
  for (const g of [...usable].reverse())
    for (const next of usable)
      if (next > g && gritJump(g, next) <= most && left.has(next))
        left.set(g, Math.min(left.get(g) ?? Infinity, left.get(next)! + 1));
  return left;
}

/** All ladders of the fewest steps. */
function shortest(
  from: number,
  steps: ReadonlyMap<number, number>,
  usable: readonly number[],
  most: number
): { grits: number[]; worstJump: number }[] {
  if (steps.get(from) === 0) return [{ grits: [from], worstJump: 1 }];
  return usable
    .filter((g) => g > from && gritJump(from, g) <= most && steps.get(g) === steps.get(from)! - 1)
    .flatMap((g) =>
      shortest(g, steps, usable, most).map((rest) => ({
        grits: [from, ...rest.grits],
        worstJump: Math.max(gritJump(from, g), rest.worstJump)
      }))
    );
}

const coarserFirst = (a: readonly number[], b: readonly number[]): number => {
  const i = a.findIndex((g, k) => g !== b[k]);
  return i < 0 ? 0 : a[i]! - b[i]!;
};

function unreachable(usable: readonly number[], most: number, rule: LadderRule): Ladder {
  let [from, to] = [usable[0]!, usable[1]!];
  for (let i = 1; i < usable.length; i++)
    if (gritJump(usable[i - 1]!, usable[i]!) > most) {
      [from, to] = [usable[i - 1]!, usable[i]!];
      break;
    }
  return {
    ok: false,
    from,
    to,
    problem: `From P${from} to P${to} the scratch shrinks ${gritJump(from, to).toFixed(2)} times; “${rule}” allows ${most}. Stock a grit between them.`
  };
}
