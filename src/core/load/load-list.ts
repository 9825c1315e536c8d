import { measureRecipe, mixAmounts, recipes } from '../mix';
import { isTwoPart, type ProductCard } from '../product';
import { ragsForCoat } from '../safety';
import type { HouseRules } from '../house';
import { localDate } from '../calendar';
import type { SequenceOutcome } from '../window';
import { betweenCoats, applicators, type CoatPlan } from '../coats';
import { cardOf } from '../document';
import type { PartJob } from '../document';
import gear from './gear.json';
import type { LoadPlan, Purchase } from './load';
import { packedKey, type WorkState } from '../log';
import type { SurfaceSurvey } from '../site';

export const LOAD_GROUPS = ['oil', 'mixing', 'tools', 'sanding', 'rags and fire', 'protection', 'site'] as const;
export type LoadGroup = (typeof LOAD_GROUPS)[number];

/** A thing to take along on one visit: how many, of what, and why. `id` is the same on every device. */
export interface LoadItem {
  id: string;
  group: LoadGroup;
  name: string;
  count: number;
  unit?: string;
  why: string;
  /** Where it comes from unless the crew says otherwise: tins on the order are bought, all else is at hand. */
  from: 'have' | 'buy';
}

/** One trip to the site: getting ready, or the coats of a day, whichever parts they are of. */
export interface LoadVisit {
  /** The same whatever comes before it: a visit goes by the first coat it is for. */
  id: string;
  index: number;
  name: 'getting ready' | 'coats';
  /** Which coats of which part; none while getting ready. */
  work: { part: string; coats: number[] }[];
  /** When the chosen start has it; null while no start is chosen. */
  atMs: number | null;
  van: string;
  items: LoadItem[];
}

/** A part with what of its plan a van is packed by. */
export interface Packing {
  job: PartJob;
  plan: { coats: readonly CoatPlan[]; load: LoadPlan | null; chosen: SequenceOutcome | null };
  /** Coats on the wood: they keep the day they were laid on. */
  live?: { coats: readonly { number: number; laidFromMs: number }[] };
}

/**
 * The load list of a job over all its parts: a visit for getting ready where anything is to be done, then one for each day of
 * coats, in the order of the days. While no start is chosen a part's coats are a day each.
 */
export function loadList(
  parts: readonly Packing[],
  bought: readonly Purchase[],
  surveys: readonly SurfaceSurvey[],
  house: HouseRules
): LoadVisit[] {
  const packed = parts.filter((p) => p.plan.load);
  const [first] = packed;
  if (!first) return [];
  const prep = prepItems(first.job, surveys);
  const ready = prep.length ? [{ name: 'getting ready' as const, work: [], atMs: null, items: prep }] : [];
  const days = new Map<string, Omit<LoadVisit, 'id' | 'index' | 'van'>>();
  for (const { job, plan, live } of packed) {
    const mine = coatDays(job, plan, live);
    mine.forEach(({ key, coats, atMs }, i) => {
      const items = coatItems(job, coats, plan.load!, i === 0, mine.length, house);
      const day = days.get(key) ?? { name: 'coats', work: [], atMs, items: [] };
      days.set(key, {
        ...day,
        work: [...day.work, { part: job.part, coats: coats.map((c) => c.number) }],
        atMs: day.atMs === null ? atMs : Math.min(day.atMs, atMs ?? Infinity),
        items: merged([...day.items, ...items])
      });
    });
  }
  const inOrder = [...days.values()].sort((x, y) => (x.atMs ?? Infinity) - (y.atMs ?? Infinity) || 0);
  const begun = new Set<Purchase>();
  for (const day of inOrder) {
    const wanted = bought.filter((p) => coatsOf(p, day.work).length > 0);
    const jobOf = (p: Purchase) => packed.find(({ job }) => job.part === p.work[0]!.part)!.job;
    day.items = merged([...wanted.flatMap((p) => oilItems(p, day.work, !begun.has(p), jobOf(p))), ...day.items]);
    for (const p of wanted) begun.add(p);
  }
  return [...ready, ...inOrder].map((visit, index) => {
    const id = visitId(visit);
    return { ...visit, id, index, van: vanOf(first.job, visit, index) };
  });
}

