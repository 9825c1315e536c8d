import { exitProblems, placeCutOuts, type PlacedCutOut } from './cut-outs';
import { distance, outlineFromWalls, type Outline, type Point } from './outline';
import { kindRow } from './kinds';
import { bySize } from './pieces';
import { missingSizes, namedList, THIN_FACES } from './missing';
import type { FaceKind, Shape, ShapeOf, Surface } from './schema';
import { frameOf, hasOutline, outlineOf } from './shape';

/** The area of one kind of face before texture and profile, m², and how it came about; or what must be typed to know it. */
export type Part = { ok: true; areaM2: number; how: string } | { ok: false; problem: string; unmeasured?: true };
export type Parts = Partial<Record<FaceKind, Part>>;

/** A surface measured: its outline and cut-outs in plan, where it has them, and every face it can have. One unit of it. */
export interface Measured {
  ok: true;
  outline: (Outline & { ok: true }) | null;
  cutOuts: PlacedCutOut[];
  /** Plan area without cut-outs, m². */
  areaM2: number;
  grossM2: number;
  perimeterM: number | null;
  correctionMm: number;
  parts: Parts;
}

/** Why a surface can not be measured: in which of its fields, and the side or row. */
export interface Unmeasured {
  ok: false;
  in: 'shape' | 'cutOuts' | 'exits';
  index?: number;
  problem: string;
  /** What the tape still owes, where nothing else is wrong. */
  missing?: readonly string[];
}

/** The parts while the thickness is not known: what hangs on it has no area. */
function withoutThickness(parts: Parts, shape: Shape): Parts {
  const out = { ...parts };
  const ask: Part = { ok: false, problem: 'Not measured yet: thickness.', unmeasured: true };
  for (const kind of THIN_FACES) if (out[kind]?.ok) out[kind] = ask;
  if (shape.type === 'box' && out.inside) out.inside = ask;
  return out;
}

const known = (areaM2: number, how: string): Part => ({ ok: true, areaM2, how });
const typed = (problem: string): Part => ({ ok: false, problem });

/** Measures a surface: outline, cut-outs and the area of every face it can have (handbook 5). One piece of it, of the common size where it has one. */
export function measureSurface(surface: Surface): Measured | Unmeasured {
  const [first] = surface.sizes ? bySize(surface) : [surface];
  if (first && first !== surface) return measureSurface(first);
  const { shape } = surface;
  const missing = missingSizes(surface);
  if (missing.length) return { ok: false, in: 'shape', problem: `Not measured yet: ${namedList(missing)}.`, missing };
  const measured = measureShape(surface, shape);
  return measured.ok && !(surface.thicknessM > 0)
    ? { ...measured, parts: withoutThickness(measured.parts, shape) }
    : measured;
}

function measureShape(surface: Surface, shape: Shape): Measured | Unmeasured {
  if (hasOutline(shape)) return measureFlat(surface, outlineOf(shape));
  const solid = (areaM2: number, parts: Parts): Measured => ({
    ok: true,
    outline: null,
    cutOuts: [],
    areaM2,
    grossM2: areaM2,
    perimeterM: null,
    correctionMm: 0,
    parts
  });
  const refuse = (problem: string): Unmeasured => ({ ok: false, in: 'shape', problem });
  switch (shape.type) {
    case 'area':
      return shape.areaM2 > 0
        ? solid(shape.areaM2, areaParts(surface, shape.areaM2))
        : refuse('An area must be more than 0.');
    case 'stair':
      return stair(shape, solid, refuse);
    case 'panels':
      return panels(surface, shape, solid);
    case 'lengths': {
      const areaM2 = shape.items.reduce((s, i) => s + i.count * i.lengthM * i.girthM, 0);
      return solid(areaM2, { 'all-round': known(areaM2, 'length × girth'), top: known(areaM2, 'length × girth') });
    }
    case 'box':
      return box(surface, shape, solid);
  }
}

