export type LabelPlace = 'top center' | 'bottom center' | 'middle right' | 'middle left';

/** Shares of the axes within which the words of two points would touch: words are wide and low. */
const NEAR = { x: 0.3, y: 0.2 };

/**
 * A place for the words of every point, so that they stay apart: of points close together the highest has them above, the
 * lowest below, those between on their sides, first towards the middle of the chart. Axes begin at zero.
 */
export function labelPlaces(points: readonly { x: number; y: number }[]): LabelPlace[] {
  const spanX = Math.max(...points.map((p) => p.x)) || 1;
  const spanY = Math.max(...points.map((p) => p.y)) || 1;
  const sides: number[] = [];
  return points.map((p, i) => {
    const near = points.flatMap((q, k) =>
      k !== i && Math.abs(p.x - q.x) / spanX < NEAR.x && Math.abs(p.y - q.y) / spanY < NEAR.y ? [k] : []
    );
    /** Of two at the same height the earlier one counts as the higher. */
    const above = near.some((k) => points[k]!.y > p.y || (points[k]!.y === p.y && k < i));
    const below = near.some((k) => points[k]!.y < p.y || (points[k]!.y === p.y && k > i));
    if (!above) return 'top center';
    if (!below) return 'bottom center';
    const inward = p.x > spanX / 2 ? 'middle left' : 'middle right';
    const outward = inward === 'middle left' ? 'middle right' : 'middle left';
    const taken = sides.some((k) => near.includes(k));
    sides.push(i);
    return taken ? outward : inward;
  });
}
