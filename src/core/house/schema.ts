import { Type, type Static } from 'typebox';
import { CHOICE_FORM, NUMBER_FORM } from '../keyed';
import { CURRENCIES } from '../units';

const closed = { additionalProperties: false };
const reasoned = { reason: Type.String({ minLength: 1, maxLength: 300 }), date: Type.String({ format: 'date' }) };

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
    vans: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 12, uniqueItems: true })
  },
  { ...closed, title: 'Basket house rules' }
);

export type HouseDocument = Static<typeof HouseDocumentSchema>;