/** The van of a visit: as was last said of the visit itself, else of its number in an older document. */
function vanOf({ crew }: Pick<PartJob, 'crew'>, { work }: Pick<LoadVisit, 'work'>, index: number): string {
  // Two visits that fall on one day are one: it has the van of either.
  const ids = new Set([visitId({ work }), ...work.flatMap((w) => w.coats.map((coat) => coatVisit(w.part, coat)))]);
  return crew.vanOf?.findLast((v) => ids.has(v.visit))?.van ?? crew.vans?.[index] ?? '';
}

/** The id of a visit that begins with a coat. */
const coatVisit = (part: string, coat: number): string => `${part}-${coat}`;

/** The id of a visit: its first coat's, which stays whatever visits come before it. */
const visitId = ({ work: [first] }: Pick<LoadVisit, 'work'>): string =>
  first ? coatVisit(first.part, first.coats[0]!) : 'ready';

/** Whether a thing of a visit is in the van: as last said of the visit itself, else of the number it had in an older log. */
export const isPacked = (
  { packed }: Pick<WorkState['load'], 'packed'>,
  visit: Pick<LoadVisit, 'id' | 'index'>,
  item: string
): boolean => packed.get(packedKey(visit.id, item)) ?? packed.get(packedKey(String(visit.index), item)) ?? false;

/** Coats by the day they were begun on, or will be; a day each while no start is chosen. */
function coatDays(job: PartJob, { coats, chosen }: Packing['plan'], live: Packing['live']) {
  const days = new Map<string, { key: string; coats: CoatPlan[]; atMs: number | null }>();
  for (const c of coats) {
    const laid = [...(live?.coats ?? []), ...(chosen?.coats ?? [])].find((x) => x.number === c.number);
    const key = laid ? localDate(laid.laidFromMs, job.site.timeZone) : `coat ${c.number}`;
    const day = days.get(key) ?? { key, coats: [], atMs: laid?.laidFromMs ?? null };
    day.coats.push(c);
    days.set(key, day);
  }
  return [...days.values()];
}

const itemId = (...parts: (string | number)[]) =>
  parts
    .join(' ')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 80);

function item(
  group: LoadGroup,
  name: string,
  count: number,
  why: string,
  more: Partial<Pick<LoadItem, 'unit' | 'from' | 'id'>> = {}
): LoadItem {
  return { id: itemId(group, name), group, name, count, why, from: 'have', ...more };
}

function coatItems(
  job: PartJob,
  coats: readonly CoatPlan[],
  load: LoadPlan,
  firstVisit: boolean,
  visits: number,
  house: HouseRules
): LoadItem[] {
  return merged([
    ...coats.flatMap((c) => mixingItems(job, c, cardOf(job, c.productId)!, load, house)),
    ...coats.flatMap((c) => toolItems(job, c, house)),
    ...fireItems(job, coats, house),
    ...alwaysItems(job, coats, firstVisit, visits)
  ]);
}

const coatWords = (coats: readonly number[]) => `coat${coats.length > 1 ? 's' : ''} ${coats.join(', ')}`;

/** The coats of a product that some work is about, over all parts. */
const coatsOf = (p: Purchase, work: LoadVisit['work']): number[] =>
  work.flatMap((w) => {
    const coats = p.work.find((x) => x.part === w.part)?.coats ?? [];
    return w.coats.filter((n) => coats.includes(n));
  });

