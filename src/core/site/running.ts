import type { CoatPlan } from '../coats';
import type { PartJob } from '../document';
import { faceAreas } from '../surface';
import { batchesFor, shareOfBatch, type WorkState } from '../log';
import { wanting, type BoardCell } from './face-board';

/** From so much over plan a coat runs heavy, from so much under it runs thin. */
const HEAVY = 1.1;
const THIN = 0.85;

/** How a coat runs while it goes on: litres gone beside what was planned for as much of it, and what that means for the van. */
export interface Running {
  coat: number;
  /** How much of it is on, 0 to 1, as the hands judged it when the last batch ended. */
  done: number;
  goneL: number;
  /** What was planned for as much of it, L. */
  plannedL: number;
  word: 'heavy' | 'thin' | 'as planned';
  /** What the whole coat comes to at this rate, L. */
  comesToL: number;
  /** What the van is short of at this rate, later coats of the product counted; 0 when it lasts. */
  shortL: number;
  /** The share of the coat at which the van runs out; null when it lasts. */
  runsOutAt: number | null;
}

/**
 * How a coat runs after its last ended batch (handbook 10): null while none has ended, or nobody said how much of it is on.
 * `product` is what the load list asks for of it: litres at the house's confidence, and the coats it is for.
 */
export function running(
  coats: readonly CoatPlan[],
  number: number,
  product: { coats: readonly number[]; needL: number } | undefined,
  state: Pick<WorkState, 'batches' | 'coats'>,
  part: string
): Running | null {
  const plan = coats.find((c) => c.number === number);
  const batches = batchesFor(state, { part, coat: number }).filter((b) => b.emptiedAtMs !== undefined);
  const done = batches.reduce((most, b) => Math.max(most, b.done ?? 0), 0);
  if (!plan || !product || done <= 0 || plan.expectedL <= 0) return null;
  const goneL = batches.reduce(
    (s, b) => s + shareOfBatch(b, { part, coat: number }) * (b.totalL - (b.leftL ?? 0) - (b.spiltL ?? 0)),
    0
  );
  const plannedL = plan.expectedL * done;
  const comesToL = goneL / done;
  const ratio = goneL / plannedL;
  const earlierL = state.coats
    .filter((c) => c.coat < number && product.coats.includes(c.coat))
    .reduce((s, c) => s + (c.usedL ?? 0), 0);
  const laterL = coats
    .filter((c) => c.number > number && product.coats.includes(c.number))
    .reduce((s, c) => s + c.expectedL, 0);
  const forItL = product.needL - earlierL - laterL;
  const shortL = Math.max(0, comesToL - forItL);
  return {
    coat: number,
    done,
    goneL,
    plannedL,
    word: ratio > HEAVY ? 'heavy' : ratio < THIN ? 'thin' : 'as planned',
    comesToL,
    shortL,
    runsOutAt: shortL > 0 ? Math.max(0, forItL / comesToL) : null
  };
}

/** How much of a coat is on by the faces written down, 0 to 1 of their plan area; 0 where nothing is measured. */
export function shareOn({ surfaces }: Pick<PartJob, 'surfaces'>, board: readonly BoardCell[], coat: number): number {
  const areas = new Map(surfaces.map((s) => [s.id, faceAreas(s)]));
  const areaM2 = (c: BoardCell) => {
    const plan = areas.get(c.surface)?.get(c.face)?.plan;
    const pieces = board.filter((o) => o.surface === c.surface && o.face === c.face).length;
    return plan?.ok ? plan.areaM2 / pieces : 0;
  };
  const sum = (cells: readonly BoardCell[]) => cells.reduce((s, c) => s + areaM2(c), 0);
  const all = sum(board.filter((c) => c.coats.some((x) => x.number === coat)));
  return all > 0 ? 1 - sum(wanting(board, coat)) / all : 0;
}
