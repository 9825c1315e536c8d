import { Type, type Static } from 'typebox';
import { CHOICE_FORM, NUMBER_FORM } from '../keyed';
import { HousePlaceSchema } from '../place/schema';
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
    steps: Type.Optional(Type.Array(HouseStepSchema, { maxItems: 24 }))
  },
  { ...closed, title: 'Basket house rules' }
);

export type Rhythm = (typeof RHYTHMS)[number];
export type HouseStep = Static<typeof HouseStepSchema>;
export type HouseDocument = Static<typeof HouseDocumentSchema>;
