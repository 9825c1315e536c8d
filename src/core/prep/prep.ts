import type { HouseRules } from '../house';
import { LADDER_RULES, sandingLadder, startGrit, type Ladder, type LadderRule } from '../sanding';
import { bySize, faceAreas, kindRow, measureSurface, timesMeasured, type Surface } from '../surface';
import type { PrepDemand } from '../survey';
import gateRows from './gates.json';
import stepRows from './steps.json';

/** A check that must hold before the next step. */
export interface Gate {
  id: string;
  words: string;
  how: string;
}

/** How long a step must rest before the next, minutes. */
export interface PrepWait {
  minMinutes: number;
  maxMinutes: number;
  why: string;
}

/** What a step uses up: pieces, or metres, m², litres or grams. */
export interface Consumable {
  name: string;
  count: number;
  unit?: 'm' | 'm²' | 'L' | 'g';
}

/** One step of getting a surface ready for oil. Minutes are of one person over all units. */
export interface PrepStep {
  id: string;
  name: string;
  why: string;
  grit?: number;
  machine?: string;
  minutes: number;
  wait?: PrepWait;
  consumables: Consumable[];
  gates: Gate[];
  cautions: string[];
}

/** All steps of one surface in order, with the sanding ladder they hold. */
export interface PrepPlan {
  surfaceId: string;
  steps: PrepStep[];
  ladder: Ladder;
  /** What the other school would sand, to hold against it. */
  otherSchool: { rule: LadderRule; ladder: Ladder };
  /** Minutes of one person. */
  personMinutes: number;
  /** From the first step to oil, minutes, with the whole crew and the shortest waits. */
  elapsedMinutes: number;
}

interface StepRow {
  id: string;
  name: string;
  when: string[];
  why: string;
  m2PerHour?: number;
  metresPerHour?: number;
  minutesEach?: number;
  minutesPerUnit?: number;
  wait?: PrepWait;
  consumables?: {
    name: string;
    unit?: string;
    perM2?: number;
    perM?: number;
    perUnit?: number;
    perPerson?: number;
    each?: number;
  }[];
  cautions?: string[];
}

/** What a prep plan is made from. */
export interface PrepInput {
  surface: Surface;
  /** What the verdict's rules ask for. */
  demands: ReadonlySet<PrepDemand>;
  /** Finest grit the product takes. */
  maxGrit?: number;
  /** The paper clogs, so there must be twice as much. */
  clogs: boolean;
  /** Young two-part coat or isocyanate beneath: its dust is harmful. */
  isocyanateDust: boolean;
  people: number;
  house: HouseRules;
}

const steps = stepRows as readonly StepRow[];
/** Every gate there is, in the order they are checked. */
export const gateTable: readonly Gate[] = gateRows;

/** Sizes a step is reckoned by. */
interface Sizes {
  areaM2: number;
  edgeM: number;
  corners: number;
  units: number;
  people: number;
}

/** The prep plan of a surface: every step asked for by its survey, shape, product and house rules (handbook 2, 11). */
export function prepPlan(input: PrepInput): PrepPlan {
  const { surface, people } = input;
  const sizes = sizesOf(surface, people);
  const own = input.house.sanding.ladder as LadderRule;
  const other = LADDER_RULES.find((r) => r !== own)!;
  const ladder = ladderFor(input, own);
  const asked = askedFor(input);
  const list = steps
    .filter((r) => r.when.some((w) => asked.has(w)))
    .flatMap((r) => (r.id === 'sand' ? sandSteps(input, ladder, sizes) : [stepOf(r, sizes)]));
  const ordered = placeBetweenGrits(list);
  const personMinutes = ordered.reduce((s, x) => s + x.minutes, 0);
  const waits = ordered.reduce((s, x) => s + (x.wait?.minMinutes ?? 0), 0);
  return {
    surfaceId: surface.id,
    steps: ordered,
    ladder,
    otherSchool: { rule: other, ladder: ladderFor(input, other) },
    personMinutes,
    elapsedMinutes: personMinutes / Math.max(1, people) + waits
  };
}

/** The end grit: the house's for this kind or the surface's own, and never finer than the product takes. */
export const endGrit = ({ surface, maxGrit }: Pick<PrepInput, 'surface' | 'maxGrit'>): number =>
  Math.min(surface.lastGrit, maxGrit ?? Infinity);

function ladderFor(input: PrepInput, rule: LadderRule): Ladder {
  const { sanding } = input.house;
  return sandingLadder({
    start: startGrit(conditionOf(input.surface)),
    end: nearestStocked(endGrit(input), sanding.gritsInStock),
    stock: sanding.gritsInStock,
    rule
  });
}

/** The next coarser grit in stock, so that a product's limit is never passed. */
const nearestStocked = (grit: number, stock: readonly number[]): number =>
  stock.includes(grit) ? grit : (stock.filter((g) => g < grit).at(-1) ?? grit);

/** The condition as looked at, else the one the old finish speaks of. */
export function conditionOf({ look, kind }: Surface): NonNullable<NonNullable<Surface['look']>['condition']> {
  if (look?.condition) return look.condition;
  const film = look?.oldFinish;
  if (film === 'varnish' || film === 'paint' || film === 'waterborne film' || film === 'wax')
    return 'old film or heavy wear';
  return kindRow(kind).condition;
}

