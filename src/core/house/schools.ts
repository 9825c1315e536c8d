import type { Applicator } from '../method';
import { defaultHouseRules, type HouseRules } from './house';
import { betweenRows, isRubbed } from './between';
import type { HouseDocument, HouseRub } from './schema';
import rows from './schools.json';

/** One way good crews go, and the rules it sets. */
export interface SchoolOption {
  id: string;
  name: string;
  text: string;
  sets: { readonly [path: string]: string | number | boolean };
}

/** A question good crews answer differently, with what Basket presets and why (handbook 3). */
export interface School {
  id: string;
  question: string;
  options: SchoolOption[];
  preset: string;
  reason: string;
}

export const schools = rows as unknown as readonly School[];

/** A number of the house a crew may change, with its bounds. The path leads into the rules. */
export interface HouseNumber {
  path: string;
  name: string;
  unit: string;
  min: number;
  max: number;
}

const keeps = (tool: Applicator, name: string): HouseNumber => ({
  path: `applicatorKeepsL.${tool}`,
  name: `${name} keeps`,
  unit: 'L',
  min: 0,
  max: 1
});
const rate = (path: string, name: string, max = 300): HouseNumber => ({
  path: `hands.${path}`,
  name,
  unit: 'm²/h',
  min: 1,
  max
});

/** The numbers of the house, in groups as they are shown. */
export const HOUSE_NUMBER_GROUPS: readonly { name: string; numbers: readonly HouseNumber[] }[] = [
  {
    name: 'Limits of the hour',
    numbers: [
      { path: 'rhMax', name: 'Air no damper than', unit: 'share', min: 0.4, max: 1 },
      { path: 'dewGapMinC', name: 'Dew gap at least', unit: '°C', min: 1, max: 10 },
      { path: 'windMaxMPerS.brush', name: 'Wind, brushing, at most', unit: 'm/s', min: 1, max: 15 },
      { path: 'windMaxMPerS.spray', name: 'Wind, spraying, at most', unit: 'm/s', min: 0, max: 8 },
      { path: 'surfaceHotC', name: 'Board no hotter than', unit: '°C', min: 20, max: 50 },
      { path: 'vapour.referenceGPerM3', name: 'Vapour reference', unit: 'g/m³', min: 0.001, max: 10 }
    ]
  },
  {
    name: 'Buying and mixing',
    numbers: [
      { path: 'buyConfidence', name: 'Sure enough to buy', unit: 'share', min: 0.5, max: 0.99 },
      { path: 'mixingVesselL', name: 'Mixing vessel holds', unit: 'L', min: 0.1, max: 60 },
      { path: 'm2PerMix', name: 'One mix covers at most', unit: 'm²', min: 2, max: 500 },
      { path: 'measureStepMl', name: 'Cup reads to', unit: 'ml', min: 0.5, max: 250 },
      { path: 'stirAgainMinutes', name: 'Pigment is stirred up again every', unit: 'min', min: 2, max: 120 },
      { path: 'scaleStepG', name: 'Scale reads to', unit: 'g', min: 0.01, max: 100 }
    ]
  },
  {
    name: 'What is lost',
    numbers: [
      { path: 'tinResidueShare', name: 'Left in the tin', unit: 'share', min: 0, max: 0.3 },
      { path: 'mixResidueShare', name: 'Left in the mixing vessel', unit: 'share', min: 0, max: 0.3 },
      keeps('rag', 'A rag'),
      keeps('pad', 'A pad or foam'),
      keeps('brush', 'A brush'),
      keeps('trowel', 'A trowel'),
      keeps('mini roller', 'A mini roller, 100 mm,'),
      keeps('roller', 'A roller, 250 mm,'),
      keeps('spray gun', 'A spray gun')
    ]
  },
  {
    name: 'Getting ready',
    numbers: [{ path: 'sanding.badSpotsShare', name: 'Bad spots, of the whole', unit: 'share', min: 0.01, max: 1 }]
  },
  {
    name: 'Hands: what one person does in an hour',
    numbers: [
      rate('rates.floor.spread.roller', 'Floor, rolls'),
      rate('rates.floor.spread.pad', 'Floor, by pad'),
      rate('rates.floor.spread.trowel', 'Floor, trowels'),
      rate('rates.floor.wipe.wipe', 'Floor, wipes'),
      rate('rates.floor.wipe.buff', 'Floor, buffs by machine'),
      rate('rates.deck.spread.pad', 'Deck, pad on a pole'),
      rate('rates.deck.spread.roller', 'Deck, rolls and brushes'),
      rate('rates.deck.spread.brush', 'Deck, brushes'),
      rate('rates.deck.wipe.wipe', 'Deck, wipes'),
      rate('rates.deck.wipe.flooded', 'Deck, wipes a flooded one'),
      rate('rates.stair.spread.brush', 'Stair, brushes'),
      rate('rates.stair.wipe.wipe', 'Stair, wipes'),
      rate('rates.wall.spread.brush', 'Wall or fence, brushes'),
      rate('rates.wall.spread.roller', 'Wall or fence, rolls and brushes'),
      rate('rates.wall.spread.spray gun', 'Wall or fence, sprays and brushes'),
      rate('rates.wall.wipe.wipe', 'Wall or fence, wipes'),
      rate('rates.worktop.spread.rag', 'Worktop or table, by rag'),
      rate('rates.worktop.wipe.wipe', 'Worktop or table, wipes'),
      rate('rates.leaf.spread.rag', 'Door or front, by rag'),
      rate('rates.leaf.spread.brush', 'Door or front, brushes a film'),
      rate('rates.leaf.wipe.wipe', 'Door or front, wipes'),
      rate('rates.small.spread.brush', 'Shelf, bench or planter, brushes'),
      rate('rates.small.wipe.wipe', 'Shelf, bench or planter, wipes'),
      { path: 'hands.edgeMPerHour', name: 'Edges, cut in or wiped', unit: 'm/h', min: 5, max: 300 },
      { path: 'hands.rimMinutes', name: 'A sink rim, a coat', unit: 'min', min: 0, max: 60 },
      { path: 'hands.setUpMinutes', name: 'Setting up, a visit', unit: 'min', min: 0, max: 240 },
      { path: 'hands.cleanUpMinutes', name: 'Cleaning and counting rags, a visit', unit: 'min', min: 0, max: 240 },
      { path: 'hands.railMPerHour', name: 'Rail, wiping included', unit: 'm/h', min: 2, max: 200 }
    ]
  }
];