/** Tins of a product: those from stock by lot, then those to buy; all of them on the first visit that needs them. */
function oilItems(p: Purchase, work: LoadVisit['work'], firstTime: boolean, job: PartJob): LoadItem[] {
  if (!firstTime)
    return [item('oil', `${p.name}, ${p.colour}, what is left`, 1, coatWords([...new Set(coatsOf(p, work))]))];
  const card = cardOf(job, p.productId)!;
  const code = card.pairCode ? `, pair code ${card.pairCode}` : '';
  const use = p.work.length > 1 ? `for ${p.work.length} parts` : coatWords(p.coats);
  return p.buy.flatMap((line) => {
    const what = line.of === 'hardener' ? line.name : `${line.name}, ${p.colour}`;
    return [
      ...line.stock.taken.map(({ tin, ml }) =>
        item('oil', `${what}, lot ${tin.lot}`, Math.round(ml), `from ${tin.place}${code}`, {
          unit: 'ml',
          id: itemId('stock', tin.id)
        })
      ),
      ...line.tins.map((t) => item('oil', `${what}, ${t.volumeMl} ml`, t.count, `${use}${code}`, { from: 'buy' }))
    ];
  });
}

function mixingItems(job: PartJob, coat: CoatPlan, card: ProductCard, load: LoadPlan, house: HouseRules): LoadItem[] {
  const out = [
    item(
      'mixing',
      'stir sticks',
      job.crew.people,
      `${card.stirMinutes} min, ${card.shakeAllowed ? 'shaking allowed' : 'never shaken'}`
    )
  ];
  const batch = load.batches.find((b) => b.coat === coat.number);
  if (isTwoPart(card)) {
    out.push(
      item(
        'mixing',
        `straight-sided vessels, ${house.mixingVesselL} L`,
        2,
        'stir in one, pour to the other, stir again'
      ),
      item(
        'mixing',
        card.ratioBasis === 'mass' ? 'scale' : 'measuring cups, and the scale',
        1,
        `${card.components.map((c) => c.parts).join(' : ')} by ${card.ratioBasis}`
      )
    );
  }
  const { thinnerL } = mixAmounts(card, { of: 'total', litres: coat.expectedL + (batch?.surplusL ?? 0) });
  if (thinnerL > 0)
    out.push(item('mixing', card.thinner!.name, Math.ceil(thinnerL * 1000), 'thins the oil', { unit: 'ml' }));
  const recipe = recipes.find((r) => r.id === card.recipeId);
  for (const part of recipe ? measureRecipe(recipe, coat.expectedL) : [])
    if (part.powder) out.push(item('mixing', part.name, Math.ceil(part.grams), `into ${recipe!.name}`, { unit: 'g' }));
  return out;
}

interface GearRow {
  name: string;
  per?: string;
  each?: number;
  perM2?: number;
  group?: string;
  only?: string;
  why: string;
}

const countOf = (row: GearRow, job: PartJob, areaM2: number): number => {
  if (row.perM2) return Math.max(1, Math.ceil(areaM2 / row.perM2));
  const heads = { spreader: applicators(job), person: job.crew.people }[row.per ?? ''] ?? 1;
  return heads * (row.each ?? 1);
};

function toolItems(job: PartJob, coat: CoatPlan, house: HouseRules): LoadItem[] {
  const kinds = new Set(coat.faces.map((f) => job.surfaces.find((s) => s.id === f.surfaceId)!.kind as string));
  const rows = (gear.tools[coat.method] as GearRow[]).filter((r) => !r.only || kinds.has(r.only));
  const out = coat.tool
    ? [item('tools', coat.tool, applicators(job), `chosen for coat ${coat.number}`)]
    : rows.map((r) => item('tools', r.name, countOf(r, job, coat.areaM2), r.why));
  const between = betweenCoats(job, coat.number, house);
  if (between)
    out.push(
      item(
        'sanding',
        between.with,
        Math.max(1, Math.ceil(coat.areaM2 / house.denibM2PerPad)),
        between.how === 'abrade'
          ? 'cut the coat so that the next keys'
          : 'nibs and raised fibres off, inside the window'
      )
    );
  return out;
}

