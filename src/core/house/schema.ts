import { Type, type Static } from 'typebox';
import { CHOICE_FORM, NUMBER_FORM } from '../keyed';
import { HousePlaceSchema } from '../place/schema';
import { ProductClass as ProductClassSchema } from '../product/schema';
import { ownStep, SurfaceKindSchema } from '../surface/schema';
import { CURRENCIES } from '../units';

const closed = { additionalProperties: false };
const reasoned = { reason: Type.String({ minLength: 1, maxLength: 300 }), date: Type.String({ format: 'date' }) };

/** When the next coat may go on (handbook 3): another day, as soon as it opens, or thin ones as soon as the last is touch dry. */
export const RHYTHMS = ['one a day', 'as it opens', 'several thin'] as const;

/** A step the crew does on every surface of some kinds, whatever the job. */
export const HouseStepSchema = Type.Object(
  {
    step: Type.String({ pattern: '^house-[a-z0-9-]{1,30}$' }),
    kinds: Type.Array(SurfaceKindSchema, { minItems: 1, maxItems: 13, uniqueItems: true }),
    ...ownStep
  },
  closed
);

const rub = {
  class: ProductClassSchema,
  with: Type.String({ minLength: 1, maxLength: 60 }),
  ...reasoned
};
/** What a coat of a class is rubbed with, where the house does it otherwise: over its first coat, later ones, or at the end. */
export const HouseRubSchema = Type.Union([
  Type.Object({ ...rub, after: Type.Enum(['first', 'later']), how: Type.Enum(['denib', 'abrade']) }, closed),
  Type.Object({ ...rub, after: Type.Literal('last') }, closed)
]);

/** What a crew has chosen otherwise than the presets, each with its reason and date. */
export const HouseDocumentSchema = Type.Object(
  {
    choices: Type.Record(
      Type.String({ pattern: CHOICE_FORM.pattern }),
      Type.Object({ option: Type.String({ pattern: CHOICE_FORM.pattern }), ...reasoned }, closed),
      closed
    ),
    numbers: Type.Record(
      Type.String({ pattern: NUMBER_FORM.pattern }),
      Type.Object({ value: Type.Number(), ...reasoned }, closed),
      closed
    ),
    /** What its prices are in, ISO 4217. */
    currency: Type.Optional(Type.Enum([...CURRENCIES])),
    vans: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 12, uniqueItems: true }),
    /** Places any job can use: the crew's own bench, its store. */
    places: Type.Optional(Type.Array(HousePlaceSchema, { maxItems: 12 })),
    /** Steps of its own. */
    steps: Type.Optional(Type.Array(HouseStepSchema, { maxItems: 24 })),
    /** What it rubs with between coats and at the end. */
    rubs: Type.Optional(Type.Array(HouseRubSchema, { maxItems: 60 }))
  },
  { ...closed, title: 'Basket house rules' }
);

export type Rhythm = (typeof RHYTHMS)[number];
export type HouseStep = Static<typeof HouseStepSchema>;
export type HouseRub = Static<typeof HouseRubSchema>;
export type HouseDocument = Static<typeof HouseDocumentSchema>;
