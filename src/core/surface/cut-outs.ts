import { commonM2 } from './common-area';
import {
  distance,
  isInside,
  outlineThrough,
  polygonAreaM2,
  wallName,
  type Outline,
  type OutlineResult,
  type Point
} from './outline';
import type { CutOut, Exit } from './schema';
import { frameOf, fromSide } from './shape';

/** A cut-out where it lies in plan. */
export type PlacedCutOut = Extract<OutlineResult, { ok: true }> & { cutOut: CutOut };

/** What is wrong with one of a surface's cut-outs or exits. */
export interface PlaceProblem {
  in: 'cutOuts' | 'exits';
  index: number;
  problem: string;
}

/** Where a cut-out lies: from its side, along and in to the near edge of what is cut. */
export function placeCutOut(outline: Outline & { ok: true }, c: CutOut): OutlineResult {
  const frame = frameOf(outline, c.side);
  const at = (p: Point) => fromSide(frame, c.alongM + p.x, c.inM + p.y);
  if (c.shape.type === 'circle') {
    const { diameterM: d } = c.shape;
    return outlineThrough([at({ x: 0, y: d / 2 }), at({ x: d, y: d / 2 })], [d / 2, d / 2]);
  }
  if (c.shape.type === 'points') return outlineThrough(c.shape.points.map(at));
  const { lengthM: l, widthM: w, turnedDeg = 0 } = c.shape;
  const [cos, sin] = [Math.cos((turnedDeg * Math.PI) / 180), Math.sin((turnedDeg * Math.PI) / 180)];
  const corners = [
    { x: -l / 2, y: -w / 2 },
    { x: l / 2, y: -w / 2 },
    { x: l / 2, y: w / 2 },
    { x: -l / 2, y: w / 2 }
  ].map((p) => at({ x: l / 2 + p.x * cos - p.y * sin, y: w / 2 + p.x * sin + p.y * cos }));
  return outlineThrough(corners);
}

/** Dimensions are typed to the millimetre: an edge may lie that far over another. */
const SLACK_M = 0.001;
const slackM2 = (o: Outline) => Math.max(1e-9, o.perimeterM * SLACK_M * 0.5);

/** Places all cut-outs and names those outside the outline or over one another. Touching is allowed. */
export function placeCutOuts(
  outline: Outline & { ok: true },
  cutOuts: readonly CutOut[]
): { placed: PlacedCutOut[]; problems: PlaceProblem[] } {
  const placed: PlacedCutOut[] = [];
  const problems: PlaceProblem[] = [];
  const refuse = (index: number, problem: string) => problems.push({ in: 'cutOuts', index, problem });
  cutOuts.forEach((c, index) => {
    if (c.side >= outline.sides.length) {
      refuse(index, `“${c.name}” is measured from side ${wallName(c.side)}, which is not there.`);
      return;
    }
    const o = placeCutOut(outline, c);
    if (o.ok) placed.push({ ...o, cutOut: c });
    else refuse(index, `“${c.name}”: ${o.problem}`);
  });
  if (problems.length > 0) return { placed, problems };
  const boxes = placed.map((p) => boxOf(p.ring));
  const pieces = outline.ring.map((p, i) => boxOf([p, outline.ring[(i + 1) % outline.ring.length]!]));
  placed.forEach((p, index) => {
    // Booleans only where boxes leave a doubt.
    const clear = isInside(p.ring[0]!, outline.ring) && !pieces.some((b) => meet(b, boxes[index]!));
    const near = placed.filter((_, k) => k < index && meet(boxes[k]!, boxes[index]!));
    const fault = (clear ? null : outsideFault(outline, p)) ?? overlapFault(p, near);
    if (fault) refuse(index, `“${p.cutOut.name}” ${fault}`);
  });
  return { placed, problems };
}

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

function boxOf(points: readonly Point[]): Box {
  const box = { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity };
  for (const { x, y } of points) {
    box.x0 = Math.min(box.x0, x);
    box.x1 = Math.max(box.x1, x);
    box.y0 = Math.min(box.y0, y);
    box.y1 = Math.max(box.y1, y);
  }
  return box;
}

const meet = (a: Box, b: Box) => a.x0 <= b.x1 && b.x0 <= a.x1 && a.y0 <= b.y1 && b.y0 <= a.y1;

function outsideFault(outline: Outline, own: PlacedCutOut): string | null {
  const inside = commonM2(outline.ring, own.ring);
  const outsideM2 = polygonAreaM2(own.ring) - inside;
  if (outsideM2 <= slackM2(own)) return null;
  return inside < slackM2(own)
    ? 'lies outside the outline. Measure it again from its side.'
    : `sticks out of the outline by ${areaWords(outsideM2)}. Measure it again from its side.`;
}

function overlapFault(own: PlacedCutOut, near: readonly PlacedCutOut[]): string | null {
  for (const other of near) {
    const over = commonM2(other.ring, own.ring);
    if (over > Math.min(slackM2(own), slackM2(other)))
      return `overlaps “${other.cutOut.name}” by ${areaWords(over)}. Move one, or measure them as one.`;
  }
  return null;
}

const areaWords = (m2: number) => (m2 < 0.01 ? `${Math.ceil(m2 * 1e4)} cm²` : `${m2.toFixed(2)} m²`);

/** Names the exits that do not lie on their side. */
export function exitProblems(outline: Outline, exits: readonly Exit[]): PlaceProblem[] {
  const refuse = (index: number, problem: string): PlaceProblem => ({ in: 'exits', index, problem });
  return exits.flatMap((e, index) => {
    const s = outline.sides[e.side];
    if (!s) return [refuse(index, `“${e.name}” is on side ${wallName(e.side)}, which is not there.`)];
    const chord = distance(s.from, s.to);
    if (e.alongM < -SLACK_M || e.alongM + e.widthM > chord + SLACK_M)
      return [
        refuse(
          index,
          `“${e.name}” reaches from ${metres(e.alongM)} to ${metres(e.alongM + e.widthM)} m; side ${wallName(e.side)} is ${metres(chord)} m long.`
        )
      ];
    return [];
  });
}

const metres = (m: number) => m.toFixed(2);
