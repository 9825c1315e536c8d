import { joinLoops, type Stretch } from './loops';
import { bulgesOf, drawingOf, refusedFile, tooLarge, type PlanDrawing, type ReadDrawing, type Ring } from './drawing';

/** Metres of a drawing unit by its $INSUNITS code; 0 and unknown codes say nothing. */
const INSUNITS: Readonly<Record<number, number>> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };

interface Pair {
  code: number;
  value: string;
  line: number;
}

/**
 * Reads closed polylines and circles of an ASCII DXF, and lines, arcs and open polylines that join to closed outlines, with
 * their layers and the drawing's unit. Broken group codes and numbers are refused with their line; other entities are counted
 * and left out.
 */
export function readDxf(text: string): ReadDrawing {
  const large = tooLarge(text);
  if (large) return large;
  if (text.startsWith('AutoCAD Binary DXF')) return refusedFile('This is a binary DXF. Save it as ASCII DXF.', 1);
  const pairs = pairsOf(text);
  if ('problems' in pairs) return pairs;
  if (!pairs.some((p) => p.code === 0 && p.value === 'SECTION'))
    return refusedFile('This is not a DXF: it has no section.', 1);
  try {
    return readEntities(pairs);
  } catch (e) {
    if (e instanceof BadNumber) return refusedFile(e.message, e.line);
    throw e;
  }
}

class BadNumber extends Error {
  constructor(
    message: string,
    readonly line: number
  ) {
    super(message);
  }
}

function numberOf(p: Pair): number {
  const v = Number(p.value);
  if (p.value === '' || !Number.isFinite(v)) throw new BadNumber(`“${p.value.slice(0, 40)}” is not a number.`, p.line);
  return v;
}

function pairsOf(text: string): Pair[] | { ok: false; problems: { line?: number; problem: string }[] } {
  const lines = text.split(/\r\n|\n|\r/);
  while (lines.length && lines.at(-1)!.trim() === '') lines.pop();
  const out: Pair[] = [];
  for (let i = 0; i < lines.length; i += 2) {
    const code = lines[i]!.trim();
    if (!/^-?\d{1,4}$/.test(code))
      return refusedFile(`“${code.slice(0, 40)}” is no group code; a number is wanted here.`, i + 1);
    if (i + 1 >= lines.length) return refusedFile('The file ends in the middle of a pair. It is cut short.', i + 1);
    out.push({ code: Number(code), value: lines[i + 1]!.trim(), line: i + 2 });
  }
  return out;
}

/** Splits pairs at every group code 0. */
function entitiesOf(pairs: readonly Pair[]): Pair[][] {
  const out: Pair[][] = [];
  for (const p of pairs) {
    if (p.code === 0) out.push([p]);
    else out.at(-1)?.push(p);
  }
  return out;
}

function readEntities(pairs: readonly Pair[]): ReadDrawing {
  const at = pairs.findIndex((p) => p.code === 9 && p.value === '$INSUNITS');
  const unit = at >= 0 ? pairs[at + 1] : undefined;
  const unitM = unit ? (INSUNITS[numberOf(unit)] ?? null) : null;
  const start = pairs.findIndex((p, i) => p.code === 2 && p.value === 'ENTITIES' && pairs[i - 1]?.value === 'SECTION');
  if (start < 0) return refusedFile('The file has no ENTITIES section, so nothing is drawn in it.');
  const rings: Ring[] = [];
  const leftOut: string[] = [];
  const stretches: Stretch[] = [];
  const others = new Map<string, number>();
  const entities = entitiesOf(pairs.slice(start + 1));
  for (let i = 0; i < entities.length; i++) {
    const e = entities[i]!;
    const kind = e[0]!.value;
    if (kind === 'ENDSEC' || kind === 'EOF') break;
    if (kind === 'LWPOLYLINE') closedOr(polyline(e, e), rings, stretches);
    else if (kind === 'POLYLINE') {
      const vertices: Pair[] = [];
      while (entities[i + 1] && entities[i + 1]![0]!.value === 'VERTEX') vertices.push(...entities[++i]!);
      closedOr(polyline(e, vertices), rings, stretches);
    } else if (kind === 'CIRCLE') rings.push(circle(e));
    else if (kind === 'LINE') stretches.push(lineOf(e));
    else if (kind === 'ARC') stretches.push(arcOf(e));
    else if (kind !== 'SEQEND') others.set(kind, (others.get(kind) ?? 0) + 1);
  }
  const loops = joinLoops(stretches);
  rings.push(...loops.rings);
  if (loops.open)
    leftOut.push(`${loops.open} ${loops.open === 1 ? 'line or arc closes' : 'lines and arcs close'} no outline.`);
  for (const [kind, n] of others) leftOut.push(`${n} ${kind}: only lines, arcs, polylines and circles are read.`);
  return drawingOf(rings, unitM, leftOut);
}

