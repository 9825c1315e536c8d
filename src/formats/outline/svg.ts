import { keyed, type Keyed } from '../../core/keyed';
import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import type { Point } from '../../core/surface';
import { drawingOf, refusedFile, tooLarge, type PlanDrawing, type ReadDrawing, type Ring } from './drawing';

const UNIT_M = keyed({ mm: 0.001, cm: 0.01, m: 1, in: 0.0254, ft: 0.3048 });
/** Points that stand for one curve that is no circle. */
const CURVE_PIECES = 24;

/** What is wrong with a shape, in words for its author. */
class Refused extends Error {}

/**
 * Reads closed shapes of an SVG: paths, polygons, rectangles and circles, with their transforms. The nearest group's id is
 * their layer. The unit comes from a width in mm, cm, in or m with a view box; without it it is asked.
 */
export function readSvg(text: string): ReadDrawing {
  const large = tooLarge(text);
  if (large) return large;
  const parser = new SaxesParser({ position: true });
  const rings: Ring[] = [];
  const leftOut: string[] = [];
  const stack: { id: string; transform: string; hidden: boolean }[] = [];
  let unitM: number | null = null;
  let rooted = false;
  let fault: { problem: string; line: number } | null = null;
  parser.on('error', (e) => {
    fault ??= { problem: `This is not a whole SVG: ${e.message.replace(/^\d+:\d+: /, '')}`, line: parser.line };
  });
  parser.on('opentag', (tag) => {
    const a: Keyed<string> = new Map(Object.entries(tag.attributes as { readonly [name: string]: string }));
    const name = tag.name.replace(/^.*:/, '');
    const above = stack.at(-1);
    const transform = [above?.transform, a.get('transform')].filter(Boolean).join(' ');
    const hidden = Boolean(above?.hidden) || HIDING.has(name) || a.get('display') === 'none';
    if (!rooted) {
      rooted = true;
      if (name !== 'svg')
        fault ??= { problem: `This is not an SVG: it begins with <${name.slice(0, 30)}>.`, line: parser.line };
      unitM = unitOf(a);
    } else if (!hidden && !fault) {
      try {
        const d = pathOf(name, a);
        if (d) rings.push(...ringsOf(d, transform, a.get('id') ?? above?.id ?? 'drawing', parser.line, leftOut));
      } catch (e) {
        if (!(e instanceof Refused)) throw e;
        fault = { problem: e.message, line: parser.line };
      }
    }
    stack.push({ id: a.get('id') ?? above?.id ?? '', transform, hidden });
  });
  parser.on('closetag', () => stack.pop());
  try {
    parser.write(text).close();
  } catch (e) {
    fault ??= { problem: `This is not a whole SVG: ${(e as Error).message}`, line: parser.line };
  }
  if (fault) {
    const { problem, line } = fault as { problem: string; line: number };
    return refusedFile(problem, line);
  }
  return drawingOf(rings, unitM, leftOut);
}

/** Elements whose contents are not drawn where they stand. */
const HIDING = new Set(['defs', 'clipPath', 'mask', 'pattern', 'symbol', 'marker']);

