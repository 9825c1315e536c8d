import type { HouseRules } from '../house';
import { bySize, faceAreas, measureSurface, timesMeasured, type StepScope, type Surface } from '../surface';

/** Sizes a step is reckoned by. */
export interface Sizes {
  areaM2: number;
  edgeM: number;
  corners: number;
  units: number;
  people: number;
}

/** What a step is done on, where that is not everything. */
export interface Scope {
  on?: StepScope;
  pieces?: string[];
}

/** The sizes of what a step is done on: the field alone, the edges alone, a share for bad spots, some pieces of all. */
export function sizesIn(s: Sizes, { on, pieces }: Scope, { sanding }: HouseRules): Sizes {
  const share = (on === 'bad spots' ? sanding.badSpotsShare : 1) * (pieces && s.units ? pieces.length / s.units : 1);
  return {
    areaM2: on === 'edges' ? 0 : s.areaM2 * share,
    edgeM: on === 'field' ? 0 : s.edgeM * share,
    corners: on === 'field' ? 0 : s.corners * share,
    units: pieces && s.units ? pieces.length : s.units,
    people: s.people
  };
}

/** What a surface's steps are reckoned by: all its coated faces over all its pieces. */
export function sizesOf(surface: Surface, people: number): Sizes {
  const areas = faceAreas(surface);
  const areaM2 = surface.faces.reduce((s, f) => {
    const a = areas.get(f.id)!.plan;
    return s + (f.coats > 0 && a.ok ? a.areaM2 : 0);
  }, 0);
  const each = bySize(surface).map((s) => edgesOf(s, areaM2 / timesMeasured(surface)));
  return {
    areaM2,
    edgeM: each.reduce((sum, e) => sum + e.edgeM, 0),
    corners: each.reduce((sum, e) => sum + e.corners, 0),
    units: surface.units?.length ?? 0,
    people
  };
}

/** Metres of edge and corners of pieces of one size; where no outline tells, a square of the area of a piece does, m². */
function edgesOf(surface: Surface, pieceM2: number): { edgeM: number; corners: number } {
  const measured = measureSurface(surface);
  const units = timesMeasured(surface);
  const outline = measured.ok ? measured.outline : null;
  const rims = measured.ok ? measured.cutOuts.reduce((s, c) => s + c.perimeterM, 0) : 0;
  return {
    edgeM: ((outline?.perimeterM ?? 4 * Math.sqrt(pieceM2)) + rims) * units,
    corners: (outline && outline.sides.length > 2 ? outline.sides.length : 0) * units
  };
}