function measureFlat(surface: Surface, outline: ReturnType<typeof outlineOf>): Measured | Unmeasured {
  if (!outline.ok)
    return {
      ok: false,
      in: 'shape',
      problem: outline.problem,
      ...(outline.side !== undefined && { index: outline.side })
    };
  const { placed, problems } = placeCutOuts(outline, surface.cutOuts ?? []);
  const fault = [...problems, ...exitProblems(outline, surface.exits ?? [])][0];
  if (fault) return { ok: false, ...fault };
  const areaM2 = outline.areaM2 - placed.reduce((s, p) => s + p.areaM2, 0);
  if (!(areaM2 > 0))
    return { ok: false, in: 'cutOuts', index: 0, problem: 'The cut-outs leave nothing. Make them smaller.' };
  return {
    ok: true,
    outline,
    cutOuts: placed,
    areaM2,
    grossM2: outline.areaM2,
    perimeterM: outline.perimeterM,
    correctionMm: outline.correctionMm,
    parts: flatParts(surface, outline, placed, areaM2)
  };
}

/** Share of a decked area that is board: width / (width + gap). */
const boardShare = ({ boards }: Surface) => (boards ? boards.widthM / (boards.widthM + boards.gapM) : 1);

function flatParts(surface: Surface, outline: Outline & { ok: true }, cutOuts: PlacedCutOut[], areaM2: number): Parts {
  const { thicknessM, boards } = surface;
  const share = boardShare(surface);
  const open = Boolean(boards && boards.gapM > 0);
  const face = known(
    areaM2 * share,
    open ? 'plan × board / (board + gap)' : cutOuts.length ? 'plan less cut-outs' : 'plan'
  );
  const tight = new Set(surface.tightSides ?? []);
  const grain = grainDirection(surface, outline);
  const runs = runsOf(outline, grain, (side) => !tight.has(side));
  const rims = cutOuts.map((c) => runsOf(c, grain, () => true));
  const rim = { along: sum(rims, 'along'), across: sum(rims, 'across') };
  const endsApart = surface.faces.some((f) => f.kind === 'end-grain');
  const edge = open
    ? known((areaM2 / (boards!.widthM + boards!.gapM)) * 2 * thicknessM, '2 × thickness × board length')
    : known(
        (runs.along + (endsApart ? 0 : runs.across)) * thicknessM,
        endsApart ? 'length along the grain × thickness' : 'perimeter × thickness'
      );
  const tightM = outline.sides.reduce((s, x, i) => s + (tight.has(i) ? x.lengthM : 0), 0);
  const parts: Parts = {
    top: face,
    underside: face,
    edge,
    'end-grain': known((runs.across * share + rim.across) * thicknessM, 'length across the grain × thickness'),
    ...(cutOuts.length && {
      rim: known(
        (rim.along + (endsApart ? 0 : rim.across)) * thicknessM,
        endsApart ? 'cut-out sides along the grain × thickness' : 'perimeter of the cut-outs × thickness'
      )
    }),
    ...(surface.upstandM && tightM > 0 && { upstand: known(tightM * surface.upstandM, 'height × tight sides') })
  };
  if (surface.shape.type === 'door') Object.assign(parts, doorEdges(surface.shape, thicknessM));
  if (kindRow(surface.kind).sides === 'outside and inside') Object.assign(parts, { outside: face, inside: face });
  return parts;
}

const doorEdges = ({ widthM, heightM }: ShapeOf<'door'>, thicknessM: number): Parts => ({
  'hinge-edge': known(heightM * thicknessM, 'height × thickness'),
  'lock-edge': known(heightM * thicknessM, 'height × thickness'),
  'top-edge': known(widthM * thicknessM, 'width × thickness'),
  'bottom-edge': known(widthM * thicknessM, 'width × thickness')
});

/** Direction of the grain in plan: along side A turned by the boards' angle; upright in a door leaf. */
export function grainDirection(surface: Surface, outline: Outline & { ok: true }): Point {
  const f = frameOf(outline, 0);
  const deg = (surface.boards?.directionDeg ?? 0) + (surface.shape.type === 'door' ? 90 : 0);
  if (deg === 0) return f.along;
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return { x: f.along.x * c - f.along.y * s, y: f.along.x * s + f.along.y * c };
}

