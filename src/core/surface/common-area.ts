import { Clipper, FillRule, type Paths64 } from 'clipper2-ts';
import type { Point } from './outline';

/** Corners lie on a grid of a micrometre: whole numbers meet exactly, and nearly equal rings can't confuse the sweep. */
const PER_M = 1e6;

const onGrid = (ring: readonly Point[]): Paths64 => [
  ring.map(({ x, y }) => ({ x: Math.round(x * PER_M), y: Math.round(y * PER_M) }))
];

/** Area two rings have in common, m². Neither crosses itself. */
export function commonM2(a: readonly Point[], b: readonly Point[]): number {
  const common = Clipper.intersect(onGrid(a), onGrid(b), FillRule.NonZero);
  return Math.abs(common.reduce((sum, ring) => sum + Clipper.area(ring), 0) / PER_M ** 2);
}