/** All numbers of the house. */
export const HOUSE_NUMBERS: readonly HouseNumber[] = HOUSE_NUMBER_GROUPS.flatMap((g) => g.numbers);

/** Numbers that went by another name once: a house that set them keeps its word. */
const RENAMED: ReadonlyMap<string, string> = new Map([
  ['ratesM2PerHour.spread', 'hands.rates.floor.spread.roller'],
  ['ratesM2PerHour.trowel', 'hands.rates.floor.spread.trowel'],
  ['ratesM2PerHour.wipe', 'hands.rates.floor.wipe.wipe']
]);

/** A house document as it was written, in the names its numbers have now. */
export function liftHouse(house: HouseDocument): HouseDocument {
  const numbers = Object.fromEntries(
    Object.entries(house.numbers).map(([path, own]) => [RENAMED.get(path) ?? path, own])
  );
  return { ...house, numbers };
}

export const emptyHouse: HouseDocument = { choices: {}, numbers: {}, vans: [] };

/** What tells one rub of the house from another. */
export const rubKey = (rub: HouseRub): string => `${rub.class} ${rub.after} ${rub.after === 'last' ? '' : rub.how}`;

/** What is wrong with a house document beyond its shape: schools that are not there, numbers out of their bounds. */
export function houseProblems(house: HouseDocument): { path: string; problem: string }[] {
  const out: { path: string; problem: string }[] = [];
  for (const [id, choice] of Object.entries(house.choices)) {
    const school = schools.find((s) => s.id === id);
    if (!school) out.push({ path: `/choices/${id}`, problem: 'is not a question of the house rules' });
    else if (!school.options.some((o) => o.id === choice.option))
      out.push({
        path: `/choices/${id}/option`,
        problem: `must be one of: ${school.options.map((o) => o.id).join(', ')}`
      });
  }
  house.places?.forEach((place, i) => {
    const same = (of: 'id' | 'name') => house.places!.findIndex((p) => p[of] === place[of]) < i;
    if (same('id') || same('name'))
      out.push({ path: `/places/${i}/name`, problem: `the house has another place called “${place.name}”` });
  });
  house.steps?.forEach(({ step, name }, i) => {
    if (house.steps!.findIndex((s) => s.step === step || s.name === name) < i)
      out.push({ path: `/steps/${i}/name`, problem: `the house has another step called “${name}”` });
  });
  house.rubs?.forEach((rub, i) => {
    const same = (r: HouseRub) => rubKey(r) === rubKey(rub);
    if (!isRubbed(rub.class, rub.after))
      out.push({ path: `/rubs/${i}/with`, problem: 'is of a coat that is never rubbed there' });
    if (house.rubs!.findIndex(same) < i) out.push({ path: `/rubs/${i}/with`, problem: 'is said twice' });
  });
  for (const [path, { value }] of Object.entries(house.numbers)) {
    const row = HOUSE_NUMBERS.find((n) => n.path === path);
    if (!row) out.push({ path: `/numbers/${path}`, problem: 'is not a number the house may change' });
    else if (!(value >= row.min && value <= row.max))
      out.push({ path: `/numbers/${path}/value`, problem: `must lie between ${row.min} and ${row.max} ${row.unit}` });
  }
  return out;
}

/** The option a crew goes by: its own choice, else the preset. */
export const optionOf = (school: School, house: HouseDocument): SchoolOption =>
  school.options.find((o) => o.id === house.choices[school.id]?.option) ??
  school.options.find((o) => o.id === school.preset)!;

/** The rules that follow from a crew's choices and numbers. Schools in their order, then the numbers. */
export function houseRules(house: HouseDocument): HouseRules {
  const rules = structuredClone(defaultHouseRules);
  for (const s of schools) {
    const option = optionOf(s, house);
    if (option.id !== s.preset) for (const [path, value] of Object.entries(option.sets)) put(rules, path, value);
  }
  if (house.currency) rules.currency = house.currency;
  if (house.steps) rules.steps = house.steps;
  if (house.rubs) rules.between = betweenRows(house.rubs);
  for (const { path } of HOUSE_NUMBERS)
    if (Object.hasOwn(house.numbers, path)) put(rules, path, house.numbers[path]!.value);
  return rules;
}

/** A group of the rules on the way down a dotted path, which is always one of Basket's own. */
type Group = { [name: string]: unknown };

/** The value at a dotted path of the rules. */
export const houseNumber = (rules: HouseRules, path: string): number =>
  path.split('.').reduce<unknown>((o, key) => (o as Group)[key], rules) as number;

function put(rules: HouseRules, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  const at = keys.reduce<Group>((o, key) => o[key] as Group, rules as never);
  at[last] = value;
}