function unitOf(a: Keyed<string>): number | null {
  const width = /^\s*([\d.]+)\s*(mm|cm|m|in|ft)\s*$/.exec(a.get('width') ?? '');
  const box = (a.get('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (!width || box.length !== 4 || !(box[2]! > 0)) return null;
  return (Number(width[1]) * UNIT_M.get(width[2]!)!) / box[2]!;
}

function pathOf(name: string, a: Keyed<string>): string | null {
  const n = (key: string) => {
    const v = Number(a.get(key) ?? 0);
    if (!Number.isFinite(v))
      throw new Refused(`“${String(a.get(key)).slice(0, 40)}” is not a number (${key} of <${name}>).`);
    return v;
  };
  switch (name) {
    case 'path':
      return a.get('d') ?? null;
    case 'polygon': {
      const v = (a.get('points') ?? '')
        .trim()
        .split(/[\s,]+/)
        .map(Number);
      if (v.length < 6 || v.length % 2 || v.some((x) => !Number.isFinite(x)))
        throw new Refused('The points of a <polygon> are not pairs of numbers.');
      return `M${v.join(' ')}Z`;
    }
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      return w > 0 && h > 0 ? `M${x} ${y}h${w}v${h}h${-w}Z` : null;
    }
    case 'circle': {
      const [x, y, r] = [n('cx'), n('cy'), n('r')];
      return r > 0 ? `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z` : null;
    }
    default:
      return null;
  }
}

function ringsOf(d: string, transform: string, layer: string, line: number, leftOut: string[]): Ring[] {
  const path = svgpath(d);
  const wrong = (path as unknown as { err: string }).err;
  if (wrong) throw new Refused(`A path can’t be read: ${wrong.replace(/^SvgPath: /, '')}.`);
  const out: Ring[] = [];
  let ring: Ring | null = null;
  const end = (closed: boolean) => {
    if (ring && closed) out.push(ring);
    else if (ring && ring.points.length > 1) leftOut.push(`Line ${line}: a path on “${layer}” is not closed.`);
    ring = null;
  };
  // Turned on its head: y runs down in an SVG and up in a plan.
  path
    .transform(transform)
    .abs()
    .unshort()
    .iterate((s, _, x, y) => {
      const from: Point = { x, y: -y };
      if (s[0] === 'M') {
        end(ring !== null && meets(ring));
        ring = { layer, points: [{ x: s[1]!, y: -s[2]! }], bulges: [0], line };
        return;
      }
      if (!ring) return;
      if (s[0] === 'Z' || s[0] === 'z') {
        end(true);
        return;
      }
      follow(ring, from, s as [string, ...number[]]);
    });
  end(ring !== null && meets(ring));
  return out;
}

function meets({ points }: Ring): boolean {
  const [a, b] = [points[0]!, points.at(-1)!];
  return points.length > 3 && Math.hypot(a.x - b.x, a.y - b.y) < 1e-6;
}

/** Adds one segment's end to a ring; circular arcs keep their bulge, other curves become points. */
function follow(ring: Ring, from: Point, s: [string, ...number[]]): void {
  const [kind, ...v] = s;
  const to = (x: number, y: number) => {
    ring.points.push({ x, y: -y });
    ring.bulges.push(0);
  };
  if (kind === 'L') to(v[0]!, v[1]!);
  else if (kind === 'H') to(v[0]!, -from.y);
  else if (kind === 'V') to(from.x, v[0]!);
  else if (kind === 'C' || kind === 'Q') {
    const p = [[from.x, -from.y], ...pairs(v)] as [number, number][];
    for (let i = 1; i <= CURVE_PIECES; i++) to(...bezier(p, i / CURVE_PIECES));
  } else if (kind === 'A') {
    const [rx, ry, , big, sweep, x, y] = v as [number, number, number, number, number, number, number];
    const chord = Math.hypot(x - from.x, -y - from.y);
    if (Math.abs(rx - ry) > 1e-6 * Math.max(rx, ry))
      throw new Refused('An elliptic arc can’t be measured. Draw it as a polygon.');
    const r = Math.max(rx, chord / 2);
    const rise = r + (big ? 1 : -1) * Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
    if (chord > 0) ring.bulges[ring.bulges.length - 1] = ((sweep ? -1 : 1) * 2 * rise) / chord;
    to(x, y);
  }
}

const pairs = (v: readonly number[]) => v.flatMap((x, i) => (i % 2 ? [] : [[x, v[i + 1]!] as [number, number]]));

function bezier(p: [number, number][], t: number): [number, number] {
  let row = p;
  while (row.length > 1)
    row = row.slice(1).map((q, i) => [row[i]![0] + (q[0] - row[i]![0]) * t, row[i]![1] + (q[1] - row[i]![1]) * t]);
  return row[0]!;
}

const escaped = (s: string) =>
  s.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** Writes a plan as SVG in true size: one unit is a millimetre. Groups: outline, cut-outs, exits. */
export function writeSvg(plan: PlanDrawing): string {
  const xs = plan.outline.ring.map((p) => p.x * 1000);
  const ys = plan.outline.ring.map((p) => -p.y * 1000);
  const margin = 200;
  const [x0, y0] = [Math.min(...xs) - margin, Math.min(...ys) - margin];
  const [w, h] = [Math.max(...xs) - x0 + margin, Math.max(...ys) - y0 + margin];
  const n = (v: number) => String(Number(v.toFixed(3)));
  const at = (p: Point) => `${n(p.x * 1000)} ${n(-p.y * 1000)}`;
  const path = (o: PlanDrawing['outline']) =>
    o.sides
      .map((s, i) => {
        const head = i === 0 ? `M${at(s.from)}` : '';
        if (!s.bowM) return `${head}L${at(s.to)}`;
        const chord = Math.hypot(s.to.x - s.from.x, s.to.y - s.from.y);
        const rise = Math.abs(s.bowM);
        const r = ((chord * chord) / (8 * rise) + rise / 2) * 1000;
        const sweep = o.turning * Math.sign(s.bowM) > 0 ? 0 : 1;
        return `${head}A${n(r)} ${n(r)} 0 ${rise > chord / 2 ? 1 : 0} ${sweep} ${at(s.to)}`;
      })
      .join('') + 'Z';
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${n(x0)} ${n(y0)} ${n(w)} ${n(h)}">`,
    `<title>${escaped(plan.name)}</title>`,
    `<g id="outline" fill="none" stroke="#000" stroke-width="20"><path d="${path(plan.outline)}"/></g>`,
    `<g id="cut-outs" fill="none" stroke="#000" stroke-width="10">`,
    ...plan.cutOuts.map((c) => `<path id="${escaped(c.name)}" d="${path(c.outline)}"/>`),
    '</g>',
    `<g id="exits" stroke="#000" stroke-width="60">`,
    ...plan.exits.map(
      (e) =>
        `<line x1="${n(e.from.x * 1000)}" y1="${n(-e.from.y * 1000)}" x2="${n(e.to.x * 1000)}" y2="${n(-e.to.y * 1000)}"/>`
    ),
    '</g>',
    '</svg>',
    ''
  ].join('\n');
}