function sizesOf(surface: Surface, people: number): Sizes {
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

function askedFor({ surface, demands }: PrepInput): Set<string> {
  const asked = new Set<string>(['always', 'sand', ...demands]);
  const { loose } = kindRow(surface.kind);
  if (loose || (surface.units && surface.dividedInto === undefined)) asked.add('units');
  if (!loose) asked.add('mask');
  if (surface.waterPopped) asked.add('water pop');
  if (surface.faces.some((f) => f.texture === 'wire-brushed')) asked.add('brushed');
  return asked;
}

function stepOf(r: StepRow, s: Sizes): PrepStep {
  const units = Math.max(1, s.units);
  const minutes =
    (r.m2PerHour ? (s.areaM2 / r.m2PerHour) * 60 : 0) +
    (r.metresPerHour ? (s.edgeM / r.metresPerHour) * 60 : 0) +
    (r.minutesEach ?? 0) +
    (r.minutesPerUnit ?? 0) * units;
  return {
    id: r.id,
    name: r.name,
    why: r.why,
    minutes: Math.max(5, Math.round(minutes)),
    ...(r.wait && { wait: r.wait }),
    consumables: (r.consumables ?? []).map((c) => ({
      name: c.name,
      ...(c.unit && { unit: c.unit as Consumable['unit'] }),
      count: roundUp(
        (c.perM2 ?? 0) * s.areaM2 +
          (c.perM ?? 0) * s.edgeM +
          (c.perUnit ?? 0) * units +
          (c.perPerson ?? 0) * s.people +
          (c.each ?? 0),
        c.unit === 'L'
      )
    })),
    gates: r.id === 'before-oil' ? gatesAt('before oil') : [],
    cautions: r.cautions ?? []
  };
}

/** Litres to a tenth, everything else in whole pieces. */
const roundUp = (v: number, litres: boolean): number =>
  litres ? Math.max(0.1, Math.ceil(v * 10 - 1e-9) / 10) : Math.max(1, Math.ceil(v - 1e-9));

const gatesAt = (...at: string[]): Gate[] =>
  gateRows.filter((g) => at.includes(g.at)).map(({ id, words, how }) => ({ id, words, how }));

function sandSteps(input: PrepInput, ladder: Ladder, s: Sizes): PrepStep[] {
  if (!ladder.ok) return [];
  const { sanding } = input.house;
  const machine = sanding.machines[input.surface.kind];
  const row = steps.find((r) => r.id === 'sand')!;
  return ladder.grits.map((grit, i) => {
    const last = i === ladder.grits.length - 1;
    const minutes =
      (s.areaM2 / machine.m2PerHour) * 60 + (s.edgeM / machine.edgeMPerHour) * 60 + s.corners * sanding.cornerMinutes;
    const why =
      i === 0
        ? `Starts at P${grit}: ${conditionOf(input.surface)}. ${row.why}`
        : last
          ? `The last grit. Field, edges and corners end on P${grit}, or the colour differs.`
          : row.why;
    return {
      id: `sand-${grit}`,
      name: sandName(grit),
      why,
      grit,
      machine: machine.name,
      minutes: Math.max(5, Math.round(minutes)),
      consumables: [
        {
          name: `P${grit} discs`,
          count: Math.ceil((s.areaM2 / discLifeM2(grit, sanding.discM2)) * (input.clogs ? 2 : 1))
        }
      ],
      gates: gatesAt('grit', ...(last ? ['last grit'] : [])),
      cautions: [...(row.cautions ?? []), ...(input.isocyanateDust ? ['isocyanate'] : [])]
    };
  });
}

/** The name of a preparation step by its id, as its list and the log both call it. */
export function prepStepName(id: string): string {
  const grit = /^sand-(\d+)$/.exec(id)?.[1];
  return grit ? sandName(Number(grit)) : (steps.find((r) => r.id === id)?.name ?? id);
}

const sandName = (grit: number): string => `Sand P${grit}, edges and corners too`;

/** Square metres one disc lasts: the row of the next coarser grit that is listed. */
export function discLifeM2(grit: number, table: { readonly [grit: `${number}`]: number }): number {
  const rows = Object.keys(table)
    .map(Number)
    .sort((a, b) => a - b);
  return table[`${rows.filter((g) => g <= grit).at(-1) ?? rows[0]!}`]!;
}

/** Filling goes between the last two grits, easing edges after the middle one. */
function placeBetweenGrits(list: readonly PrepStep[]): PrepStep[] {
  const grits = list.filter((x) => x.grit !== undefined);
  const before = new Map<string, string>();
  if (grits.length > 1) before.set('fill', grits.at(-1)!.id);
  if (grits.length > 2) before.set('ease-edges', grits[Math.ceil(grits.length / 2)]!.id);
  const stays = list.filter((x) => !before.has(x.id));
  return stays.flatMap((x) => [...list.filter((m) => before.get(m.id) === x.id), x]);
}