const layerOf = (e: readonly Pair[]) => e.find((p) => p.code === 8)?.value || '0';

function polyline(e: readonly Pair[], vertices: readonly Pair[]): { ring: Ring; closed: boolean } {
  const ring: Ring = { layer: layerOf(e), points: [], bulges: [], line: e[0]!.line };
  for (const p of vertices) {
    if (p.code === 10) {
      ring.points.push({ x: numberOf(p), y: 0 });
      ring.bulges.push(0);
    } else if (p.code === 20 && ring.points.length) ring.points.at(-1)!.y = numberOf(p);
    else if (p.code === 42 && ring.points.length) ring.bulges[ring.bulges.length - 1] = numberOf(p);
  }
  const flags = e.find((p) => p.code === 70);
  const [first, last] = [ring.points[0], ring.points.at(-1)];
  const meets = Boolean(
    first && last && ring.points.length > 3 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6
  );
  return { ring, closed: (flags ? (numberOf(flags) & 1) === 1 : false) || meets };
}

function closedOr({ ring, closed }: { ring: Ring; closed: boolean }, rings: Ring[], stretches: Stretch[]): void {
  if (closed) rings.push(ring);
  else if (ring.points.length > 1) stretches.push({ ...ring, bulges: ring.bulges.slice(0, -1) });
}

/** Reads the numbers of an entity by their group codes. */
const valuesOf = (e: readonly Pair[], what: string) => (code: number) => {
  const p = e.find((x) => x.code === code);
  if (!p) throw new BadNumber(`This ${what} has no group code ${code}.`, e[0]!.line);
  return numberOf(p);
};

function lineOf(e: readonly Pair[]): Stretch {
  const value = valuesOf(e, 'line');
  const points = [
    { x: value(10), y: value(20) },
    { x: value(11), y: value(21) }
  ];
  return { layer: layerOf(e), points, bulges: [0], line: e[0]!.line };
}

/** An arc runs to the left from its start angle to its end angle; more than half a turn is told in two. */
function arcOf(e: readonly Pair[]): Stretch {
  const value = valuesOf(e, 'arc');
  const [x, y, r] = [value(10), value(20), value(40)];
  const [from, to] = [value(50), value(51)].map((deg) => (deg * Math.PI) / 180) as [number, number];
  const sweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
  const parts = sweep > Math.PI ? 2 : 1;
  const at = (k: number) => ({
    x: x + r * Math.cos(from + (sweep * k) / parts),
    y: y + r * Math.sin(from + (sweep * k) / parts)
  });
  return {
    layer: layerOf(e),
    points: Array.from({ length: parts + 1 }, (_, k) => at(k)),
    bulges: Array.from({ length: parts }, () => Math.tan(sweep / parts / 4)),
    line: e[0]!.line
  };
}

function circle(e: readonly Pair[]): Ring {
  const value = valuesOf(e, 'circle');
  const [x, y, r] = [value(10), value(20), value(40)];
  return {
    layer: layerOf(e),
    points: [
      { x: x - r, y },
      { x: x + r, y }
    ],
    bulges: [1, 1],
    line: e[0]!.line
  };
}

/** Writes a plan as ASCII DXF (release 12) in metres: layers OUTLINE, CUT-OUTS and EXITS. */
export function writeDxf(plan: PlanDrawing): string {
  const out: (string | number)[] = [];
  const pair = (code: number, value: string | number) => out.push(code, value);
  const num = (v: number) => Number(v.toFixed(6));
  pair(0, 'SECTION');
  pair(2, 'HEADER');
  pair(9, '$ACADVER');
  pair(1, 'AC1009');
  pair(9, '$INSUNITS');
  pair(70, 6);
  pair(0, 'ENDSEC');
  pair(0, 'SECTION');
  pair(2, 'ENTITIES');
  const draw = (layer: string, o: PlanDrawing['outline']) => {
    pair(0, 'POLYLINE');
    pair(8, layer);
    pair(66, 1);
    pair(70, 1);
    bulgesOf(o).forEach((bulge, i) => {
      pair(0, 'VERTEX');
      pair(8, layer);
      pair(10, num(o.sides[i]!.from.x));
      pair(20, num(o.sides[i]!.from.y));
      if (bulge) pair(42, num(bulge));
    });
    pair(0, 'SEQEND');
  };
  draw('OUTLINE', plan.outline);
  for (const c of plan.cutOuts) draw('CUT-OUTS', c.outline);
  for (const e of plan.exits) {
    pair(0, 'LINE');
    pair(8, 'EXITS');
    pair(10, num(e.from.x));
    pair(20, num(e.from.y));
    pair(11, num(e.to.x));
    pair(21, num(e.to.y));
  }
  pair(0, 'ENDSEC');
  pair(0, 'EOF');
  return out.join('\n') + '\n';
}
