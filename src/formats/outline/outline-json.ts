import { keyed } from '../../core/keyed';
import type { Point } from '../../core/surface';
import { drawingOf, refusedFile, tooLarge, type PlanDrawing, type ReadDrawing, type Ring } from './drawing';

const UNIT_M = keyed({ m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 });

interface Feature {
  name: string;
  rings: unknown[];
}

/**
 * Reads polygons written as JSON: a Polygon, MultiPolygon, Feature or FeatureCollection whose coordinates are lengths, not
 * degrees, with “units” m, cm, mm, ft or in beside them; without units they are asked.
 */
export function readOutlineJson(text: string): ReadDrawing {
  const large = tooLarge(text);
  if (large) return large;
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (e) {
    return refusedFile(`This is not JSON: ${(e as Error).message}`, brokenLine(text));
  }
  const units = (data as { units?: unknown } | null)?.units;
  if (units !== undefined && !(typeof units === 'string' && UNIT_M.has(units)))
    return refusedFile(`“units” is ${JSON.stringify(units)}; it must be one of ${[...UNIT_M.keys()].join(', ')}.`);
  const features = featuresOf(data, '');
  if (!features) return refusedFile('There is no Polygon, MultiPolygon, Feature or FeatureCollection in this file.');
  const rings: Ring[] = [];
  for (const f of features)
    for (const [i, r] of f.rings.entries()) {
      const points = pointsOf(r);
      if (!points) return refusedFile(`Ring ${i + 1} of “${f.name}” is not a list of pairs of numbers.`);
      rings.push({ layer: i === 0 ? f.name : `${f.name}, hole ${i}`, points, bulges: points.map(() => 0) });
    }
  return drawingOf(rings, units === undefined ? null : UNIT_M.get(units as string)!, []);
}

/** The line on which a text stops being JSON: its longest beginning that could still go on. */
function brokenLine(text: string): number {
  let [low, high] = [0, text.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (couldGoOn(text.slice(0, middle + 1))) low = middle + 1;
    else high = middle;
  }
  return text.slice(0, low).split('\n').length;
}

function couldGoOn(beginning: string): boolean {
  try {
    JSON.parse(beginning);
    return true;
  } catch (e) {
    const { message } = e as Error;
    const at = /position (\d+)/.exec(message);
    return /end of JSON|Unterminated/.test(message) || (at !== null && Number(at[1]) >= beginning.length);
  }
}

function featuresOf(data: unknown, name: string, depth = 0): Feature[] | null {
  if (typeof data !== 'object' || data === null || depth > 4) return null;
  const d = data as { readonly [field in 'type' | 'coordinates' | 'properties' | 'geometry' | 'features']?: unknown };
  const list = (v: unknown) => (Array.isArray(v) ? v : []);
  switch (d.type) {
    case 'Polygon':
      return [{ name: name || 'outline', rings: list(d.coordinates) }];
    case 'MultiPolygon':
      return list(d.coordinates).map((rings, i) => ({ name: name || `outline ${i + 1}`, rings: list(rings) }));
    case 'Feature': {
      const own = (d.properties as { name?: unknown } | null)?.name;
      return featuresOf(d.geometry, typeof own === 'string' ? own : name, depth + 1);
    }
    case 'FeatureCollection':
      return list(d.features).flatMap((f, i) => featuresOf(f, `outline ${i + 1}`, depth + 1) ?? []);
    default:
      return null;
  }
}

function pointsOf(ring: unknown): Point[] | null {
  if (!Array.isArray(ring)) return null;
  const points = ring.map((p) =>
    Array.isArray(p) && Number.isFinite(p[0]) && Number.isFinite(p[1]) ? { x: p[0] as number, y: p[1] as number } : null
  );
  return points.every((p) => p !== null) ? points : null;
}

/** Writes a plan as a FeatureCollection in metres: the outline with its cut-outs as holes. Arcs become points. */
export function writeOutlineJson(plan: PlanDrawing): string {
  const ring = (points: readonly Point[]) =>
    [...points, points[0]!].map((p) => [Number(p.x.toFixed(4)), Number(p.y.toFixed(4))]);
  return `${JSON.stringify(
    {
      type: 'FeatureCollection',
      units: 'm',
      features: [
        {
          type: 'Feature',
          properties: { name: plan.name },
          geometry: {
            type: 'Polygon',
            coordinates: [ring(plan.outline.ring), ...plan.cutOuts.map((c) => ring(c.outline.ring))]
          }
        }
      ]
    },
    null,
    2
  )}\n`;
}
