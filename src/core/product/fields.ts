import { PRODUCT_CLASSES, type ProductCard } from './schema';

/** How a field of a card is typed, shown and kept in a table. */
export interface CardField {
  /** Dotted path into the card; hours and rates end on their label or house part. */
  path: string;
  group: 'what it is' | 'mixing' | 'how far it goes' | 'hours' | 'limits' | 'safety' | 'keeping';
  name: string;
  unit?: string;
  kind: 'text' | 'long text' | 'number' | 'whole number' | 'yes or no' | 'choice' | 'list' | 'table';
  options?: readonly string[];
  optional?: boolean;
}

/** A group of a card on the way down a dotted path, which is always one of the fields below. */
type Group = { [name: string]: unknown };

const TEXTURES = ['sanded', 'sawn', 'wire-brushed', 'weathered', 'grooved'];

const choice = (
  path: string,
  group: CardField['group'],
  name: string,
  options: readonly string[],
  optional = false
): CardField => ({ path, group, name, kind: 'choice', options, optional });
const number = (path: string, group: CardField['group'], name: string, unit: string, optional = false): CardField => ({
  path,
  group,
  name,
  unit,
  kind: 'number',
  optional
});
const flag = (path: string, group: CardField['group'], name: string): CardField => ({
  path,
  group,
  name,
  kind: 'yes or no'
});

const hours = (key: string, name: string, optional = true): CardField[] => [
  number(`hours.${key}.label.low`, 'hours', `${name}, from`, 'h', optional),
  number(`hours.${key}.label.high`, 'hours', `${name}, to`, 'h', optional),
  ...housePart(`hours.${key}`, 'hours', name, 'h')
];
const rate = (key: string, name: string, optional = false): CardField[] => [
  number(`spreadRateM2PerL.${key}.label`, 'how far it goes', `${name}, label`, 'm²/L', optional),
  ...housePart(`spreadRateM2PerL.${key}`, 'how far it goes', name, 'm²/L')
];
function housePart(path: string, group: CardField['group'], name: string, unit: string): CardField[] {
  return [
    number(`${path}.house.value`, group, `${name}, house value`, unit, true),
    { path: `${path}.house.reason`, group, name: `${name}, why`, kind: 'text', optional: true },
    { path: `${path}.house.date`, group, name: `${name}, since`, kind: 'text', optional: true }
  ];
}

/** Every field of a card in the order it is read: one list for the card's page, its form, conflicts and the shelf's CSV. */
export const CARD_FIELDS: readonly CardField[] = [
  { path: 'id', group: 'what it is', name: 'Id', kind: 'text' },
  { path: 'name', group: 'what it is', name: 'Name', kind: 'text' },
  choice('class', 'what it is', 'Class', PRODUCT_CLASSES),
  { path: 'note', group: 'what it is', name: 'Note', kind: 'long text', optional: true },
  { path: 'colours', group: 'what it is', name: 'Colours', kind: 'list' },
  { path: 'pigment', group: 'what it is', name: 'Pigment of each colour', kind: 'table', optional: true },
  choice('sheen', 'what it is', 'Sheen', ['dead matt', 'matt', 'silk', 'satin', 'semi-gloss', 'gloss'], true),
  choice('solvent', 'what it is', 'Solvent', ['none', 'oil-borne', 'spirit', 'water']),
  { path: 'settings', group: 'what it is', name: 'For', kind: 'list' },
  { path: 'uses', group: 'what it is', name: 'On', kind: 'list' },
  { path: 'maintenanceProductId', group: 'what it is', name: 'Maintained with', kind: 'text', optional: true },
  { path: 'recipeId', group: 'what it is', name: 'Mixed by recipe', kind: 'text', optional: true },
  { path: 'components', group: 'mixing', name: 'Components', kind: 'table' },
  choice('ratioBasis', 'mixing', 'Ratio by', ['volume', 'mass']),
  number('ratioTolerance', 'mixing', 'Ratio tolerance', 'share'),
  { path: 'pairCode', group: 'mixing', name: 'Pair code', kind: 'text', optional: true },
  number('stirMinutes', 'mixing', 'Stir', 'min'),
  flag('shakeAllowed', 'mixing', 'Shaking allowed'),
  number('inductionMinutes', 'mixing', 'Induction', 'min'),
  number('potLifeMinutesAt20C', 'mixing', 'Pot life at 20 °C', 'min', true),
  number('potLifeReferenceL', 'mixing', 'Pot life is for a batch of', 'L'),
  number('batchLimitL', 'mixing', 'Largest batch', 'L', true),
  { path: 'thinner.name', group: 'mixing', name: 'Thinner', kind: 'text', optional: true },
  number('thinner.percentOfOil', 'mixing', 'Thinner, of the oil', '%', true),
  number('thinner.densityKgPerL', 'mixing', 'Thinner, density', 'kg/L', true),
  number('thinner.vocGPerL', 'mixing', 'Thinner, solvent', 'g/L', true),
  ...rate('first', 'First coat'),
  choice('spreadRateM2PerL.first.texture', 'how far it goes', 'First coat is meant for', TEXTURES, true),
  ...rate('later', 'Later coats'),
  ...rate('maintenance', 'Maintenance coat', true),
  { path: 'methods', group: 'how far it goes', name: 'Methods and dwell', kind: 'table' },
  ...hours('touchDry', 'Touch dry'),
  ...hours('recoatOpens', 'Recoat opens', false),
  ...hours('recoatCloses', 'Recoat closes'),
  ...hours('lightUse', 'Light use'),
  ...hours('fullCure', 'Full cure'),
  ...hours('rainSafe', 'Safe from rain'),
  number('limits.airMinC', 'limits', 'Air from', '°C'),
  number('limits.airMaxC', 'limits', 'Air to', '°C'),
  number('limits.surfaceMinC', 'limits', 'Board from', '°C'),
  number('limits.surfaceMaxC', 'limits', 'Board to', '°C'),
  number('limits.rhMax', 'limits', 'Humidity to', 'share'),
  number('limits.dewGapMinC', 'limits', 'Dew gap at least', '°C', true),
  number('limits.mcMaxPercent', 'limits', 'Wood moisture to', '%', true),
  { path: 'limits.maxCoats', group: 'limits', name: 'Coats at most', kind: 'whole number', optional: true },
  { path: 'maxGrit', group: 'limits', name: 'Sanded no finer than', unit: 'P', kind: 'whole number' },
  { path: 'layers.over', group: 'limits', name: 'May go over', kind: 'list', optional: true },
  { path: 'layers.notOver', group: 'limits', name: 'Must not go over', kind: 'list', optional: true },
  number('flashPointC', 'safety', 'Flash point', '°C', true),
  number('vocGPerL', 'safety', 'Solvent', 'g/L'),
  number('lelGPerM3', 'safety', 'Lower explosive limit', 'g/m³'),
  flag('oxidising', 'safety', 'Rags heat themselves'),
  flag('isocyanate', 'safety', 'Hardener with isocyanate'),
  choice('foodContact', 'safety', 'Food contact', ['no claim', 'after full cure', 'once wiped off']),
  { path: 'warnings', group: 'safety', name: 'Warnings', kind: 'list' },
  { path: 'packs', group: 'keeping', name: 'Packs and prices', kind: 'table' },
  number('shelfLifeMonths.closed', 'keeping', 'Shelf life, closed', 'months'),
  number('shelfLifeMonths.opened', 'keeping', 'Shelf life, opened', 'months')
];

