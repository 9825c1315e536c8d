import { Type, type Static } from 'typebox';

const closed = { additionalProperties: false };
const reasoned = { reason: Type.String({ minLength: 1, maxLength: 300 }), date: Type.String({ format: 'date' }) };

/** What a crew has chosen otherwise than the presets, each with its reason and date. */
export const HouseDocumentSchema = Type.Object(
  {
    choices: Type.Record(
      Type.String({ pattern: '^[a-z-]{1,30}$' }),
      Type.Object({ option: Type.String({ pattern: '^[a-z-]{1,30}$' }), ...reasoned }, closed)
    ),
    numbers: Type.Record(
      Type.String({ pattern: '^[A-Za-z0-9.]{1,60}$' }),
      Type.Object({ value: Type.Number(), ...reasoned }, closed)
    ),
    vans: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 12, uniqueItems: true })
  },
  { ...closed, title: 'Basket house rules' }
);

export type HouseDocument = Static<typeof HouseDocumentSchema>;