/** Lengths of an outline that run along and across the grain; a side at more than 45° to it is end grain. Round: half and half. */
function runsOf(o: Outline, grain: Point, counted: (side: number) => boolean): { along: number; across: number } {
  const out = { along: 0, across: 0 };
  if (o.sides.length === 2 && o.sides.every((s) => s.bowM > 0)) {
    out.along = out.across = o.perimeterM / 2;
    return out;
  }
  o.sides.forEach((s, i) => {
    if (!counted(i)) return;
    const chord = distance(s.from, s.to);
    const cos = Math.abs(((s.to.x - s.from.x) * grain.x + (s.to.y - s.from.y) * grain.y) / chord);
    if (cos < Math.SQRT1_2 - 1e-9) out.across += s.lengthM;
    else out.along += s.lengthM;
  });
  return out;
}

const sum = (runs: readonly { along: number; across: number }[], which: 'along' | 'across') =>
  runs.reduce((s, r) => s + r[which], 0);

function areaParts(surface: Surface, areaM2: number): Parts {
  const { boards, thicknessM } = surface;
  const open = Boolean(boards && boards.gapM > 0);
  const face = known(areaM2 * boardShare(surface), open ? 'plan × board / (board + gap)' : 'plan');
  const ask = typed('Only an area is known. Type the area of this face.');
  return {
    top: face,
    underside: face,
    outside: face,
    inside: face,
    edge: open
      ? known((areaM2 / (boards!.widthM + boards!.gapM)) * 2 * thicknessM, '2 × thickness × board length')
      : ask,
    'end-grain': typed('The ends can not be told from this shape. Type their area.')
  };
}

type Solid = (areaM2: number, parts: Parts) => Measured;

function stair(s: ShapeOf<'stair'>, solid: Solid, refuse: (problem: string) => Unmeasured): Measured | Unmeasured {
  let winders = 0;
  for (const [i, w] of s.winders.entries()) {
    const o = outlineFromWalls(w.walls);
    if (!o.ok) return refuse(`Winder ${i + 1}: ${o.problem}`);
    winders += o.areaM2;
  }
  const steps = s.treads + s.winders.length;
  if (steps === 0) return refuse('A stair needs at least one tread.');
  const tread = s.treads * s.depthM * s.widthM + winders;
  return solid(tread, {
    tread: known(tread, s.winders.length ? 'treads × depth × width + winders' : 'treads × depth × width'),
    underside: known(tread, 'as the treads'),
    ...(s.riserM > 0 && { riser: known((steps + 1) * s.riserM * s.widthM, '(steps + 1) × height × width') }),
    ...(s.nosingGirthM > 0 && { nosing: known(steps * s.nosingGirthM * s.widthM, 'steps × girth × width') }),
    ...(s.strings > 0 && { string: known(s.strings * s.stringLengthM * s.stringGirthM, 'length × girth') }),
    top: known(tread, 'treads × depth × width')
  });
}

function panels(surface: Surface, { items }: ShapeOf<'panels'>, solid: Solid): Measured {
  const areaM2 = items.reduce((s, i) => s + i.count * i.widthM * i.heightM, 0);
  const edgesM2 = items.reduce((s, i) => s + i.count * 2 * (i.widthM + i.heightM), 0) * surface.thicknessM;
  return solid(areaM2, {
    outside: known(areaM2, 'width × height'),
    inside: known(areaM2, 'width × height'),
    edge: known(edgesM2, 'perimeter × thickness')
  });
}

function box(surface: Surface, s: ShapeOf<'box'>, solid: Solid): Measured {
  const t = surface.thicknessM;
  const lid = s.lengthM * s.widthM;
  const round = 2 * (s.lengthM + s.widthM);
  const [il, iw, ih] = [s.lengthM - 2 * t, s.widthM - 2 * t, s.heightM - t].map((v) => Math.max(0, v)) as [
    number,
    number,
    number
  ];
  const outside = known(round * s.heightM, 'perimeter × height');
  return solid(s.open ? round * s.heightM : lid, {
    outside,
    underside: known(lid, 'length × width'),
    ...(s.open
      ? {
          inside: known(2 * (il + iw) * ih + il * iw, 'inner sides and floor'),
          rim: known(Math.max(0, lid - il * iw), 'top rim, length × width less the opening')
        }
      : {
          top: known(lid, 'length × width'),
          edge: known(round * t, 'perimeter × thickness'),
          'end-grain': known(2 * s.widthM * t, '2 ends × width × thickness')
        })
  });
}