function fireItems(job: PartJob, coats: readonly CoatPlan[], house: HouseRules): LoadItem[] {
  const cards = coats.map((c) => cardOf(job, c.productId)!);
  const rags = coats.reduce((s, c, i) => s + ragsForCoat(cards[i]!, c.method, c.areaM2, house), 0);
  const out = [item('rags and fire', 'cotton rags', rags, 'counted out and counted back')];
  if (!cards.some((c) => c.oxidising)) return out;
  out.push(
    house.ragsMade === 'flat, single, outdoors'
      ? item('rags and fire', 'line and pegs, outdoors', 1, 'each rag flat and alone until it is hard')
      : item('rags and fire', 'metal can with lid, filled with water', 1, 'rags of this oil set themselves on fire')
  );
  return out;
}

function alwaysItems(job: PartJob, coats: readonly CoatPlan[], firstVisit: boolean, visits: number): LoadItem[] {
  const cards = coats.map((c) => cardOf(job, c.productId)!);
  const areaM2 = Math.max(...coats.map((c) => c.areaM2));
  const out = (gear.always as GearRow[]).map((r) => item(r.group as LoadGroup, r.name, countOf(r, job, areaM2), r.why));
  const { people } = job.crew;
  const voc = Math.max(...cards.map((c) => c.vocGPerL));
  if (cards.some((c) => c.isocyanate))
    out.push(item('protection', 'breathing protection, A2-P2', people, 'hardener with isocyanate'));
  else if (voc >= 250 && job.site.setting === 'indoor')
    out.push(item('protection', 'breathing protection, A2', people, `${voc} g/L solvent indoors`));
  if (job.site.setting === 'indoor' || job.site.lamps)
    out.push(item('site', 'raking lamp', 1, 'holidays and bleed-back show only from the side'));
  if (firstVisit || visits > 1)
    out.push(
      item('site', 'moisture meter', 1, 'wood must be under its limit before the first bay'),
      item('site', 'thermometer and hygrometer', 1, 'air and board, before and during')
    );
  return out;
}

/** What getting ready uses up, over all surfaces: from the prep plan, grit by grit. */
function prepItems(job: PartJob, surveys: readonly SurfaceSurvey[]): LoadItem[] {
  const items = surveys.flatMap((s) =>
    s.prep.steps.flatMap((step) => [
      ...step.consumables.map((c) =>
        item('sanding', c.name, Math.ceil(c.count), lowered(step.name), c.unit ? { unit: c.unit } : {})
      ),
      ...(step.machine ? [item('tools', step.machine, 1, 'sanding')] : [])
    ])
  );
  if (items.length === 0) return [];
  const dust = surveys.some((s) => s.cautions.some((c) => c.id === 'dust'));
  if (dust)
    items.push(
      item('protection', 'dust masks, P3', job.crew.people * 2, 'sanding'),
      item('tools', 'dust extractor and bags', 1, 'bags of oily dust are emptied outdoors')
    );
  return merged(items);
}

/** One line a thing: countable ones add up, tools are the most that is needed at once. */
function merged(items: readonly LoadItem[]): LoadItem[] {
  const out = new Map<string, LoadItem>();
  for (const i of items) {
    const known = out.get(i.id);
    const adds = i.group === 'oil' || i.group === 'sanding' || i.unit !== undefined;
    if (!known) out.set(i.id, { ...i });
    else known.count = adds ? known.count + i.count : Math.max(known.count, i.count);
  }
  return [...out.values()].sort((a, b) => LOAD_GROUPS.indexOf(a.group) - LOAD_GROUPS.indexOf(b.group));
}

/** A name within a line: its first letter small, grits and the like as they are. */
const lowered = (name: string): string => name.slice(0, 1).toLowerCase() + name.slice(1);
