import type { Method } from '../method';
import type { ProductCard } from './schema';
import { classTraits } from './classes';

export type HoursName = keyof ProductCard['hours'];
export type Graded = {
  label: number | { low: number; high: number };
  house?: { value: number; reason: string; date: string };
};

export type Grade = 'law' | 'label' | 'house';

/** The value to use and its grade: the house value if set, else the label's (a range's upper end; handbook 4). */
export function gradedValue(g: Graded): { value: number; grade: Grade } {
  if (g.house) return { value: g.house.value, grade: 'house' };
  return {
    value: typeof g.label === 'number' ? g.label : g.label.high,
    grade: 'label'
  };
}

/** The card as its label alone tells it: no house values. */
export function atLabel(card: ProductCard): ProductCard {
  const bare = <T extends { house?: unknown }>({ house: _, ...rest }: T) => rest;
  const each = <T extends { readonly [name: string]: { house?: unknown } | undefined }>(group: T): T =>
    Object.fromEntries(Object.entries(group).map(([k, g]) => [k, g && bare(g)])) as T;
  return { ...card, spreadRateM2PerL: each(card.spreadRateM2PerL), hours: each(card.hours) };
}

/** Reference hours of a state, or undefined when the card does not give it. */
export function cardHours(card: ProductCard, name: HoursName): number | undefined {
  const g = card.hours[name];
  return g ? gradedValue(g).value : undefined;
}

/** Progress at which the coat is touch dry: touch-dry hours over recoat-open hours, 0.6 when the card has none (handbook 9). */
export function touchDryProgress(card: ProductCard): number {
  const touch = cardHours(card, 'touchDry');
  return touch === undefined ? 0.6 : touch / cardHours(card, 'recoatOpens')!;
}

/** Spread rate m²/L of a coat position; a card without a maintenance rate uses the later one. */
export function spreadRate(
  card: ProductCard,
  position: 'first' | 'later' | 'maintenance'
): { value: number; grade: Grade } {
  return gradedValue(card.spreadRateM2PerL[position] ?? card.spreadRateM2PerL.later);
}

/** The card's entry for a method, or undefined when the card does not allow it. */
export const methodOf = (card: ProductCard, method: Method) => card.methods.find((m) => m.method === method);

export const isTwoPart = (card: ProductCard): boolean => card.components.length > 1;

/** A defect of a card beyond its shape: the field's path and what is wrong with the cure. */
export interface CardProblem {
  path: string;
  problem: string;
}

/** What a card claims that can not be: recoat closing before it opens, dwell upside down, a hardener without an oil … */
export function cardProblems(card: ProductCard): CardProblem[] {
  const out: CardProblem[] = [];
  const add = (path: string, problem: string) => out.push({ path, problem });
  const traits = classTraits(card.class);
  const h = (n: HoursName) => cardHours(card, n);
  for (const [name, g] of Object.entries(card.hours))
    if (g.label.low > g.label.high) add(`/hours/${name}/label`, 'low must not be above high');
  const opens = h('recoatOpens')!;
  if (!(opens > 0)) add('/hours/recoatOpens', 'must be more than 0 hours');
  if (h('recoatCloses') !== undefined && h('recoatCloses')! <= opens)
    add('/hours/recoatCloses', `closes at ${h('recoatCloses')} h, before it opens at ${opens} h; it must close later`);
  if (h('touchDry') !== undefined && h('touchDry')! > opens)
    add('/hours/touchDry', `must not come after recoat opens (${opens} h)`);
  if (h('fullCure') !== undefined && h('lightUse') !== undefined && h('fullCure')! < h('lightUse')!)
    add('/hours/fullCure', 'must not come before light use');
  if (traits.cures && h('fullCure') === undefined && !traits.under)
    add('/hours/fullCure', 'is missing; this class cures');
  const oils = card.components.filter((c) => c.role === 'oil').length;
  if (oils !== 1) add('/components', 'needs exactly one oil');
  if (isTwoPart(card) && card.potLifeMinutesAt20C === undefined)
    add('/potLifeMinutesAt20C', 'is missing; a mix with hardener has a pot life');
  card.methods.forEach((m, i) => {
    if (m.dwellMinMinutes !== undefined && m.dwellMaxMinutes !== undefined && m.dwellMinMinutes > m.dwellMaxMinutes)
      add(`/methods/${i}/dwellMaxMinutes`, 'must not be below the dwell minimum');
    if (traits.mustBeWiped && m.dwellMaxMinutes === undefined)
      add(`/methods/${i}/dwellMaxMinutes`, 'is missing; this class must be wiped');
  });
  if (card.limits.airMinC >= card.limits.airMaxC) add('/limits/airMaxC', 'must be above the air minimum');
  if (card.limits.surfaceMinC >= card.limits.surfaceMaxC)
    add('/limits/surfaceMaxC', 'must be above the surface minimum');
  const roles = new Set(card.packs.map((p) => p.of));
  if (!roles.has('kit') && card.components.some((c) => !roles.has(c.role)))
    add('/packs', 'must list kits, or a pack for every component');
  return out;
}

/** Whether a colour of a card carries pigment that settles: as the card says, else all but a clear one. */
export const isPigmented = (card: Pick<ProductCard, 'pigment'>, colour: string): boolean =>
  (card.pigment?.find((p) => p.colour === colour)?.depth ?? 'clear') !== 'clear';
