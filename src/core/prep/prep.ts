import type { HouseRules } from '../house';
import { LADDER_RULES, sandingLadder, startGrit, type Ladder, type LadderRule } from '../sanding';
import { kindRow, type Surface } from '../surface';
import type { PrepDemand } from '../survey';
import { editSteps, type DroppedStep } from './edits';
import { sizesIn, sizesOf, type Scope, type Sizes } from './sizes';
import { gatesAt, sandName, STEP_ROWS, type Consumable, type PrepStep, type StepRow } from './steps';

/** All steps of one surface in order, with the sanding ladder they hold. */
export interface PrepPlan {
  surfaceId: string;
  steps: PrepStep[];
  /** It is scuffed and built on: there is no ladder to sand. */
  over: boolean;
  /** What the crew leaves out. */
  dropped: DroppedStep[];
  /** Changes of the crew's that have no effect on this list, by their number. */
  idle: number[];
  ladder: Ladder;
  /** What the other school would sand, to hold against it. */
  otherSchool: { rule: LadderRule; ladder: Ladder };
  /** Minutes of one person. */
  personMinutes: number;
  /** From the first step to oil, minutes, with the whole crew and the shortest waits. */
  elapsedMinutes: number;
}

/** What a prep plan is made from. */
export interface PrepInput {
  surface: Surface;
  /** What the verdict's rules ask for. */
  demands: ReadonlySet<PrepDemand>;
  /** Finest grit the product takes. */
  maxGrit?: number;
  /** It goes over an old finish that is sound: scuffed and built on, not sanded to the wood. */
  over?: boolean;
  /** The paper clogs, so there must be twice as much. */
  clogs: boolean;
  /** Young two-part coat or isocyanate beneath: its dust is harmful. */
  isocyanateDust: boolean;
  people: number;
  house: HouseRules;
}

/** The prep plan of a surface: every step asked for by its survey, shape, product and house, as the crew has it (handbook 2, 11, 16). */
export function prepPlan(input: PrepInput): PrepPlan {
  const { surface, people, house } = input;
  const sizes = sizesOf(surface, people);
  const own = house.sanding.ladder as LadderRule;
  const other = LADDER_RULES.find((r) => r !== own)!;
  const ladder = ladderFor(input, own);
  const asked = askedFor(input);
  const demanded: ReadonlySet<string> = input.demands;
  const scopes = scopesOf(surface);
  const makers = STEP_ROWS.filter((r) => r.when.some((w) => asked.has(w))).flatMap((r): [string, Maker][] =>
    r.id === 'sand'
      ? sandSteps(input, ladder)
      : [[r.id, (id, s) => ({ ...stepOf(r, s), id, asked: r.when.some((w) => demanded.has(w)) })]]
  );
  const made = (id: string, make: Maker) => {
    const scope = scopes.get(id) ?? {};
    return { ...make(id, sizesIn(sizes, scope, house)), ...scope };
  };
  const list = placeBetweenGrits(makers.map(([id, make]) => made(id, make)));
  const kinds = house.steps.filter((s) => s.kinds.includes(surface.kind));
  const edited = editSteps(list, kinds, surface.steps ?? [], Math.max(1, sizes.units), (id, once) => {
    const make = makers.find(([of]) => of === once.id)?.[1];
    return make ? made(id, make) : { ...once, id, ...scopes.get(id) };
  });
  const { steps } = edited;
  const personMinutes = steps.reduce((s, x) => s + x.minutes, 0);
  const waits = steps.reduce((s, x) => s + (x.wait?.minMinutes ?? 0), 0);
  return {
    surfaceId: surface.id,
    over: input.over ?? false,
    ...edited,
    ladder,
    otherSchool: { rule: other, ladder: ladderFor(input, other) },
    personMinutes,
    elapsedMinutes: personMinutes / Math.max(1, people) + waits
  };
}

/** Makes a step by its id for what it is done on. */
type Maker = (id: string, s: Sizes) => PrepStep;

/** On how much each step is done, where the crew says: the last word on a step counts. */
function scopesOf({ steps, units }: Surface): Map<string, Scope> {
  const out = new Map<string, Scope>();
  for (const e of steps ?? []) {
    if (e.do !== 'only') continue;
    const pieces = e.pieces?.filter((p) => units?.includes(p));
    out.set(e.step, { ...(e.on && { on: e.on }), ...(pieces?.length && { pieces }) });
  }
  return out;
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

function askedFor({ surface, demands, over }: PrepInput): Set<string> {
  const asked = new Set<string>(['always', over ? 'over' : 'sand', ...demands]);
  const { loose } = kindRow(surface.kind);
  if (loose || (surface.units && surface.dividedInto === undefined)) asked.add('units');
  if (!loose) asked.add('mask');
  // What is not taken off is masked where it hangs.
  if (surface.steps?.some((e) => e.do === 'drop' && e.step === 'dismount')) asked.add('hung');
  if (surface.waterPopped) asked.add('water pop');
  if (surface.faces.some((f) => f.texture === 'wire-brushed')) asked.add('brushed');
  return asked;
}

function stepOf(r: StepRow, s: Sizes): Omit<PrepStep, 'id' | 'asked'> {
  const units = Math.max(1, s.units);
  const minutes =
    (r.m2PerHour ? (s.areaM2 / r.m2PerHour) * 60 : 0) +
    (r.metresPerHour ? (s.edgeM / r.metresPerHour) * 60 : 0) +
    (r.minutesEach ?? 0) +
    (r.minutesPerUnit ?? 0) * units;
  return {
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
    gates: r.id === 'before-oil' ? gatesAt('before oil') : gatesAt(r.id),
    cautions: r.cautions ?? []
  };
}

/** Litres to a tenth, everything else in whole pieces. */
const roundUp = (v: number, litres: boolean): number =>
  litres ? Math.max(0.1, Math.ceil(v * 10 - 1e-9) / 10) : Math.max(1, Math.ceil(v - 1e-9));

function sandSteps(input: PrepInput, ladder: Ladder): [string, Maker][] {
  if (!ladder.ok) return [];
  const { sanding } = input.house;
  const machine = sanding.machines[input.surface.kind];
  const row = STEP_ROWS.find((r) => r.id === 'sand')!;
  return ladder.grits.map((grit, i) => {
    const last = i === ladder.grits.length - 1;
    const why =
      i === 0
        ? `Starts at P${grit}: ${conditionOf(input.surface)}. ${row.why}`
        : last
          ? `The last grit. Field, edges and corners end on P${grit}, or the colour differs.`
          : row.why;
    const make: Maker = (id, s) => ({
      id,
      name: sandName(grit),
      why,
      asked: false,
      grit,
      machine: machine.name,
      minutes: Math.max(
        5,
        Math.round(
          (s.areaM2 / machine.m2PerHour) * 60 +
            (s.edgeM / machine.edgeMPerHour) * 60 +
            s.corners * sanding.cornerMinutes
        )
      ),
      consumables: [
        {
          name: `P${grit} discs`,
          count: Math.max(1, Math.ceil((s.areaM2 / discLifeM2(grit, sanding.discM2)) * (input.clogs ? 2 : 1)))
        }
      ],
      gates: gatesAt('grit', ...(last ? ['last grit'] : [])),
      cautions: [...(row.cautions ?? []), ...(input.isocyanateDust ? ['isocyanate'] : [])]
    });
    return [`sand-${grit}`, make];
  });
}

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