/** The value of a card at a field's path; undefined where the card has none. */
export const cardValue = (card: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((o, key) => (o as Group | undefined)?.[key], card);

/** The card with a field set, or taken out by undefined. Groups left empty go with it; the card given is not touched. */
export function withCardValue<T>(card: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const own = { ...(card as Group) };
  const next = rest.length ? withCardValue(own[key] ?? {}, rest.join('.'), value) : value;
  const empty = next !== null && typeof next === 'object' && !Array.isArray(next) && Object.keys(next).length === 0;
  if (next === undefined || empty) delete own[key];
  else own[key] = next;
  return own as T;
}

/** A field two cards do not agree on. */
export interface CardDifference {
  field: CardField;
  mine: unknown;
  theirs: unknown;
}

/** Every field on which two cards differ, in the card's order. */
export const cardDifferences = (mine: ProductCard, theirs: ProductCard): CardDifference[] =>
  CARD_FIELDS.flatMap((field) => {
    const [a, b] = [cardValue(mine, field.path), cardValue(theirs, field.path)];
    return JSON.stringify(a) === JSON.stringify(b) ? [] : [{ field, mine: a, theirs: b }];
  });

/** My card with the fields taken over from theirs. */
export const mergedCard = (mine: ProductCard, theirs: ProductCard, take: readonly string[]): ProductCard =>
  take.reduce((card, path) => withCardValue(card, path, cardValue(theirs, path)), mine);

/** A row of a card's table in words. */
function rowWords(row: Group): string {
  if ('method' in row) {
    const { method, dwellMinMinutes: from, dwellMaxMinutes: to } = row;
    return to === undefined
      ? `${String(method)}, left`
      : `${String(method)}, wiped after ${Number(from ?? 0)}–${Number(to)} min`;
  }
  if ('volumeMl' in row)
    return `${String(row.of)} ${Number(row.volumeMl)} ml at ${(Number(row.priceCents) / 100).toFixed(2)}`;
  if ('parts' in row) return `${Number(row.parts)} ${String(row.role)} (${Number(row.densityKgPerL)} kg/L)`;
  return Object.values(row).map(String).join(' ');
}

/** A field's value in words, for reading and for conflicts. */
export function cardValueWords(value: unknown): string {
  if (value === undefined || value === '') return 'not given';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (!Array.isArray(value)) return String(value);
  if (value.length === 0) return 'none';
  return value.map((v) => (typeof v === 'object' && v !== null ? rowWords(v as Group) : String(v))).join('; ');
}
