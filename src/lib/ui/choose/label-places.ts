/** Where the words of a point may stand, the first choice first. */
const PLACES = ['top center', 'bottom center', 'middle right', 'middle left'] as const;
export type LabelPlace = (typeof PLACES)[number];

/** Shares of the axes within which the words of two points would touch: words are wide and low. */
const NEAR = { x: 0.3, y: 0.12 };

/**
 * A place for the words of every point, so that points close together have theirs on different sides. Axes begin at zero; up
 * to four points may be close to each other.
 */
export function labelPlaces(points: readonly { x: number; y: number }[]): LabelPlace[] {
  const spanX = Math.max(...points.map((p) => p.x)) || 1;
  const spanY = Math.max(...points.map((p) => p.y)) || 1;
  const places: LabelPlace[] = [];
  points.forEach((p, i) => {
    const taken = points
      .slice(0, i)
      .flatMap((q, k) =>
        Math.abs(p.x - q.x) / spanX < NEAR.x && Math.abs(p.y - q.y) / spanY < NEAR.y ? [places[k]!] : []
      );
    places.push(PLACES.find((place) => !taken.includes(place)) ?? PLACES[0]);
  });
  return places;
}
